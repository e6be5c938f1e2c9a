import fc from 'fast-check';
import { anyWhere, randomWhen, randomWho } from '../testing/random-rules';
import { RuleTextFault, whenFromText, whenText, whereFromText, whereText, whoFromText, whoText, type PageWords } from './text';

const pages: PageWords = { write: id => `/${id}`, read: words => (words.startsWith('/') ? words.slice(1) : null) };

describe('the text of a rule', () => {
  it('comes back as the same tree, where', () =>
    fc.assert(
      fc.property(anyWhere, tree => expect(whereFromText(whereText(tree, pages), pages)).toEqual(tree)),
      { numRuns: 800 },
    ));
  it('comes back as the same tree, who', () =>
    fc.assert(
      fc.property(randomWho, tree => expect(whoFromText(whoText(tree))).toEqual(tree)),
      { numRuns: 400 },
    ));
  it('comes back as the same tree, when', () =>
    fc.assert(
      fc.property(randomWhen, tree => expect(whenFromText(whenText(tree))).toEqual(tree)),
      { numRuns: 400 },
    ));

  it('reads as one would say it', () =>
    expect(
      whereText(
        {
          any: [
            { test: 'within', page: 'visit' },
            { test: 'type', type: 'event' },
          ],
          none: [{ test: 'page', page: 'visit' }],
        },
        pages,
      ),
    ).toBe('any of (beneath "/visit", type "event") and none of (page "/visit")'));

  const faults: readonly (readonly [text: string, position: number, says: string])[] = [
    ['', 0, 'A test or a group was expected'],
    ['any of page "/x"', 7, '“(” was expected'],
    ['any of (page "/x") and', 22, 'another group was expected'],
    ['any of (page "/x") or', 19, 'Nothing more was expected'],
    ['page "x"', 8, 'There is no page'],
    ['page /x', 5, 'straight quotation marks'],
    ['any of (page "/x") and any of (page "/y")', 30, 'twice'],
    ['all of ('.repeat(200), 808, 'nested 100 deep'],
  ];
  for (const [text, position, says] of faults)
    it(`says where “${text.slice(0, 30)}” is wrong`, () =>
      expect(() => whereFromText(text, pages)).toThrowMatching(
        (error: unknown) => error instanceof RuleTextFault && error.position === position && error.message.includes(says),
      ));
});
