import { FocusTrapFactory, type FocusTrap } from '@angular/cdk/a11y';
import { DestroyRef, Directive, ElementRef, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NgbPopover } from '@ng-bootstrap/ng-bootstrap/popover';

const controls =
  'input:not([type="hidden"]):not([disabled]), select:not([disabled]), textarea:not([disabled]), button:not([disabled]), a[href]';

/**
 * Makes a dialog of what a word opens: it is named after the word, takes focus in, keeps it inside, and gives it back to
 * the word when it closes.
 * @see WAI-ARIA Authoring Practices, dialog pattern
 */
// It goes wherever a word opens something, without being asked for by a name of its own.
@Directive({
  // eslint-disable-next-line @angular-eslint/directive-selector
  selector: '[ngbPopover]',
  host: { 'aria-haspopup': 'dialog', '[attr.aria-expanded]': 'popover.isOpen()' },
})
export class FocusInside {
  protected readonly popover = inject(NgbPopover);
  readonly #word = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly #traps = inject(FocusTrapFactory);
  #trap: FocusTrap | null = null;

  constructor() {
    this.popover.shown.pipe(takeUntilDestroyed()).subscribe(() => this.#enter());
    this.popover.hidden.pipe(takeUntilDestroyed()).subscribe(() => this.#leave());
    inject(DestroyRef).onDestroy(() => this.#trap?.destroy());
  }

  #enter(): void {
    const window = document.getElementById(this.#word.getAttribute('aria-describedby') ?? '');
    if (!window) return;
    // What it opens is a place to go to, not a description of the word.
    this.#word.removeAttribute('aria-describedby');
    window.setAttribute('role', 'dialog');
    window.setAttribute('aria-label', this.#word.getAttribute('aria-label') ?? this.#word.textContent.trim());
    this.#trap = this.#traps.create(window);
    // Whatever has taken focus for itself keeps it: a search that is focused at once.
    if (window.contains(document.activeElement)) return;
    const chosen = window.querySelector<HTMLElement>('[aria-checked="true"], [aria-current="true"], input:checked');
    (chosen ?? window.querySelector<HTMLElement>(controls))?.focus({ preventScroll: true });
  }

  // Focus is lost with what held it; somebody who has gone on elsewhere is not called back.
  #leave(): void {
    this.#trap?.destroy();
    this.#trap = null;
    if (document.activeElement === document.body || document.activeElement === null) this.#word.focus({ preventScroll: true });
  }
}
