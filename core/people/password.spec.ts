import { longestPassword, normalPassword, passwordFault, shortestPassword } from './password';

const context = { name: 'Ann Penrose', email: 'ann@penhallow.example', siteName: 'Penhallow Rope Works' };

describe('passwordFault', () => {
  // NIST SP 800-63B-4 section 3.1.1.2: at least 15 characters where nothing else is asked, at least 64 allowed, all of
  // Unicode and the space taken, each code point one character, no rule of composition (from memory).
  it('keeps the limits of the standard', () => {
    expect([shortestPassword, longestPassword >= 64]).toEqual([15, true]);
    const taken = [
      'hemp tarred loft',
      'gwylanod uwchben',
      '潮が満ちる海辺の灯台と鴎と霧笛',
      'only small letters and blanks',
      'ÄÖÜßäöüéèêñçåøæ',
    ];
    expect(taken.map(each => passwordFault(each, context))).toEqual(taken.map(() => null));
    expect(passwordFault('𝕏'.repeat(1) + 'hemp tarred lo', context)).toBeNull();
    expect(passwordFault('hemp tarred lof', context)).toBeNull();
    expect(passwordFault('hemp tarred lo', context)).toContain('15');
    expect(passwordFault('hemp tarred loft '.repeat(13), context)).toContain('200');
  });

  // Kinds of password that the standard says a list should refuse: from breaches, repetitive, sequential, named after the service.
  for (const guessed of [
    'passwordpassword',
    'Password1234567890',
    'aaaaaaaaaaaaaaaa',
    'abcabcabcabcabcabc',
    '123456789012345',
    'qwertyuiopasdfghjkl',
    'zyxwvutsrqponmlkj',
    'correcthorsebatterystaple',
    'PenhallowRopeWorks2026',
    'ann.penrose.2026!!',
    'welcome-summer-2026',
  ])
    it(`refuses ${guessed}`, () => expect(passwordFault(guessed, context)).not.toBeNull());
});

describe('normalPassword', () => {
  // Unicode Standard Annex 15: é is one code point or two.
  it('is the same however an accent was typed', () => expect(normalPassword('cafe\u0301')).toBe(normalPassword('caf\u00e9')));
});
