/**
 * What signed-in staff get on top of the public site: a small bar in the corner that leads from each block on the page,
 * by pointer or by keyboard, to where it is arranged, from what stands inside a text to where it is written, and to the
 * page's own words. It changes nothing that readers see and marks nothing until asked.
 */
const script = document.currentScript;
const page = script?.dataset['page'] ?? '';

const style = `
  :host { all: initial; }
  .bar { position: fixed; inset: auto 12px 12px auto; z-index: 2147483000; max-width: min(340px, calc(100vw - 24px)); font: 13px/1.4 'Instrument Sans', system-ui, sans-serif; color: #1d2936; }
  details { background: #fffefb; border: 1px solid #55626f; border-radius: 3px; box-shadow: 0 2px 8px #1d293626; }
  summary { padding: 6px 12px; cursor: pointer; min-height: 24px; font-weight: 600; color: #155e68; }
  summary:focus-visible, a:focus-visible { outline: 2px solid #155e68; outline-offset: 2px; }
  ol { list-style: none; margin: 0; padding: 4px 0; max-height: 50vh; overflow: auto; border-top: 1px solid #d8d0bf; }
  a { display: block; padding: 5px 12px; color: #1d2936; text-decoration: none; min-height: 24px; box-sizing: border-box; }
  a:hover, a:focus-visible { background: #e6eeee; }
  .whole { border-top: 1px solid #d8d0bf; color: #155e68; font-weight: 600; }
  .mark { position: absolute; z-index: 2147482999; pointer-events: none; outline: 2px solid #155e68; outline-offset: 2px; }
  .chip { position: absolute; inset: -26px auto auto -2px; pointer-events: auto; background: #155e68; color: #fff; padding: 3px 10px; border-radius: 3px; white-space: nowrap; }
  .chip:hover, .chip:focus-visible { background: #0e4850; }
`;

// As it looks at another moment, so it is arranged there too.
const moment = script?.dataset['at'] ? `&at=${encodeURIComponent(script.dataset['at'])}` : '';

function addressOf(block?: HTMLElement): string {
  const { insetBlock, placement } = block?.dataset ?? {};
  if (insetBlock) return `/almanac/blocks/${insetBlock}`;
  return `/almanac/arrange?page=${page}${placement ? `&sel=${placement}` : ''}${moment}`;
}

function wordsFor(block: HTMLElement): string {
  const title = block.dataset['title'] ?? '';
  return block.dataset['insetBlock'] ? `Write “${title}”, inside the text` : `Arrange “${title}”`;
}

function build(): void {
  const blocks = [...document.querySelectorAll<HTMLElement>('[data-placement], [data-inset-block]')];
  const host = document.createElement('div');
  const root = host.attachShadow({ mode: 'open' });
  root.innerHTML = `<style>${style}</style><nav class="bar" aria-label="For staff"><details><summary>Arrange this page</summary><ol></ol></details></nav>`;
  const list = root.querySelector('ol')!;
  const details = root.querySelector('details')!;
  let mark: HTMLElement | null = null;

  const show = (block: HTMLElement): void => {
    mark?.remove();
    const box = block.getBoundingClientRect();
    mark = document.createElement('div');
    mark.className = 'mark';
    Object.assign(mark.style, {
      left: `${box.left + scrollX}px`,
      top: `${box.top + scrollY}px`,
      width: `${box.width}px`,
      height: `${box.height}px`,
    });
    const chip = document.createElement('a');
    chip.className = 'chip';
    chip.href = addressOf(block);
    chip.textContent = wordsFor(block);
    if (box.top + scrollY < 30) chip.style.inset = '2px auto auto 2px';
    mark.append(chip);
    root.append(mark);
  };

  for (const block of blocks) {
    const line = document.createElement('li');
    const link = document.createElement('a');
    link.href = addressOf(block);
    link.textContent = block.dataset['insetBlock'] ? `${block.dataset['title'] ?? ''} (inside the text)` : (block.dataset['title'] ?? '');
    link.addEventListener('focus', () => show(block));
    link.addEventListener('mouseenter', () => show(block));
    line.append(link);
    list.append(line);
    // Only while the bar is open does the pointer mark anything.
    block.addEventListener('mouseenter', () => details.open && show(block));
  }
  for (const [words, address] of [
    ['The whole page', addressOf()],
    ['Write its title and text', `/almanac/pages/${page}`],
  ] as const) {
    const whole = document.createElement('a');
    whole.className = 'whole';
    whole.href = address;
    whole.textContent = words;
    details.append(whole);
  }
  details.addEventListener('toggle', () => !details.open && mark?.remove());
  root.addEventListener('keydown', event => {
    if ((event as KeyboardEvent).key !== 'Escape') return;
    details.open = false;
    root.querySelector('summary')!.focus();
  });
  document.body.append(host);
}

build();
