import type { z as zod } from 'zod';
import type { Zod } from '../../fields/field';
import { link } from '../../fields/link/link';
import { textSchema } from '../../fields/text-schemas';
import { localeTagSchema } from '../../locale/locale-tag';
import { menuBounds, outlineOf, type MenuValue } from '../../menu/menu';
import { ruleSchemas } from '../../rule/schema';
import { say } from '../../tongue/say';

/** The schema of menus. */
export function menuSchema(z: Zod) {
  const { who, when, where } = ruleSchemas(z);
  const target = z.discriminatedUnion('to', [
    z.strictObject({
      to: z.literal('page'),
      page: z.uuid({ error: () => say`An id is a UUID.` }),
      beneath: z.number().int().min(0).max(menuBounds.beneath),
    }),
    z.strictObject({ to: z.literal('link'), link: link.schema(z, { name: 'link', label: '', kind: 'link', help: '', required: true }) }),
    z.strictObject({ to: z.literal('heading') }),
  ]);
  const entryAt = (depth: number): zod.ZodType =>
    z
      .strictObject({
        id: z.string().regex(/^[\w-]{1,64}$/, { error: () => say`Not an entry’s id.` }),
        target,
        words: textSchema(z, 120, false, 'one line'),
        who,
        when,
        currentOn: where.nullable(),
        notIn: z.array(localeTagSchema(z)).max(100).optional(),
        entries:
          depth <= 1
            ? z.array(z.never()).max(0, { error: () => say`Entries lie at most ${menuBounds.depth} deep.` })
            : z.array(entryAt(depth - 1)).max(menuBounds.entries),
      })
      .superRefine((entry, context) => {
        const { target: held, words } = entry as { target: { to: string }; words: string };
        if (held.to === 'heading' && words === '')
          context.addIssue({ code: 'custom', path: ['words'], message: say`A heading needs words.` });
      });
  return z
    .strictObject({
      version: z.literal(1, { error: () => say`This version of menus is not known here.` }),
      title: textSchema(z, 200, true, 'one line'),
      entries: z.array(entryAt(menuBounds.depth)).max(menuBounds.entries),
    })
    .superRefine((menu, context) => {
      const rows = outlineOf((menu as unknown as MenuValue).entries);
      if (rows.length > menuBounds.entries)
        context.addIssue({ code: 'custom', path: ['entries'], message: say`At most ${menuBounds.entries} entries.` });
      if (new Set(rows.map(each => each.id)).size < rows.length)
        context.addIssue({ code: 'custom', path: ['entries'], message: say`Two entries have the same id.` });
    });
}
