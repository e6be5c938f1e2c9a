import { compareWords } from '@core/compare/compare';
import { compareInFull } from '@core/compare/in-full';
import { textOfParagraphs } from '@core/rich-text/document';
import { inLanguage } from '../speaking';
import { compared, comparedAtOnce } from './comparer';

const long = (word: string) => Array.from({ length: comparedAtOnce / 20 }, (_, at) => `${word} stands on line ${at}.`).join('\n');
const link = (page: string, text: string) => ({
  type: 'doc' as const,
  content: [{ type: 'paragraph', content: [{ type: 'text', text, marks: [{ type: 'link', attrs: { page, address: '' } }] }] }],
});

describe('compared', () => {
  it('gives of large texts what comparing them here gives, while this thread goes on', async () => {
    const [before, after] = [long('Lamp'), long('Buoy')];
    let turns = 0;
    const turning = setInterval(() => (turns += 1), 1);
    const answer = await compared('compareWords', before, after);
    clearInterval(turning);
    expect(answer).toEqual(compareWords(before, after));
    expect(turns).toBeGreaterThan(0);
  });

  it('tells many who ask at once each their own, in their own language', async () => {
    const filler = textOfParagraphs(long('Lamp'));
    const ask = (language: string, name: string) =>
      inLanguage(language, () =>
        compared(
          'compareInFull',
          { filler, fields: { body: link('a', 'here') } },
          { filler, fields: { body: link('b', 'here') } },
          { a: name, b: 'B' },
        ),
      );
    const answers = await Promise.all([ask('en', 'Quay'), ask('de', 'Kai')]);
    const notes = answers.map(([change]) => change!.text![0]!.runs[0]!.note);
    expect(notes[0]).toContain('led to Quay');
    expect(notes[1]).toContain('Kai');
    expect(notes[1]).not.toContain('led to');
  });

  it('tells a small value at once, and the same of it', async () => {
    const [before, after] = [{ title: 'Lamps' }, { title: 'Lamps at dusk' }];
    expect(await compared('compareInFull', before, after, {})).toEqual(compareInFull(before, after, {}));
  });
});
