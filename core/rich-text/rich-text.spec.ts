import { Node as ProseNode, Schema } from 'prosemirror-model';
import fc from 'fast-check';
import { compareTexts, type TextChange } from './compare';
import {
  insetsIn,
  plainWords,
  saysNothing,
  textOfParagraphs,
  withLinks,
  type LinkTarget,
  type RichText,
  type RichTextNode as Piece,
} from './document';
import { deepestText, faultOfText, mostCharacters, mostNodes } from './faults';
import { mostHtml, textFromHtml } from './from-html';
import { markRules, mostColumns, nodeRules } from './grammar';
import { writeText } from './html';
import { sourceOfText } from './source';
import { anyText, sampleId as id } from '../testing/random-text';

// The same grammar in the library that the editor is built on.
const schema = new Schema({
  nodes: Object.fromEntries(
    Object.entries(nodeRules).map(([name, { group, holds, attributes, isPlain }]) => [
      name,
      {
        ...(holds && { content: holds.join(' ') }),
        ...(group && { group }),
        ...(group === 'inline' && { inline: true }),
        ...(isPlain && { marks: '' }),
        attrs: Object.fromEntries(Object.entries(attributes ?? {}).map(([key, { initial }]) => [key, { default: initial }])),
      },
    ]),
  ) as never,
  marks: Object.fromEntries(
    Object.entries(markRules).map(([name, { attributes }]) => [
      name,
      { attrs: Object.fromEntries(Object.entries(attributes ?? {}).map(([key, { initial }]) => [key, { default: initial }])) },
    ]),
  ),
});

const paths: Readonly<Record<string, string>> = { [id(1)]: '/join' };
const hrefOf = ({ page, address }: LinkTarget) => (page ? `${paths[page]}${address}` : address);
const html = (text: RichText) => sourceOfText(text, hrefOf);
const read = (text: string) => textFromHtml(text, path => Object.keys(paths).find(page => paths[page] === path) ?? null).document;

describe('the grammar of texts', () => {
  it('takes and refuses what the editor’s own library does', () => {
    fc.assert(
      fc.property(anyText, fc.nat(), fc.constantFrom('doc', 'listItem', 'text', 'image', 'paragraph'), (text, at, type) => {
        const isTaken = (value: unknown): boolean => {
          try {
            ProseNode.fromJSON(schema, value).check();
            return true;
          } catch {
            return false;
          }
        };
        expect(faultOfText(text)).toBeNull();
        expect(isTaken(text)).toBeTrue();
        // One node of another type somewhere in it.
        let left = at % 12;
        const renamed = (each: Piece): Piece => ({ ...each, type });
        const spoilt = (node: Piece): Piece =>
          left-- === 0 && node !== text ? renamed(node) : { ...node, ...(node.content && { content: node.content.map(spoilt) }) };
        const other = spoilt(text);
        if (!isTaken(other)) expect(faultOfText(other)).not.toBeNull();
      }),
      { numRuns: 400 },
    );
  });

  const deep = Array.from({ length: 100_000 }).reduce<unknown>(inner => ({ type: 'blockquote', content: [inner] }), { type: 'paragraph' });
  const paragraph = (part: object) => ({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x', ...part }] }] });
  const refused: readonly (readonly [what: string, value: unknown, why: RegExp])[] = [
    ['a hundred thousand levels', { type: 'doc', content: [deep] }, new RegExp(`${deepestText} deep`)],
    ['ten million characters', textOfParagraphs('x'.repeat(10_000_000)), new RegExp(mostCharacters.toLocaleString('en-GB'))],
    ['too many pieces', textOfParagraphs(...Array.from({ length: mostNodes }, () => 'x')), /pieces/],
    ['a node that nobody knows', { type: 'doc', content: [{ type: 'script' }] }, /“script”/],
    ['a node named like part of the language', { type: 'doc', content: [{ type: 'constructor' }] }, /constructor/],
    ['a list item by itself', { type: 'doc', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] }, /does not hold/],
    ['HTML', '<p>x</p>', /Not a text/],
    ['nothing', { type: 'doc', content: [] }, /does not hold/],
    ['an attribute that nobody knows', { type: 'doc', content: [{ type: 'paragraph', attrs: { onclick: 'x' } }] }, /onclick/],
    [
      'a script for a link',
      paragraph({ marks: [{ type: 'link', attrs: { page: null, address: 'javascript:alert(1)' } }] }),
      /safe to follow/,
    ],
    ['a mark twice', paragraph({ marks: [{ type: 'bold' }, { type: 'bold' }] }), /each once/],
    [
      'an inset of no block',
      { type: 'doc', content: [{ type: 'inset', attrs: { blockId: '../x', showsTitle: false, look: '' } }] },
      /blockId/,
    ],
  ];
  for (const [what, value, why] of refused) it(`refuses ${what}`, () => expect(faultOfText(value)).toMatch(why));
});

describe('texts and HTML', () => {
  it('come back the same once they have been read', () => {
    fc.assert(
      fc.property(anyText, text => {
        const once = read(html(text));
        expect(faultOfText(once)).toBeNull();
        expect(read(html(once))).toEqual(once);
        expect(insetsIn(once)).toEqual(insetsIn(text));
        expect(plainWords(once).replace(/\s/g, '')).toBe(plainWords(text).replace(/\s/g, ''));
      }),
      { numRuns: 400 },
    );
  });

  const rows: readonly (readonly [given: string, written: string, lost: string])[] = [
    ['<h1>a</h1><h6>b</h6>', '<h2>a</h2><h4>b</h4>', 'h1,h6'],
    ['loose <b>words</b><p>then', '<p>loose <strong>words</strong></p><p>then</p>', ''],
    ['<ul><li>a<ul><li>b</ul><li><h2>c</h2></ul>', '<ul><li>a<ul><li>b</li></ul></li><li><p></p><h2>c</h2></li></ul>', ''],
    ['<ol start="3"><li>a</ol>', '<ol start="3"><li>a</li></ol>', ''],
    ['<table><tr><td>a<td>b</table>', '<table><tr><td>a</td><td>b</td></tr></table>', ''],
    [
      '<table><caption>C</caption><tfoot><tr><td>z</tfoot><tr><th>a<td><p>b<p>c</table>',
      '<table><caption>C</caption><tr><th>a</th><td><p>b</p><p>c</p></td></tr><tr><td>z</td><td></td></tr></table>',
      '',
    ],
    // Source: WHATWG HTML section 4.9.12, a cell over two rows and one over two columns (from memory).
    [
      '<table><tr><td rowspan=2>a<td>b<tr><td>c<tr><td colspan=2>d</table>',
      '<table><tr><td>a</td><td>b</td></tr><tr><td></td><td>c</td></tr><tr><td>d</td><td></td></tr></table>',
      'cells that reach over others',
    ],
    [
      '<table><tr><td><ul><li>a</ul><h2>b</h2><table><tr><td>c</table></table>',
      '<table><tr><td><p>a</p><p>b</p><p>c</p></td></tr></table>',
      'table,tr,td,bulletList in a table,listItem in a table,heading in a table',
    ],
    ['<table></table><p>a</p>', '<p>a</p>', 'table'],
    [`<table><tr>${'<td>a'.repeat(mostColumns + 1)}</table>`, '<p>a</p>'.repeat(mostColumns + 1), 'table,tr,td'],
    ['<p>a<script>alert(1)</script><u>b</u></p>', '<p>ab</p>', 'script,u'],
    ['<a href="javascript:alert(1)">x</a>', '<p>x</p>', 'links that are not safe to follow'],
    ['<a href=/join/#now><em>x</em> y</a>', '<p><a href="/join#now"><em>x</em> y</a></p>', ''],
    ['<pre><code>\n\n a  b</code></pre>', '<pre><code>\n\n a  b</code></pre>', ''],
    ['<p>  a \n b  <br> c </p>', '<p>a b <br>c</p>', ''],
    ['<blockquote>a<hr>b</blockquote>', '<blockquote><p>a</p><hr><p>b</p></blockquote>', ''],
    ['', '<p></p>', ''],
  ];
  for (const [given, written, lost] of rows)
    it(`read ${JSON.stringify(given)}`, () => {
      const { document, lost: counted } = textFromHtml(given, path => (path === '/join' ? id(1) : null));
      expect([html(document).replace(/\n(?=<)/g, ''), [...counted.keys()].join()]).toEqual([written, lost]);
    });

  it('lose no word of what lies deeper than a text may', () => {
    const { document, lost } = textFromHtml('<ul><li>a'.repeat(150));
    expect([faultOfText(document), plainWords(document).match(/a/g)?.length, lost.has('what lies too deep')]).toEqual([null, 150, true]);
  });
  it('take a table whose rows have as many cells each, and no other', () => {
    const cell = { type: 'tableCell', content: [{ type: 'paragraph' }] };
    const table = (...lengths: readonly number[]) => ({
      type: 'doc',
      content: [
        {
          type: 'table',
          attrs: { caption: '' },
          content: lengths.map(length => ({ type: 'tableRow', content: Array<unknown>(length).fill(cell) })),
        },
      ],
    });
    expect([table(2, 2), table(1), table(mostColumns)].map(faultOfText)).toEqual([null, null, null]);
    for (const ragged of [table(2, 1), table(1, 2), table(mostColumns + 1)]) expect(faultOfText(ragged)).toMatch(/as many cells/);
    expect(faultOfText(table(0))).not.toBeNull();
  });
  it('show a table with its names told apart, in a place of its own that can be scrolled', () => {
    const shown = writeText(read('<table><tr><th>Month<th>Knot<tr><th>May<td><a href="/join">a</a></table>'));
    const written = shown.map(each => (typeof each === 'string' ? each : 'words' in each ? each.words : '')).join('');
    expect(written).toBe('<section class="table-frame" tabindex="0" aria-label="Month, Knot"><table><thead><tr><th scope="col">Month</th><th scope="col">Knot</th></tr></thead><tbody><tr><th scope="row">May</th><td>a</td></tr></tbody></table></section>'); // prettier-ignore
  });

  for (const [what, hostile] of [
    ['fifty thousand divisions', '<div><b>'.repeat(50_000)],
    ['too many characters', 'x'.repeat(mostHtml + 1)],
  ] as const)
    it(`are refused at once with ${what}`, () => expect(() => textFromHtml(hostile)).toThrowError(RangeError, /at most/i));
});

// The text that changes make of another.
function withChanges(document: RichText, changes: readonly TextChange[]): RichText {
  let at = 0;
  const content = changes.flatMap(change => {
    if (change.kind === 'same') {
      at += change.count;
      return document.content.slice(at - change.count, at);
    }
    const replaced = document.content.slice(at, at + change.before.length);
    if (replaced.map(each => JSON.stringify(each)).join() !== change.before.map(each => JSON.stringify(each)).join())
      throw new RangeError('The changes are those of another text');
    at += change.before.length;
    return change.after;
  });
  if (at !== document.content.length) throw new RangeError('The changes are those of another text');
  return { type: 'doc', content };
}

describe('compareTexts', () => {
  it('applied to the old gives the new', () => {
    fc.assert(
      fc.property(anyText, anyText, fc.nat(3), (one, other, at) => {
        const mixed = { type: 'doc' as const, content: [...one.content.slice(0, at), ...other.content] };
        for (const [before, after] of [
          [one, other],
          [one, mixed],
          [mixed, one],
          [one, one],
        ] as const)
          // prettier-ignore
          expect(withChanges(before, compareTexts(before, after))).toEqual({ type: 'doc', content: after.content });
      }),
      { numRuns: 200 },
    );
  });
  it('keeps what stayed and tells what came', () => {
    const changes = compareTexts(textOfParagraphs('a', 'b', 'c'), textOfParagraphs('a', 'x', 'c'));
    expect(changes.map(each => (each.kind === 'same' ? each.count : [each.before.length, each.after.length]))).toEqual([1, [1, 1], 1]);
  });
});

describe('a text', () => {
  it('says nothing when it has no word, rule or inset', () =>
    expect([textOfParagraphs('', ' '), textOfParagraphs('a'), read('<hr>')].map(saysNothing)).toEqual([true, false, false]));
  it('stays the same object when no link is led elsewhere', () => {
    const text = read('<p><a href="/a">a</a></p>');
    expect(withLinks(text, each => each)).toBe(text);
    expect(html(withLinks(text, () => ({ page: id(1), address: '' })))).toBe('<p><a href="/join">a</a></p>');
  });
});
