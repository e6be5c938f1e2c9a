import type { RichText } from '@core/rich-text/document';
import { textFromHtml } from '@core/rich-text/from-html';
import { sourceOfText } from '@core/rich-text/source';
import type { Editor } from '@tiptap/core';
import { make, Screen } from '../../testing/site';
import { RichTextField } from './rich-text-field';

describe('RichTextField', () => {
  let screen: Screen;
  let editor: Editor;
  let given: readonly string[];

  const show = async (html: string) => {
    const fixture = await make(RichTextField, { label: 'Text', value: textFromHtml(html).document });
    given = [];
    fixture.componentInstance.valueChange.subscribe((text: RichText) => {
      given = [...given, sourceOfText(text, ({ address }) => address).replace(/\n/g, '')];
      fixture.componentRef.setInput('value', text);
    });
    screen = new Screen(fixture);
    // The library that edits is loaded when a text is shown.
    while (!screen.host.querySelector('.ProseMirror')) await new Promise(done => setTimeout(done, 10));
    await screen.settle();
    ({ editor } = screen.host.querySelector<HTMLElement & { editor: Editor }>('.ProseMirror')!);
  };
  const cursorTo = async (at: number) => {
    editor.commands.setTextSelection(at);
    await screen.settle();
  };

  const table = '<table><tr><th>Month</th></tr><tr><td>May</td></tr></table>';

  for (const html of ['<p>a</p>', `<p>a</p>${table}`, '<ul><li>a</li></ul>', '<h2>a</h2><hr>'])
    it(`gives nothing back where somebody only looks into a text that ends like ${html.slice(-12)}`, async () => {
      await show(html);
      await cursorTo(1);
      await cursorTo(2);
      expect(given).toEqual([]);
    });

  it('gives back what is typed, without the room that it keeps at the end', async () => {
    await show(`<p>a</p>${table}`);
    await cursorTo(2);
    editor.commands.insertContent('b');
    await screen.settle();
    expect(given).toEqual([`<p>ab</p>${table}`]);
  });

  it('offers for a table what can be done to it while the cursor is there, and takes its caption', async () => {
    await show(`<p>a</p>${table}`);
    await cursorTo(1);
    expect(screen.host.querySelector('almanac-table-bar')).toBeNull();
    await cursorTo(8);
    await screen.click('below');
    expect(given.at(-1)).toContain('<tr><td></td></tr>');
    await screen.fill('Caption of the table', 'Counts');
    expect(given.at(-1)).toContain('<caption>Counts</caption>');
    await screen.click('Remove table');
    expect([given.at(-1), screen.host.querySelector('almanac-table-bar')]).toEqual(['<p>a</p>', null]);
  });

  it('puts a table in, and words in bold', async () => {
    await show('<p>tide</p>');
    await cursorTo(1);
    editor.commands.selectAll();
    await screen.click('Strong');
    expect(given.at(-1)).toBe('<p><strong>tide</strong></p>');
    await cursorTo(5);
    await screen.click('Table');
    expect(given.at(-1)).toContain('<th></th><th></th><th></th>');
  });
});
