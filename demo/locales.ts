import { firstLocale, freshLocale, type LocaleState, type SiteLocale } from '@core/locale/site-locale';

const others: readonly (readonly [tag: string, state: LocaleState])[] = [
  ['cy', 'open'],
  ['de', 'open'],
  ['ar', 'open'],
  ['en-US', 'open'],
  // Nearly nothing is written in it yet.
  ['fr', 'staff'],
];

/** In which locales the demo site is read. */
export const demoLocales: readonly SiteLocale[] = others.reduce<readonly SiteLocale[]>(
  (known, [tag, state]) => [...known, { ...freshLocale(tag, known), state, ...(tag === 'cy' ? { isWhole: true } : {}) }],
  [firstLocale('en-GB')],
);
