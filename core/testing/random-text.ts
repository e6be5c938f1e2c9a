import fc from 'fast-check';
import type { RichText, RichTextNode as Piece } from '../rich-text/document';
import { fittedText } from '../rich-text/fitted';

/** One of ten ids of records. */
export const sampleId = (digit: number): string => `0193a000-0000-7000-8000-00000000000${digit}`;

const word = fc.constantFrom('tide', 'spit & hide', '<b>', 'é😀', 'a  b', ' ', '"', ' ');
const marks = fc
  .tuple(fc.constantFrom('', 'lead', 'button'), fc.subarray(['bold', 'italic', 'strike', 'code', 'subscript']))
  .map(([style, names]) => [...(style ? [{ type: 'styled', attrs: { style } }] : []), ...names.map(type => ({ type }))]);
const link = fc.constantFrom(
  null,
  { page: null, address: 'https://tides.example/?a=1&b=2' },
  { page: null, address: '/visit#hides' },
  { page: sampleId(1), address: '?year=2027' },
);
const inline = fc.oneof(
  fc.record({ words: word, marks, link }).map(({ words, marks: some, link: target }): Piece => ({
    type: 'text',
    text: words,
    marks: [...(target ? [{ type: 'link', attrs: target }] : []), ...some],
  })),
  fc.constant<Piece>({ type: 'hardBreak' }),
  word.map((note): Piece => ({ type: 'footnote', attrs: { note: note.trim() } })),
);
const { block } = fc.letrec<{ block: Piece }>(tie => {
  const line = fc.array(inline, { maxLength: 4 });
  const paragraph = line.map((content): Piece => ({ type: 'paragraph', content }));
  const blocks = fc.array(tie('block'), { minLength: 1, maxLength: 3 });
  const item = fc
    .tuple(paragraph, fc.array(tie('block'), { maxLength: 2 }))
    .map(([first, rest]): Piece => ({ type: 'listItem', content: [first, ...rest] }));
  const cell = fc
    .tuple(fc.constantFrom('tableCell', 'tableHeader'), fc.array(paragraph, { minLength: 1, maxLength: 2 }))
    .map(([type, content]): Piece => ({ type, content }));
  const table = fc
    .tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 3 }), fc.constantFrom('', 'Counts & tides'))
    .chain(([across, down, caption]) =>
      fc.array(fc.array(cell, { minLength: across, maxLength: across }), { minLength: down, maxLength: down }).map((rows): Piece => ({
        type: 'table',
        attrs: { caption },
        content: rows.map(content => ({ type: 'tableRow', content })),
      })),
    );
  return {
    block: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      paragraph,
      fc.tuple(line, fc.constantFrom(2, 3, 4)).map(([content, level]): Piece => ({ type: 'heading', attrs: { level }, content })),
      fc.constant<Piece>({ type: 'horizontalRule' }),
      fc.constantFrom('x\n  y', '\nx', '').map((text): Piece => ({ type: 'codeBlock', content: text ? [{ type: 'text', text }] : [] })),
      fc.constant<Piece>({ type: 'inset', attrs: { blockId: sampleId(2), showsTitle: true, look: 'card' } }),
      blocks.map((content): Piece => ({ type: 'blockquote', content })),
      fc.array(item, { minLength: 1, maxLength: 3 }).map((content): Piece => ({ type: 'bulletList', content })),
      table,
      fc
        .tuple(fc.array(item, { minLength: 1, maxLength: 3 }), fc.constantFrom(1, 4, -2))
        .map(([content, start]): Piece => ({ type: 'orderedList', attrs: { start }, content })),
    ),
  };
});
/** Any text that the grammar takes. */
export const anyText = fc.array(block, { minLength: 1, maxLength: 4 }).map(content => fittedText({ type: 'doc', content } as RichText));
