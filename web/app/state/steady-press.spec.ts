import { keepPresses } from './steady-press';

describe('keepPresses', () => {
  let host: HTMLElement;
  let button: HTMLButtonElement;
  let clicks: string[];
  beforeAll(() => keepPresses(document));
  beforeEach(() => {
    clicks = [];
    host = document.body.appendChild(document.createElement('div'));
    button = host.appendChild(document.createElement('button'));
    button.addEventListener('click', () => clicks.push('button'));
    host.addEventListener('click', event => clicks.push(event.target === host ? 'host' : 'through'));
  });
  afterEach(() => host.remove());
  const press = (on: Element, x = 10, y = 10) =>
    on.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, isPrimary: true, button: 0, clientX: x, clientY: y }));
  const click = (on: Element, x = 10, y = 10) =>
    on.dispatchEvent(new MouseEvent('click', { bubbles: true, detail: 1, clientX: x, clientY: y }));

  it('clicks what was pressed when the page has moved away beneath', () => {
    press(button);
    click(host);
    expect(clicks).toEqual(['button', 'through']);
  });

  it('clicks once where nothing has moved', () => {
    press(button);
    click(button);
    expect(clicks).toEqual(['button', 'through']);
  });

  it('clicks what took the place of what was pressed, where that is one thing; browsers click nothing then', async () => {
    const release = () =>
      document.body.dispatchEvent(new PointerEvent('pointerup', { bubbles: true, pointerType: 'mouse', clientX: 10, clientY: 10 }));
    button.textContent = 'Open the hide';
    press(button);
    button.remove();
    const again = [0, 1].map(() => {
      const made = document.createElement('button');
      made.textContent = 'Open the hide';
      made.addEventListener('click', () => clicks.push('again'));
      return made;
    });
    host.append(...again);
    release();
    await new Promise(resolve => setTimeout(resolve));
    expect(clicks).toEqual([]);
    press(again[0]!);
    again[0]!.remove();
    release();
    await new Promise(resolve => setTimeout(resolve));
    expect(clicks).toEqual(['again', 'through']);
  });

  it('leaves alone a press that was dragged away, and what was pressed elsewhere', () => {
    press(button);
    click(host, 60, 10);
    press(host);
    click(host);
    expect(clicks).toEqual(['host', 'host']);
  });
});
