import { groupBy } from '../collection/group-by';
import { idsNamedBy } from '../file/holders';
import { carriersOf, insetIdsOf } from '../inset/inset';
import { either, positionsOf, setOf, type BitSet } from '../reach/bit-set';
import { holdsInstant } from '../schedule/interval';
import { idsInRule } from '../rule/shared-rule';
import type { Instant } from '../schedule/local-time';
import type { PlacedSpan } from './placed-spans';
import { insetHoldersIn, type SitePlan } from './site-plan';

type Groups = ReadonlyMap<string, readonly PlacedSpan[]>;
const groupsOf = new WeakMap<SitePlan['placements'], { readonly byId: Groups; readonly byBlock: Groups }>();

function grouped({ placements }: SitePlan): { readonly byId: Groups; readonly byBlock: Groups } {
  const known = groupsOf.get(placements);
  if (known) return known;
  const made = { byId: groupBy(placements, each => each.id), byBlock: groupBy(placements, each => each.value.blockId) };
  groupsOf.set(placements, made);
  return made;
}

/** A placement as it is in force at a moment of a plan, or null. */
export function placedAt(plan: SitePlan, id: string, moment: Instant): PlacedSpan | null {
  return (
    grouped(plan)
      .byId.get(id)
      ?.find(each => holdsInstant(each, moment)) ?? null
  );
}

/** The placements whose rule follows a shared rule, as they are in force at a moment of a plan. */
export function placedFollowing(plan: SitePlan, sharedRule: string, moment: Instant): readonly PlacedSpan[] {
  return plan.placements.filter(each => idsInRule(each.value.rule).includes(sharedRule) && holdsInstant(each, moment));
}

/** The pages of a set that are live at a moment of a plan. */
export function liveAmong({ universe, pageSpans }: SitePlan, pages: BitSet, moment: Instant): BitSet {
  return setOf(
    universe.size,
    positionsOf(pages).filter(position => holdsInstant(pageSpans[position]!, moment)),
  );
}

/** The pages on which a placement can show at a moment of a plan; readers and the windows of its rule are left out. */
export function pagesWith(plan: SitePlan, { value, rule }: PlacedSpan, moment: Instant): BitSet {
  const region = value.target.kind === 'insertion point' ? null : value.target.name;
  return liveAmong(plan, plan.universe.fitting(rule.where, plan.locale, plan.manifest, region), moment);
}

/** The pages on which a block can show at a moment of a plan, placed there or inside a text. */
export function pagesWithBlock(plan: SitePlan, blockId: string, moment: Instant): BitSet {
  const { universe } = plan;
  const carriers = carriersOf([blockId], insetHoldersIn(plan));
  const holding = setOf(
    universe.size,
    universe.holders.filter(position => insetIdsOf(universe.pages[position]!.written!).some(id => carriers.has(id))),
  );
  const { byBlock } = grouped(plan);
  return [...carriers]
    .flatMap(id => byBlock.get(id) ?? [])
    .filter(each => !each.value.off && holdsInstant(each, moment))
    .reduce((some, each) => either(some, pagesWith(plan, each, moment)), liveAmong(plan, holding, moment));
}

/** The pages on which a record is named at a moment of a plan (a file shown, a menu placed), by themselves or by a block that can show there. */
export function pagesNamingAt(plan: SitePlan, recordId: string, moment: Instant): BitSet {
  const { universe, pageSpans, blocks } = plan;
  const isNaming = (position: number): boolean => {
    const { written } = universe.pages[position]!;
    return written !== null && holdsInstant(pageSpans[position]!, moment) && idsNamedBy(written).includes(recordId);
  };
  const pages = setOf(universe.size, [...universe.pages.keys()].filter(isNaming));
  return [...blocks]
    .filter(([, spans]) => spans.some(each => holdsInstant(each, moment) && each.named.includes(recordId)))
    .reduce((some, [blockId]) => either(some, pagesWithBlock(plan, blockId, moment)), pages);
}
