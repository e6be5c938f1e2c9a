import { pagesWithBlock } from '../../plan/presence';
import type { SitePlan } from '../../plan/site-plan';
import { either, emptySet } from '../../reach/bit-set';
import { pagesShowingBlock } from '../../reach/reach';
import type { SiteSnapshot } from '../../site/snapshot';
import { campaignsFor } from '../../sponsor/campaigns';
import { campaignFields } from '../../sponsor/fields';
import { fieldedKind, type Shows } from '../fielded/fielded';

const slotType = 'sponsor slot';

/** On the pages of all slots that it fits, whichever of them it is drawn for. */
const shows: Shows = {
  pages: (id, snapshot) => {
    const slots = [...snapshot.blocks.values()].filter(each => each.value.type === slotType);
    const found = slots.flatMap(slot => pagesShowingBlock(snapshot, slot.id).filter(page => fits(id, slot.value.fields, page, snapshot)));
    return [...new Set(found)];
  },
  pagesAt: (_id, plan, moment) =>
    slotsOf(plan).reduce((some, slot) => either(some, pagesWithBlock(plan, slot, moment)), emptySet(plan.universe.size)),
};

function fits(id: string, slot: Parameters<typeof campaignsFor>[0], pageId: string, snapshot: SiteSnapshot): boolean {
  const page = snapshot.pageById.get(pageId) ?? null;
  return campaignsFor(slot, { snapshot, page }).some(each => each.id === id);
}

function slotsOf({ blocks }: SitePlan): readonly string[] {
  return [...blocks].filter(([, spans]) => spans.some(each => each.type === slotType)).map(([id]) => id);
}

/** A campaign of a sponsor: what stands in the slots while it is live. */
export const campaign = {
  ...fieldedKind({
    name: 'campaign',
    rights: {
      write: ['editor', 'manager', 'administrator'],
      review: ['manager', 'administrator'],
      publish: ['manager', 'administrator'],
    },
    fields: campaignFields,
    shows,
  }),
  // It stands in every slot that it fits, whether or not anything names it.
  isHarmlessWhenNew: false,
};
