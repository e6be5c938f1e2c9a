import { Directive, ElementRef, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NgbPopover } from '@ng-bootstrap/ng-bootstrap/popover';

const controls =
  'input:not([type="hidden"]):not([disabled]), select:not([disabled]), textarea:not([disabled]), button:not([disabled]), a[href]';

/** Moves focus into what a word opens, and back to the word when it closes. */
// It goes wherever a word opens something, without being asked for by a name of its own.
// eslint-disable-next-line @angular-eslint/directive-selector
@Directive({ selector: '[ngbPopover]' })
export class FocusInside {
  readonly #popover = inject(NgbPopover);
  readonly #word = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    this.#popover.shown.pipe(takeUntilDestroyed()).subscribe(() => this.#enter());
    this.#popover.hidden.pipe(takeUntilDestroyed()).subscribe(() => this.#leave());
  }

  #enter(): void {
    const window = document.getElementById(this.#word.getAttribute('aria-describedby') ?? '');
    // Whatever has taken focus for itself keeps it: a search that is focused at once.
    if (!window || window.contains(document.activeElement)) return;
    const chosen = window.querySelector<HTMLElement>('[aria-checked="true"], [aria-current="true"], input:checked');
    (chosen ?? window.querySelector<HTMLElement>(controls))?.focus({ preventScroll: true });
  }

  // Focus is lost with what held it; somebody who has gone on elsewhere is not called back.
  #leave(): void {
    if (document.activeElement === document.body || document.activeElement === null) this.#word.focus({ preventScroll: true });
  }
}
