import { z } from 'zod';
import { named } from './messages';

/** A form, and how much was sent through it. */
export const formRow = z.object({
  /** Of its block. */
  id: z.string(),
  title: z.string(),
  count: z.number().int(),
  /** For how many days what is sent is kept. */
  keptDays: z.number().int(),
  /** Empty where it is only kept here. */
  to: z.string(),
  /** Live pages on which it shows. */
  pages: z.array(named),
});

/** What somebody sent through a form. */
export const formMessage = z.object({
  id: z.string(),
  sentAt: z.number(),
  keptUntil: z.number(),
  /** The title of the page on which it was sent. */
  page: z.string(),
  answers: z.array(z.object({ question: z.string(), answer: z.string() })),
});

/** The most messages of a form that are told of at once, the latest first; as a table all of them. */
export const mostFormMessages = 500;

export type FormRow = z.infer<typeof formRow>;
export type FormMessageTold = z.infer<typeof formMessage>;
