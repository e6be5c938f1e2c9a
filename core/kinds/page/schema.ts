import type { Zod } from '../../fields/field';
import { textSchema } from '../../fields/text-schemas';
import { localTimeSchema } from '../../fields/moment/moment';
import { onceOverSchema } from '../../page/once-over';
import { reservedSegments } from '../../page/page';
import type { Registry } from '../../registry/registry';
import { ruleSchemas } from '../../rule/schema';
import { say } from '../../tongue/say';
import { orderKeySchema, schemaByType } from '../typed-schema';

/** The schema of pages. */
export function pageSchema(z: Zod, { pageTypes }: Registry) {
  const parts = {
    version: z.literal(3, { error: () => say`This version of pages is not known here.` }),
    title: textSchema(z, 200, true, 'one line'),
    parentId: z.uuid({ error: () => say`An id is a UUID.` }).nullable(),
    segment: z
      .string()
      .max(80)
      .regex(/^([a-z0-9]+(-[a-z0-9]+)*)?$/, { error: () => say`Small letters, digits and single hyphens.` }),
    order: orderKeySchema(z),
    layout: textSchema(z, 60, true, 'one line'),
    readers: ruleSchemas(z).who.nullable(),
    inMenu: z.boolean(),
    menuLabel: textSchema(z, 60, false, 'one line'),
    onceOver: onceOverSchema(z).optional(),
    lastWords: textSchema(z, 500, false, 'one line').optional(),
    reviewBy: localTimeSchema(z).optional(),
    shelvedFrom: localTimeSchema(z).optional(),
  };
  return schemaByType(z, [...pageTypes.values()], parts).superRefine(({ parentId, segment }, context) => {
    const refuse = (message: string) => context.addIssue({ code: 'custom', path: ['segment'], message });
    if (parentId !== null && segment === '') refuse(say`Only the front page has an empty address.`);
    if (parentId === null && segment !== '') refuse(say`The front page’s address is empty.`);
    if (reservedSegments.includes(String(segment))) refuse(say`This address belongs to the product itself.`);
  });
}
