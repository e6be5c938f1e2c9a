import { FocusKeyManager, type FocusableOption } from '@angular/cdk/a11y';
import { Directive, ElementRef, inject } from '@angular/core';

/** What of a toolbar takes focus. */
const controls = 'button:not([disabled]), select:not([disabled]), input:not([disabled]), a[href]';

/**
 * Lets arrow keys go through a toolbar, and Home and End to its ends. Up and down stay with the lists in it.
 * @see WAI-ARIA Authoring Practices, toolbar pattern
 */
@Directive({
  // It goes wherever something is called a toolbar, without being asked for by a name of its own.
  // eslint-disable-next-line @angular-eslint/directive-selector
  selector: '[role=toolbar]',
  host: { '(keydown)': 'go($event)' },
})
export class Toolbar {
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected go(event: KeyboardEvent): void {
    const isText = event.target instanceof HTMLInputElement && ['text', 'search'].includes(event.target.type);
    if (isText) return;
    const elements = [...this.#host.querySelectorAll<HTMLElement>(controls)];
    const options = elements.map((element): FocusableOption => ({ focus: () => element.focus() }));
    const keys = new FocusKeyManager(options).withHorizontalOrientation('ltr').withWrap().withHomeAndEnd();
    keys.updateActiveItem(elements.indexOf(document.activeElement as HTMLElement));
    // Without a vertical orientation it leaves the other arrows alone.
    keys.withVerticalOrientation(false).onKeydown(event);
    keys.destroy();
  }
}
