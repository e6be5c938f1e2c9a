import { z } from 'zod';
import { instant } from './common';
import { fieldChange, kind } from './messages';

/** The most that is told of at once, and of how much word by word. */
export const betweenLimits = { rows: 300, inWords: 100 } as const;

/** Two moments of the site. */
export const betweenQuery = z.strictObject({
  from: z.coerce.number().pipe(instant),
  until: z.coerce.number().pipe(instant),
});

const pages = z.object({ count: z.number().int(), first: z.array(z.object({ id: z.string(), title: z.string() })) });

/** What is different of one record. */
export const betweenRow = z.object({
  recordId: z.string(),
  kind,
  title: z.string(),
  what: z.enum(['comes', 'goes', 'changes', 'shows otherwise']),
  /** Field by field, where it changes. */
  fields: z.array(fieldChange),
  /** Where it shows only at the later one, and only at the earlier one. */
  gained: pages,
  lost: pages,
});

/** What changes between two moments. */
export const between = z.object({ rows: z.array(betweenRow), count: z.number().int() });

export type BetweenRow = z.infer<typeof betweenRow>;
export type Between = z.infer<typeof between>;
