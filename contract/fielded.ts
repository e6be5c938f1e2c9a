import { z } from 'zod';
import { instant } from './common';
import { named, status, waiting } from './messages';

/** Which kind of records made of fields is asked for. */
export const fieldedQuery = z.strictObject({ kind: z.enum(['carousel', 'campaign']) });

/** A record made of fields, in a list. */
export const fieldedRow = z.object({
  id: z.string(),
  title: z.string(),
  /** What tells it apart beside its title: whose campaign it is. */
  detail: z.string(),
  status,
  waiting,
  changedAt: instant,
  changedBy: z.string(),
  /** Live pages on which it shows. */
  pages: z.array(named),
});

export type FieldedRow = z.infer<typeof fieldedRow>;
export type FieldedKindName = z.infer<typeof fieldedQuery>['kind'];

/** What came of a campaign on one day. */
export const campaignDay = z.object({
  /** ISO 8601 date in the zone of the site. */
  day: z.string(),
  seen: z.number().int(),
  followed: z.number().int(),
});

export type CampaignDay = z.infer<typeof campaignDay>;
