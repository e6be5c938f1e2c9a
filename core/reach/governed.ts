import { follows } from '../rule/shared-rule';
import type { CompiledPlacement } from '../site/compiled-placement';
import type { SiteSnapshot } from '../site/snapshot';

/** The live placements that follow a shared rule, itself or by way of others. */
export function governedBy(snapshot: SiteSnapshot, id: string): readonly CompiledPlacement[] {
  return snapshot.placements.filter(each => follows(each.value.rule, id, snapshot.sharedRules));
}
