import { servicePages, type ServicePage } from '../../../page/service-pages';
import type { WhereTestKind } from '../test-kind';
import { say, told } from '../../../tongue/say';

/** Pages that nobody wrote: one of them, or any. */
export interface ServicePageTest {
  readonly test: 'service page';
  readonly service?: string;
}

/** See {@link ServicePageTest}. */
export const servicePage: WhereTestKind<ServicePageTest> = {
  name: 'service page',
  label: 'pages nobody wrote (sign-in, not found)',
  parameters: [{ name: 'service', label: 'Which', kind: 'short text', help: '', from: 'service pages', isOptional: true }],
  schema: z =>
    z.strictObject({
      test: z.literal('service page'),
      service: z.enum(servicePages as readonly [ServicePage, ...ServicePage[]]).optional(),
    }),
  holds: test => facts => facts.service !== null && (test.service === undefined || facts.service === test.service),
  phrase: test => (test.service === undefined ? say`every service page` : say`the ${told(test.service)} page`),
  keys: () => ['service'],
  keysOfPage: facts => (facts.service === null ? [] : ['service']),
};
