import fc from 'fast-check';
import { markedText, type MarkedBlock } from './marked-text';
import { type RichText, type RichTextNode, textOfParagraphs } from './document';

const line = (type: string, words: string, part: object = {}): RichTextNode => ({
  type,
  content: [{ type: 'text', text: words, ...part }],
});
const doc = (...content: RichTextNode[]): RichText => ({ type: 'doc', content });
const [p, bold] = [(words: string, part: object = {}) => line('paragraph', words, part), { marks: [{ type: 'bold' }] }];
const link = (address: string) => ({ marks: [{ type: 'link', attrs: { page: null, address } }] });
const heading = (level: number, words: string): RichTextNode => ({ ...line('heading', words), attrs: { level } });
const list = (...items: string[]): RichTextNode => ({
  type: 'bulletList',
  content: items.map(each => ({ type: 'listItem', content: [p(each)] })),
});

const table = (...rows: readonly (readonly string[])[]): RichTextNode => ({
  type: 'table',
  attrs: { caption: '' },
  content: rows.map(row => ({ type: 'tableRow', content: row.map(words => ({ type: 'tableCell', content: [p(words)] })) })),
});

/** A marked text in a short form: + and − before what came and went, notes in brackets. */
const told = (blocks: readonly MarkedBlock[]): readonly string[] =>
  blocks.map(({ type, level, fate, note, runs, content }) => {
    const sign = { same: '', added: '+', removed: '−' };
    const words = runs.map(each => `${fate === 'same' ? sign[each.fate] : ''}${each.text}${each.note && `[${each.note}]`}`).join('|');
    const inner = content.length > 0 ? `{${told(content).join(' ')}}` : '';
    return `${sign[fate]}${type}${level || ''}${note && `[${note}]`}:${words}${inner}`;
  });

describe('markedText', () => {
  const rows: readonly (readonly [what: string, before: RichText, after: RichText, marked: readonly string[]])[] = [
    ['words within a paragraph', doc(p('the hide is open')), doc(p('the hide is closed')), ['paragraph:the hide is |−open|+closed']],
    [
      'a phrase put for another',
      doc(p('open until dusk today')),
      doc(p('open from dawn today')),
      ['paragraph:open |−until dusk|+from dawn| today'],
    ],
    ['a paragraph that came', doc(p('one two')), doc(p('one two'), p('other words')), ['paragraph:one two', '+paragraph:other words']],
    ['a paragraph that went', doc(p('one two'), p('other words')), doc(p('one two')), ['paragraph:one two', '−paragraph:other words']],
    [
      'a block that moved',
      doc(p('first of all'), p('then this'), p('last one')),
      doc(p('then this'), p('last one'), p('first of all')),
      ['−paragraph[moved from here]:first of all', 'paragraph:then this', 'paragraph:last one', '+paragraph[moved here]:first of all'],
    ],
    ['a paragraph made a heading', doc(p('Opening hours')), doc(heading(2, 'Opening hours')), ['heading2[was a paragraph]:Opening hours']],
    ['another level', doc(heading(2, 'Hours')), doc(heading(3, 'Hours')), ['heading3[was a heading of level 2]:Hours']],
    ['words set in bold', doc(p('never cross')), doc(p('never cross', bold)), ['paragraph:never cross[bold now]']],
    ['bold taken off', doc(p('never cross', bold)), doc(p('never cross')), ['paragraph:never cross[was bold]']],
    ['a link led elsewhere', doc(p('tides', link('/a'))), doc(p('tides', link('/b'))), ['paragraph:tides[led to /a, leads to /b now]']],
    ['a link taken off', doc(p('tides', link('/a'))), doc(p('tides')), ['paragraph:tides[led to /a]']],
    [
      'an entry of a list',
      doc(list('boots', 'coat')),
      doc(list('boots', 'warm coat', 'lamp')),
      ['bulletList:{listItem:{paragraph:boots} listItem:{paragraph:+warm |coat} +listItem:{+paragraph:lamp}}'],
    ],
    [
      'a cell of a table, and a row',
      doc(table(['Month', 'Knot'], ['May', 'ten thousand'])),
      doc(table(['Month', 'Knot'], ['May', 'nine thousand'], ['June', 'none'])),
      ['table:{tableRow:{tableCell:{paragraph:Month} tableCell:{paragraph:Knot}} tableRow:{tableCell:{paragraph:May} tableCell:{paragraph:−ten|+nine| thousand}} +tableRow:{+tableCell:{+paragraph:June} +tableCell:{+paragraph:none}}}'], // prettier-ignore
    ],
  ];
  for (const [what, before, after, marked] of rows) it(`tells ${what}`, () => expect(told(markedText(before, after))).toEqual([...marked]));

  it('names where links lead as people know it', () => {
    const page = { marks: [{ type: 'link', attrs: { page: 'p1', address: '' } }] };
    expect(told(markedText(doc(p('tides')), doc(p('tides', page)), () => 'Tides'))).toEqual(['paragraph:tides[leads to Tides now]']);
  });

  it('reads as the older text without what came, and as the newer without what went', () => {
    const words = fc.array(fc.constantFrom('tide', 'hide', 'dune', 'moth', 'open'), { minLength: 1, maxLength: 6 });
    const text = fc.array(words, { minLength: 1, maxLength: 8 }).map(all => textOfParagraphs(...all.map(each => each.join(' '))));
    const wordsWithout = (blocks: readonly MarkedBlock[], fate: string) =>
      blocks
        .filter(each => each.fate !== fate)
        .map(each =>
          each.runs
            .filter(run => run.fate !== fate)
            .map(run => run.text)
            .join(''),
        );
    const linesOf = (of: RichText) => of.content.map(each => each.content?.map(run => run.text).join('') ?? '');
    fc.assert(
      fc.property(text, text, (before, after) => {
        const marked = markedText(before, after);
        expect(wordsWithout(marked, 'added')).toEqual(linesOf(before));
        expect(wordsWithout(marked, 'removed')).toEqual(linesOf(after));
      }),
    );
  });
});
