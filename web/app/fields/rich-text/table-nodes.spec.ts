import { Editor } from '@tiptap/core';
import { plainWords, type RichText } from '@core/rich-text/document';
import { faultOfText } from '@core/rich-text/faults';
import { fittedText, withoutRoom } from '@core/rich-text/fitted';
import { textFromHtml } from '@core/rich-text/from-html';
import { sourceOfText } from '@core/rich-text/source';
import type { TableAct } from './table-bar';
import { changeTable, putTable, tableAt } from './table-nodes';
import { textExtensions } from './text-extensions';

const start = '<p>Before.</p><table><tr><th>Month</th><th>Knot</th></tr><tr><td>May</td><td>7</td></tr></table>';

describe('tables in the text’s editor', () => {
  let editor: Editor;
  const text = () => withoutRoom(fittedText(editor.getJSON() as RichText), textFromHtml(start).document);
  const source = () => sourceOfText(text(), ({ address }) => address).replace(/\n/g, '');
  const goTo = (words: string) => {
    let found = -1;
    editor.state.doc.descendants((node, at) => (node.text === words ? ((found = at), false) : true));
    editor.commands.setTextSelection(found + 1);
  };
  const press = (key: string, shiftKey = false) => editor.view.someProp('handleKeyDown', handle => handle(editor.view, new KeyboardEvent('keydown', { key, shiftKey }))); // prettier-ignore

  beforeEach(() => {
    const content = textFromHtml(start).document as object;
    const none = { now: { title: '', isSeen: true }, changed: () => () => undefined };
    const extensions = textExtensions(
      () => none,
      () => Promise.resolve(null),
    );
    editor = new Editor({ extensions, content });
  });
  afterEach(() => {
    expect(faultOfText(text())).toBeNull();
    editor.destroy();
  });

  const head = '<tr><th>Month</th><th>Knot</th></tr>';
  const acts: readonly (readonly [act: TableAct, rows: string])[] = [
    ['row above', `${head}<tr><td></td><td></td></tr><tr><td>May</td><td>7</td></tr>`],
    ['row below', `${head}<tr><td>May</td><td>7</td></tr><tr><td></td><td></td></tr>`],
    ['no row', head],
    ['column before', '<tr><th></th><th>Month</th><th>Knot</th></tr><tr><td></td><td>May</td><td>7</td></tr>'],
    ['column after', '<tr><th>Month</th><th></th><th>Knot</th></tr><tr><td>May</td><td></td><td>7</td></tr>'],
    ['no column', '<tr><th>Knot</th></tr><tr><td>7</td></tr>'],
    ['names in row', '<tr><td>Month</td><td>Knot</td></tr><tr><td>May</td><td>7</td></tr>'],
    ['names in column', `${head}<tr><th>May</th><td>7</td></tr>`],
  ];
  for (const [act, rows] of acts)
    it(`are changed as asked: ${act}`, () => {
      goTo('May');
      changeTable(editor, act);
      expect(source()).toBe(`<p>Before.</p><table>${rows}</table>`);
    });

  it('are taken away whole', () => {
    goTo('May');
    changeTable(editor, 'no table');
    expect(source()).toBe('<p>Before.</p>');
  });

  it('are told of while the cursor is in one', () => {
    goTo('Before.');
    expect(tableAt(editor)).toBeNull();
    goTo('May');
    expect(tableAt(editor)).toEqual({ caption: '', hasNamesInRow: true, hasNamesInColumn: false });
    editor.commands.updateAttributes('table', { caption: 'Counts' });
    expect([tableAt(editor)!.caption, plainWords(text()).replace(/\n+/g, ' ')]).toEqual(['Counts', 'Before. Counts Month Knot May 7']);
  });

  it('are put in where the cursor is, which goes to the first cell', () => {
    goTo('Before.');
    putTable(editor);
    editor.commands.insertContent('Tide');
    expect(source()).toContain('<table><tr><th>Tide</th><th></th><th></th></tr><tr><td></td><td></td><td></td></tr>');
  });

  it('are gone through cell by cell, and left at either end', () => {
    goTo('May');
    expect([press('Tab'), press('Tab')]).toEqual([true, undefined]);
    goTo('Knot');
    expect([press('Tab', true), press('Tab', true)]).toEqual([true, undefined]);
  });
});
