/** How far a pointer may wander between press and release and still mean a click, in CSS pixels. */
const steadiness = 6;

/**
 * Lets a press count for what was pressed. When an answer arrives between press and release and moves the page, browsers
 * click whatever both have in common, and the click is lost.
 * @see UI Events, W3C, "click": the target is the nearest common ancestor of where it was pressed and released
 */
export function keepPresses(document: Document): void {
  let pressed: { readonly on: HTMLElement; readonly x: number; readonly y: number } | null = null;
  document.addEventListener(
    'pointerdown',
    event => {
      const on = event.isPrimary && event.button === 0 ? (event.target as Element).closest<HTMLElement>('button, a[href]') : null;
      pressed = on && { on, x: event.clientX, y: event.clientY };
    },
    { capture: true },
  );
  document.addEventListener(
    'click',
    event => {
      const press = pressed;
      pressed = null;
      if (!press || event.detail === 0 || !press.on.isConnected || press.on.contains(event.target as Node)) return;
      if (Math.hypot(event.clientX - press.x, event.clientY - press.y) > steadiness) return;
      event.stopPropagation();
      press.on.click();
    },
    { capture: true },
  );
}
