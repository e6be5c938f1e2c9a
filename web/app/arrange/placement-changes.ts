import type { OrderRow, View } from '@contract/messages';
import type { PlacementValue } from '@core/placement/placement';
import { midSentence } from '@core/tongue/say';
import { generateKeyBetween } from 'fractional-indexing';
import type { WorkingChange } from '../state/working-changes.service';
import type { WhyRemedy } from './why-panel';

/** A change of a placement. */
export function changeOf(
  row: Pick<OrderRow, 'placementId' | 'value' | 'revisionId' | 'title'>,
  part: Partial<PlacementValue>,
  did: string,
): WorkingChange {
  return {
    recordId: row.placementId,
    kind: 'placement',
    value: { ...row.value, ...part },
    retires: false,
    baseRevisionId: row.revisionId,
    title: row.title,
    did,
  };
}

/** What a remedy of the why panel changes. */
export function changeOfRemedy({ why, value, words }: WhyRemedy): WorkingChange {
  return changeOf({ ...why, value }, {}, midSentence(words));
}

/** The order key for a place among rows: before the row at `index`, or after the last. */
export function orderAt(rows: readonly OrderRow[], index: number): string {
  const before = index > 0 ? (rows[index - 1]?.value.order ?? null) : null;
  const after = rows[index]?.value.order ?? null;
  // Equal keys leave no room between them; what comes later then goes after both.
  return before !== null && after !== null && before >= after ? generateKeyBetween(before, null) : generateKeyBetween(before, after);
}

/** Moves a row to a place in a target; the row itself does not count among those it is placed between. Null when it stays where it is. */
export function moveTo(view: View, row: OrderRow, targetName: string, index: number): WorkingChange | null {
  const target = view.targets.find(each => each.name === targetName);
  if (!target) return null;
  const from = target.rows.findIndex(each => each.placementId === row.placementId);
  if (from === index) return null;
  const others = target.rows.filter(each => each.placementId !== row.placementId);
  const kind = target.kind === 'region' ? (row.target.kind === 'stand in' ? 'stand in' : 'region') : 'insertion point';
  const did = row.target.name === targetName ? $localize`moved` : $localize`moved to ${midSentence(target.label)}`;
  return changeOf(row, { order: orderAt(others, index), target: { kind, name: targetName } }, did);
}
