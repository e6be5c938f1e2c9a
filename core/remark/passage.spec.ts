import fc from 'fast-check';
import { followPassage, passageOf } from './passage';

const followed = (quote: string, before: string, after: string) => {
  const found = followPassage(passageOf(quote, before)!, before, after);
  return found && after.slice(found.from, found.to);
};

describe('a passage that is remarked on', () => {
  for (const [what, quote, before, after, now] of [
    ['stays where nothing changed', 'opens at eight', 'It opens at eight.', 'It opens at eight.', 'opens at eight'],
    ['moves with what comes before it', 'at eight', 'It opens at eight.', 'In spring it opens at eight.', 'at eight'],
    [
      'holds what was changed inside it',
      'opens at eight today',
      'It opens at eight today.',
      'It opens at nine today.',
      'opens at nine today',
    ],
    ['is what took its place', 'eight', 'It opens at eight today.', 'It opens at nine today.', 'nine'],
    ['shrinks by what was taken out', 'eight or nine', 'At eight or nine today.', 'At nine today.', 'nine'],
    ['is gone with its words', 'Bring boots. ', 'It opens. Bring boots. Come.', 'It opens. Come.', null],
  ] as const)
    it(what, () => expect(followed(quote, before, after)?.trim() ?? null).toBe(now?.trim() ?? null));

  it('says the same words wherever the text around it is written anew', () => {
    const words = fc.array(fc.constantFrom('tide', 'reed', 'tern', 'shore'), { maxLength: 6 }).map(each => each.join(' '));
    fc.assert(
      fc.property(words, words, words, words, (a, b, c, d) => {
        const quote = 'the causeway floods';
        expect(followed(quote, `${a} | ${quote} | ${b}`, `${c} | ${quote} | ${d}`)).toBe(quote);
      }),
    );
  });
});
