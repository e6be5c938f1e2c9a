import fc from 'fast-check';
import { type RichText, plainWords, textOfParagraphs } from '../rich-text/document';
import { faultOfText } from '../rich-text/faults';
import { anyText, sampleId } from '../testing/random-text';
import { warningsOfValue } from './checks';
import { mapWords, segmentsOf, withSegments, wordsOfPieces, type Pieces } from './segment';

describe('segments', () => {
  it('hold all words of a text but its structure, and give it back unchanged', () => {
    fc.assert(
      fc.property(anyText, text => {
        const segments = segmentsOf(text);
        const words = segments.map(each => wordsOfPieces(each.pieces)).join('\n');
        // Footnotes are segments after the line that they stand in.
        const letters = (said: string) => [...said.replace(/[\s[\]]+/g, '')].sort().join('');
        expect(letters(words)).toBe(letters(plainWords(text)));
        expect(new Set(segments.map(each => each.key)).size).toBe(segments.length);
        expect(withSegments(text, new Map(segments.map(each => [each.key, each.pieces])))).toEqual(text);
      }),
      { numRuns: 300 },
    );
  });

  it('take other words and stay texts that the grammar takes, with every link where it was', () => {
    const leads = (text: RichText) => [...JSON.stringify(text).matchAll(/"address":"[^"]*"/g)].map(each => each[0]);
    fc.assert(
      fc.property(anyText, text => {
        const made = mapWords(text, words => words.toUpperCase()) as RichText;
        expect(faultOfText(made)).toBeNull();
        expect(leads(made)).toEqual(leads(text));
        expect(plainWords(made)).toBe(plainWords(text).toUpperCase());
      }),
      { numRuns: 200 },
    );
  });

  it('of a footnote are its own, and the note stays where a translation puts it', () => {
    const note = (words: string) => ({ type: 'footnote', attrs: { note: words } });
    const line = (...content: object[]) => ({ type: 'doc', content: [{ type: 'paragraph', content }] }) as unknown as RichText;
    const text = line({ type: 'text', text: 'Knot came' }, note('January'), { type: 'text', text: ' again' }, note('East'));
    expect(segmentsOf(text).map(each => each.key)).toEqual(['0', '0.note0', '0.note1']);
    const said = new Map<string, Pieces>([
      ['0', [{ id: '2', mark: null, note: 1 }, 'Wieder Knutts', { id: '1', mark: null, note: 0 }]],
      ['0.note0', ['Januar']],
    ]);
    expect(withSegments(text, said)).toEqual(line(note('East'), { type: 'text', text: 'Wieder Knutts' }, note('Januar')));
  });

  it('are one for a line, none for what is no words', () => {
    expect(segmentsOf('Low water')).toEqual([{ key: '', pieces: ['Low water'] }]);
    expect([segmentsOf(''), segmentsOf(7), segmentsOf(null), segmentsOf({ page: 'x' })]).toEqual([[], [], [], []]);
  });
});

describe('what looks wrong beside the words it was made from', () => {
  const cases: readonly [source: string, own: string, warnings: number][] = [
    ['Open 10 to 4', 'Ar agor 10 tan 4', 0],
    ['Open 10 to 4', 'Ar agor 10 tan 5', 2],
    // Separators by CLDR: German writes 1.250,5, French 1 250,5.
    ['1,250.5 birds', '1.250,5 Vögel', 0],
    ['1,250.5 birds', '1 250,5 oiseaux', 0],
    // Arabic-Indic digits are the same numbers. @see Unicode Standard, 4.6
    ['12 terns', '١٢ خرشنة', 0],
    ['Hello {name}, %d left', 'Helo {name}, %d ar ôl', 0],
    ['Hello {name}', 'Helo', 1],
    ['See https://tides.example/a or ask wardens@merrowby.example', 'Gweler https://tides.example/a', 1],
    ['Anything 7', '', 0],
  ];
  for (const [source, own, count] of cases)
    it(`${source} → ${own || 'nothing'}: ${count}`, () => expect(warningsOfValue(source, own).length).toBe(count));

  it('names a link, a picture and a block that are gone', () => {
    const linked: RichText = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [{ type: 'text', text: 'Join', marks: [{ type: 'link', attrs: { page: sampleId(1), address: '' } }] }],
        },
        { type: 'picture', attrs: { file: sampleId(3), caption: '', align: 'centre', width: 100 } },
        { type: 'inset', attrs: { blockId: sampleId(2), showsTitle: true, look: '' } },
      ],
    };
    expect(warningsOfValue(linked, linked)).toEqual([]);
    expect(warningsOfValue(linked, textOfParagraphs('Ymunwch'))).toEqual([
      'The link on “Join” is missing here.',
      'A picture is missing here.',
      'A block inside the text is missing here.',
    ]);
  });
});
