import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { fromEvent, Subject } from 'rxjs';

/** A key and what it does on the present screen. */
export interface KeyBinding {
  /** As KeyboardEvent.key gives it; "Alt+ArrowUp" for combinations with Alt. */
  readonly key: string;
  readonly does: string;
  readonly run: () => void;
}

/** What lies over the screen and has its own keys, Escape before all. */
const inFront = '.modal.show, ngb-popover-window, .dropdown-menu.show';
const storageKey = 'almanac.single-letter-keys';

/**
 * Keys of the present screen. Single letters work only outside text and can be turned off.
 * @see WCAG 2.2, 2.1.4 Character Key Shortcuts
 */
@Injectable({ providedIn: 'root' })
export class KeysService {
  readonly #bindings = signal<readonly KeyBinding[]>([]);
  readonly #isOn = signal(localStorage.getItem(storageKey) !== 'off');
  readonly #helpWanted = new Subject<void>();
  readonly bindings = this.#bindings.asReadonly();
  readonly isOn = this.#isOn.asReadonly();
  readonly helpWanted$ = this.#helpWanted.asObservable();

  constructor() {
    this.#bindings.set([this.#help]);
    fromEvent<KeyboardEvent>(document, 'keydown').subscribe(event => this.#handle(event));
  }

  /** Adds keys for as long as the caller lives. */
  bind(bindings: readonly KeyBinding[], destroyRef = inject(DestroyRef)): void {
    this.#bindings.update(all => [...all, ...bindings]);
    destroyRef.onDestroy(() => this.#bindings.update(all => all.filter(each => !bindings.includes(each))));
  }

  toggle(): void {
    this.#isOn.update(isOn => !isOn);
    localStorage.setItem(storageKey, this.#isOn() ? 'on' : 'off');
  }

  readonly #help: KeyBinding = { key: '?', does: $localize`Show this list`, run: () => this.#helpWanted.next() };

  #handle(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.defaultPrevented || document.querySelector(inFront)) return;
    const target = event.target as HTMLElement;
    if (target.isContentEditable || target.matches('input, textarea, select')) return;
    const name = event.altKey ? `Alt+${event.key}` : event.key;
    if (name.length === 1 && name !== '?' && !this.#isOn()) return;
    const binding = [...this.#bindings()].reverse().find(each => each.key === name);
    if (!binding) return;
    event.preventDefault();
    binding.run();
  }
}
