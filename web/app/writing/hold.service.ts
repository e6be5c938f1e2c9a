import { DestroyRef, DOCUMENT, effect, inject, Injectable, signal, type Signal, untracked } from '@angular/core';
import { catchError, EMPTY } from 'rxjs';
import { ApiClient } from '../api/api-client';

/** How often it is said that somebody goes on writing, in milliseconds. */
const beat = 20_000;

/** A record in a locale. */
export interface HeldKey {
  readonly recordId: string;
  readonly locale: string;
}

interface Held extends HeldKey {
  /** How many places of the editor hold it. */
  holders: number;
  /** Whether a key was struck since the server last heard of it. */
  hadKey: boolean;
  timer: ReturnType<typeof setInterval> | undefined;
}

/** Holds records for as long as one has unsaved words on them: the server hears of each at every beat. */
@Injectable({ providedIn: 'root' })
export class HoldService {
  readonly #api = inject(ApiClient);
  readonly #held = new Map<string, Held>();
  readonly #givenBack = signal<ReadonlySet<string>>(new Set());

  constructor() {
    const document = inject(DOCUMENT);
    for (const event of ['keydown', 'input', 'pointerdown']) document.addEventListener(event, () => this.#noteKey());
    // Looking and finding one's way is not writing: only a word that is written takes back what was given back.
    document.addEventListener('input', () => this.#takeBack());
  }

  /** Holds a record in a locale. @returns what lets go of it */
  hold(recordId: string, locale: string): () => void {
    const key = keyOf(recordId, locale);
    const held = this.#held.get(key) ?? { recordId, locale, holders: 0, hadKey: true, timer: undefined };
    held.holders += 1;
    if (held.holders === 1) {
      this.#held.set(key, held);
      this.#begin(held);
    }
    return () => {
      held.holders -= 1;
      if (held.holders > 0) return;
      this.#held.delete(key);
      if (this.#givenBack().has(key)) this.#mark(key, false);
      else this.#end(held);
    };
  }

  /** Lets go of a record whose words stay unsaved; the next word that is written holds it again. */
  giveBack(recordId: string, locale: string): void {
    const key = keyOf(recordId, locale);
    const held = this.#held.get(key);
    if (!held) return;
    this.#end(held);
    this.#mark(key, true);
  }

  isGivenBack(recordId: string, locale: string): boolean {
    return this.#givenBack().has(keyOf(recordId, locale));
  }

  #begin(held: Held): void {
    this.#say(held, true);
    held.timer = setInterval(() => this.#say(held, held.hadKey), beat);
  }

  // A server that is away costs no word: the lock is taken again with the next beat.
  #say(held: Held, isActive: boolean): void {
    held.hadKey = false;
    this.#api
      .holdRecord(held.recordId, held.locale, isActive)
      .pipe(catchError(() => EMPTY))
      .subscribe();
  }

  #end({ recordId, locale, timer }: Held): void {
    clearInterval(timer);
    this.#api
      .giveBackRecord(recordId, locale)
      .pipe(catchError(() => EMPTY))
      .subscribe();
  }

  #noteKey(): void {
    for (const held of this.#held.values()) held.hadKey = true;
  }

  #takeBack(): void {
    for (const key of this.#givenBack()) {
      this.#mark(key, false);
      this.#begin(this.#held.get(key)!);
    }
  }

  #mark(key: string, isGivenBack: boolean): void {
    this.#givenBack.update(keys => new Set([...[...keys].filter(each => each !== key), ...(isGivenBack ? [key] : [])]));
  }
}

/** Holds records for as long as they are wanted and whoever asks is shown. To be called where things are injected. */
export function holdWhile(wanted: Signal<readonly HeldKey[]>): void {
  const holds = inject(HoldService);
  const releases = new Map<string, () => void>();
  effect(() => {
    const keys = new Map(wanted().map(each => [keyOf(each.recordId, each.locale), each]));
    for (const [key, release] of releases) {
      if (keys.has(key)) continue;
      releases.delete(key);
      release();
    }
    for (const [key, { recordId, locale }] of keys)
      if (!releases.has(key))
        releases.set(
          key,
          untracked(() => holds.hold(recordId, locale)),
        );
  });
  inject(DestroyRef).onDestroy(() => releases.forEach(release => release()));
}

function keyOf(recordId: string, locale: string): string {
  return `${recordId} ${locale}`;
}
