import { z } from 'zod';
import { instant } from './common';
import { named, status, waiting } from './messages';

/** A menu in a list. */
export const menuRow = z.object({
  id: z.string(),
  title: z.string(),
  entryCount: z.number().int(),
  status,
  waiting,
  changedAt: instant,
  changedBy: z.string(),
  /** Live pages on which it shows. */
  pages: z.array(named),
});

export type MenuRow = z.infer<typeof menuRow>;
