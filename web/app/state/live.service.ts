import { computed, inject, Injectable, signal } from '@angular/core';
import type { HeldRecord, LiveEvent } from '@contract/live';
import { listOf } from '@core/format/moment';
import { word } from '@core/tongue/say';
import { Subject } from 'rxjs';
import { SessionService } from './session.service';

/** How long until a stream that was refused is asked for again, in milliseconds. */
const pauseAfterRefusal = 60_000;

/** The filter of lists for records that somebody writes on at this moment. */
export const beingWritten = word`being written`;

/** What happens, told by the server as it happens: who writes where, and what is saved. */
@Injectable({ providedIn: 'root' })
export class LiveService {
  readonly #session = inject(SessionService);
  readonly #held = signal<ReadonlyMap<string, HeldRecord>>(new Map());
  #source: EventSource | null = null;
  #pause: ReturnType<typeof setTimeout> | undefined;
  /** What happens after one has begun to follow; "hello" comes again whenever the stream was broken in between. */
  readonly events = new Subject<LiveEvent>();
  /** All that somebody holds. */
  readonly held = computed(() => [...this.#held().values()]);

  /** Begins to follow, for as long as the editor is open. */
  follow(): void {
    if (this.#source) return;
    this.#source = new EventSource('/api/events');
    this.#source.addEventListener('message', ({ data }: MessageEvent<string>) => this.take(JSON.parse(data) as LiveEvent));
    // A stream that breaks comes back by itself; one that is refused does not.
    this.#source.addEventListener('error', () => {
      if (this.#source?.readyState !== EventSource.CLOSED) return;
      this.#source = null;
      this.#pause = setTimeout(() => this.follow(), pauseAfterRefusal);
    });
  }

  /** Follows no longer, and knows of nobody. */
  leave(): void {
    clearTimeout(this.#pause);
    this.#source?.close();
    this.#source = null;
    this.#held.set(new Map());
  }

  /** Takes in what was told. */
  take(event: LiveEvent): void {
    if (event.kind === 'hello') this.#held.set(new Map(event.held.map(each => [keyOf(each), each])));
    if (event.kind === 'held') {
      const next = new Map(this.#held());
      if (event.held) next.set(keyOf(event), event.held);
      else next.delete(keyOf(event));
      this.#held.set(next);
    }
    this.events.next(event);
  }

  /** Whoever else writes on a record in a locale; null where nobody does. */
  otherOn(recordId: string, locale: string): HeldRecord | null {
    const held = this.#held().get(keyOf({ recordId, locale }));
    return held && held.personId !== this.#session.session()?.person?.id ? held : null;
  }

  /** One's own lock on a record in a locale; null where one has none. */
  ownOn(recordId: string, locale: string): HeldRecord | null {
    const held = this.#held().get(keyOf({ recordId, locale }));
    return held?.personId === this.#session.session()?.person?.id ? (held ?? null) : null;
  }

  /** Who else writes on any of some records, in whatever locale, as a list; null where nobody does. */
  writersOf(...recordIds: readonly string[]): string | null {
    const me = this.#session.session()?.person?.id;
    const others = this.held().filter(each => each.personId !== me && recordIds.includes(each.recordId));
    const names = new Set(others.map(each => each.name));
    return names.size === 0 ? null : listOf([...names]);
  }
}

function keyOf({ recordId, locale }: Pick<HeldRecord, 'recordId' | 'locale'>): string {
  return `${recordId} ${locale}`;
}
