/** How far a pointer may wander between press and release and still mean a click, in CSS pixels. */
const steadiness = 6;

/** What stands in the place of something that was drawn anew: the one thing of its sort that leads to the same and says the same. */
function sameAs(gone: HTMLElement, document: Document): HTMLElement | null {
  const saysOf = (each: HTMLElement) => [each.getAttribute('href'), each.getAttribute('aria-label'), each.textContent.trim()].join('\n');
  const alike = [...document.querySelectorAll<HTMLElement>(gone.tagName)].filter(each => saysOf(each) === saysOf(gone));
  return alike.length === 1 ? alike[0]! : null;
}

/**
 * Lets a press count for what was pressed. When an answer arrives between press and release and moves the page, browsers
 * click whatever both have in common, and the click is lost; also when what was pressed is drawn anew in between.
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
      if (!press || event.detail === 0) return;
      const on = press.on.isConnected ? press.on : sameAs(press.on, document);
      if (!on || on.contains(event.target as Node)) return;
      if (Math.hypot(event.clientX - press.x, event.clientY - press.y) > steadiness) return;
      event.stopPropagation();
      on.click();
    },
    { capture: true },
  );
}
