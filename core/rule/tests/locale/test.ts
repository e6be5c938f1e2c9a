import { localeTagSchema } from '../../../locale/locale-tag';
import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Pages as they are read in a locale. */
export interface LocaleTest {
  readonly test: 'locale';
  readonly locale: string;
}

/** See {@link LocaleTest}. */
export const locale: WhereTestKind<LocaleTest> = {
  name: 'locale',
  label: 'pages in a locale',
  parameters: [{ name: 'locale', label: 'Locale', kind: 'short text', help: '', from: 'locales' }],
  schema: z => z.strictObject({ test: z.literal('locale'), locale: localeTagSchema(z) }),
  holds: test => facts => facts.locale === test.locale,
  phrase: (test, names) => say`pages in ${names.locale(test.locale)}`,
  asksReading: (test, reading) => reading.locale === test.locale,
};
