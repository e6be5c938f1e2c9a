import { styleOfPage } from './style-rules';

describe('styleOfPage', () => {
  const rules = [
    { style: 'dusk', section: 'visit', locale: 'cy' },
    { style: 'meadow', section: 'visit', locale: null },
    { style: 'dusk', section: null, locale: 'de' },
  ];
  for (const [lineage, locale, style] of [
    [['hides', 'visit', 'front'], 'cy', 'dusk'],
    [['visit', 'front'], 'en-GB', 'meadow'],
    [['visit', 'front'], 'de', 'meadow'],
    [['front'], 'de', 'dusk'],
    [['front'], 'cy', ''],
    [[], 'de', 'dusk'],
  ] as const)
    it(`${lineage.join(' under ') || 'a page nobody wrote'} in ${locale}: ${style || 'none'}`, () =>
      expect(styleOfPage(rules, lineage, locale)).toBe(style));
});
