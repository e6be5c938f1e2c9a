import type { FieldFault } from '../fields/field';
import { quoted } from '../format/moment';
import { idsInRule } from '../rule/shared-rule';
import { say } from '../tongue/say';
import type { KindSite } from './kind';

/** Why a shared rule or a season cannot be taken off: what names one that is gone would hold nowhere. */
export function followerFaults(id: string, { snapshot, names }: KindSite): readonly FieldFault[] {
  const followers = [
    ...snapshot.placements.filter(each => idsInRule(each.value.rule).includes(id)).map(each => names.block(each.value.blockId)),
    ...[...snapshot.sharedRules.values()].filter(each => idsInRule(each.rule).includes(id)).map(each => each.title),
  ];
  if (followers.length === 0) return [];
  const some = followers.slice(0, 5).map(each => quoted(each));
  return [
    {
      pointer: '',
      detail:
        followers.length === 1
          ? say`${some.join(', ')} still follows it. Name what takes its place, or let it leave it, in the same step.`
          : say`${some.join(', ')}${followers.length > 5 ? say` and ${followers.length - 5} more` : ''} still follow it. Name what takes its place, or let them leave it, in the same step.`,
    },
  ];
}
