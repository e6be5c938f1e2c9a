import { z } from 'zod';
import { localTime, requiredLine, uuid } from './common';
import { newEdition } from './messages';

/** Further changes for an edition that is on its way. */
export const joinEdition = newEdition.pick({ changes: true, note: true });

/** An edition all of whose changes are to go live with another. */
export const joiningEdition = z.strictObject({ editionId: uuid });

/** What an edition is called, when it is wished for, and what whoever reviews it should know; what is left out stays. */
export const editEdition = z.strictObject({
  title: requiredLine(200).optional(),
  /** Null wishes for no date. */
  wishedFrom: localTime.nullable().optional(),
  remark: newEdition.shape.remark.removeDefault().optional(),
});

export type JoinEdition = z.infer<typeof joinEdition>;
export type JoiningChanges = z.input<typeof joinEdition>;
export type EditEdition = z.infer<typeof editEdition>;
