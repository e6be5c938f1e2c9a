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
 * click whatever both have in common, and the click is lost; when it draws anew what was pressed, they click nothing at all.
 * @see UI Events, W3C, "click": the target is the nearest common ancestor of where it was pressed and released
 */
export function keepPresses(document: Document): void {
  let pressed: { readonly on: HTMLElement; readonly x: number; readonly y: number } | null = null;
  /** What a release at a place is to click: what was pressed, or what stands in its place; null where it was dragged away. */
  const meant = (event: MouseEvent): HTMLElement | null => {
    if (!pressed || Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > steadiness) return null;
    return pressed.on.isConnected ? pressed.on : sameAs(pressed.on, document);
  };
  document.addEventListener(
    'pointerdown',
    event => {
      const on = event.isPrimary && event.button === 0 ? (event.target as Element).closest<HTMLElement>('button, a[href]') : null;
      pressed = on && { on, x: event.clientX, y: event.clientY };
    },
    { capture: true },
  );
  document.addEventListener(
    'pointerup',
    event => {
      // A mouse's click comes in the same turn as its release, or not at all; a finger's may come later.
      if (!pressed || event.pointerType !== 'mouse' || pressed.on.isConnected) return;
      const on = meant(event);
      pressed = null;
      if (on) setTimeout(() => on.click());
    },
    { capture: true },
  );
  document.addEventListener(
    'click',
    event => {
      if (!pressed || event.detail === 0) return;
      const on = meant(event);
      pressed = null;
      if (!on || on.contains(event.target as Node)) return;
      event.stopPropagation();
      on.click();
    },
    { capture: true },
  );
}
