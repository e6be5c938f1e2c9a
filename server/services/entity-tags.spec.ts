import { isMatched, isStronglySame, tagsIn } from './entity-tags';

describe('entity tags', () => {
  // Published: the table of RFC 9110, section 8.8.3.2, its column of the strong comparison.
  const rows: readonly (readonly [one: string, other: string, isSame: boolean])[] = [
    ['W/"1"', 'W/"1"', false],
    ['W/"1"', 'W/"2"', false],
    ['W/"1"', '"1"', false],
    ['"1"', '"1"', true],
  ];
  for (const [one, other, isSame] of rows)
    it(`${one} and ${other} are ${isSame ? '' : 'not '}the same`, () =>
      expect(isStronglySame(tagsIn(one)[0]!, tagsIn(other)[0]!)).toBe(isSame));

  // Published: the examples of If-Match in RFC 9110, section 13.1.1, and of tags in section 8.8.3.
  it('are matched one of a list, and anything by a star', () => {
    expect(isMatched('"xyzzy"', '"xyzzy"')).toBeTrue();
    expect(isMatched('"xyzzy", "r2d2xxxx", "c3piozzzz"', '"c3piozzzz"')).toBeTrue();
    expect(isMatched('*', '"xyzzy"')).toBeTrue();
    expect(isMatched('"xyzzy"', '"r2d2xxxx"')).toBeFalse();
    expect(isMatched('W/"xyzzy"', '"xyzzy"')).toBeFalse();
    expect(isMatched('""', '""')).toBeTrue();
    expect(isMatched('xyzzy', '"xyzzy"')).toBeFalse();
    expect(isMatched('"a,b"', '"a,b"')).toBeTrue();
  });
});
