import { countOf, listOf, quoted } from '../../format/moment';
import type { PlacementValue } from '../../placement/placement';
import { labelOfEffect } from '../../reach/effect-label';
import { effectOfPlacement, pagesReached } from '../../reach/reach';
import { effectiveRule } from '../../rule/shared-rule';
import { compileWhere } from '../../rule/where';
import type { Overlay, SiteSnapshot } from '../../site/snapshot';
import { labelOfTarget } from '../../theme/manifest';
import { namedPage, type Effect } from '../effect';
import type { KindContext } from '../kind';
import { midSentence, say } from '../../tongue/say';

/** What readers notice of a change of a placement: the pages it gains and loses, and from when on. */
export function placementEffect(change: Overlay, before: SiteSnapshot, after: SiteSnapshot, context: KindContext): Effect {
  const old = before.placementById.get(change.recordId);
  const value = change.value as PlacementValue | null;
  const effect = effectOfPlacement(old ? { snapshot: before, value: old.value } : null, value && { snapshot: after, value });
  const name = (ids: readonly string[], snapshot: SiteSnapshot) => ids.map(id => namedPage(snapshot.pageById.get(id)!));
  return {
    recordId: change.recordId,
    label: labelOfEffect(effect, after.moment, context.style),
    pages: name(effect.after?.pages ?? [], after),
    gained: name(effect.gained, after),
    lost: name(effect.lost, before),
    opens: effect.opens,
    leaves: null,
    warnings: value ? placementWarnings(after, change.recordId, value, context) : [],
  };
}

function placementWarnings(after: SiteSnapshot, id: string, value: PlacementValue, { names }: KindContext): string[] {
  const warnings: string[] = [];
  if (!after.blocks.has(value.blockId)) warnings.push(say`Its block is not live, so nothing shows until that is published too.`);
  const holds = compileWhere(effectiveRule(value.rule, after.sharedRules).where);
  const named = after.pages.filter(page => holds(page.facts));
  const reached = pagesReached(after, value).length;
  if (named.length > reached) {
    const region = midSentence(labelOfTarget(after.manifest, value.target));
    warnings.push(
      named.length - reached === 1
        ? say`1 page of those it names has no ${region} in the layout.`
        : say`${countOf(named.length - reached, 'page')} of those it names have no ${region} in the layout.`,
    );
  }
  if (value.off) warnings.push(say`It is switched off.`);
  if (value.target.kind === 'stand in' && !value.off) warnings.push(...standInWarnings(after, id, value, names.block));
  return warnings;
}

// What a stand-in displaces, and whether another comes before it.
function standInWarnings(after: SiteSnapshot, id: string, value: PlacementValue, blockName: (id: string) => string): string[] {
  const pages = new Set(pagesReached(after, value));
  const others = after.placements.filter(
    each =>
      each.id !== id && !each.value.off && each.value.target.kind !== 'insertion point' && each.value.target.name === value.target.name,
  );
  const meeting = others.filter(each => pagesReached(after, each.value).some(page => pages.has(page)));
  const titles = (list: typeof meeting) => listOf([...new Set(list.map(each => quoted(blockName(each.value.blockId))))]);
  const earlier = meeting.filter(
    each => each.value.target.kind === 'stand in' && (each.value.order < value.order || (each.value.order === value.order && each.id < id)),
  );
  const displaced = meeting.filter(each => !earlier.includes(each));
  return [
    ...(earlier.length > 0
      ? [
          earlier.length === 1
            ? say`${titles(earlier)} stands in there already and comes first, so this stays away.`
            : say`${titles(earlier)} stand in there already and come first, so this stays away.`,
        ]
      : []),
    ...(displaced.length > 0 ? [say`Takes the place of ${titles(displaced)} on those pages.`] : []),
  ];
}
