import fc from 'fast-check';
import { compareValues, compareWords } from './compare';

const side = (changes: ReturnType<typeof compareWords>, kind: 'added' | 'removed') =>
  changes
    .filter(part => part.kind === 'same' || part.kind === kind)
    .map(part => part.text)
    .join('');

describe('compareWords', () => {
  it('holds both texts whole, whatever it marks', () => {
    const text = fc.array(fc.constantFrom('tide', 'shore', 'tern ', ' ', 'reed.', '\n'), { maxLength: 12 }).map(words => words.join(' '));
    fc.assert(
      fc.property(text, text, (before, after) => {
        const changes = compareWords(before, after);
        expect(side(changes, 'removed')).toBe(before);
        expect(side(changes, 'added')).toBe(after);
      }),
    );
  });

  it('reads one phrase put for another as one change', () => {
    expect(compareWords('Ask at the lodge.', 'Leave half an hour.').map(part => part.kind)).toEqual(['removed', 'added', 'same']);
  });
});

describe('compareValues', () => {
  it('names the fields that differ, inner ones by their path', () => {
    expect(
      compareValues(
        { version: 1, title: 'a', fields: { body: 'x', tone: 'calm' } },
        { version: 1, title: 'a', fields: { body: 'y', tone: 'calm' } },
      ).map(change => change.field),
    ).toEqual(['fields.body']);
  });
});
