import { quoted } from '../../format/moment';
import type { OwnGround, PlacementValue, Target } from '../../placement/placement';
import { pagesWith, placedAt } from '../../plan/presence';
import { emptySet } from '../../reach/bit-set';
import { mergeRules } from '../../merge/tree';
import { pagesReached } from '../../reach/reach';
import { referencesInRule } from '../../rule/references';
import { ruleSentence, whereSummary } from '../../rule/sentence';
import type { Rule } from '../../rule/rule';
import { colourNamed, labelOfTarget } from '../../theme/manifest';
import type { Kind, KindContext } from '../kind';
import { midSentence, say, told } from '../../tongue/say';
import { placementEffect } from './effect';
import { placementFaults } from './faults';
import { placementSchema } from './schema';

/** A placement: one block at one spot, with a rule. */
export const placement: Kind<PlacementValue> = {
  name: 'placement',
  rights: {
    write: ['editor', 'manager', 'administrator'],
    review: ['editor', 'administrator'],
    publish: ['administrator'],
  },
  schema: placementSchema,
  title: (value, { names }) => names.block(value.blockId),
  ownFields: {
    blockId: { label: 'Block', describe: (id: string, { names }) => names.block(id), isGiven: true },
    target: {
      label: 'Region',
      describe: (target: Target, { snapshot }) => labelOfTarget(snapshot.manifest, target),
      tellChange: (before, after) => say`Moved from ${midSentence(before)} to ${midSentence(after)}.`,
    },
    order: { label: 'Place in the order', describe: () => 'moved', isGiven: true },
    rule: {
      label: 'Rule',
      merge: mergeRules,
      describe: (rule: Rule, { names, style }) =>
        ruleSentence(rule, names, style, null)
          .map(part => part.text)
          .join(''),
    },
    off: { label: 'Switched off' },
    look: { label: 'Look', isProse: true },
    ground: {
      label: 'Ground',
      describe: ({ ground, ink }: OwnGround, { snapshot }) =>
        say`${told(colourNamed(snapshot.manifest, ground)?.label ?? ground)} with words in ${midSentence(told(colourNamed(snapshot.manifest, ink)?.label ?? ink))}`,
    },
    align: { label: 'Alignment', isGiven: true, isProse: true },
    title: {
      label: 'Title',
      describe: ({ show, own }: PlacementValue['title']) =>
        show === 'own' ? quoted(own) : show === 'none' ? say`not shown` : say`the block’s own`,
      hasOwnWords: 'own',
    },
    anchor: { label: 'Anchor', isProse: true },
    reason: { label: 'Because', isProse: true },
  },
  typedBy: 'block types',
  typeName: ({ blockId }, typeOfBlock) => typeOfBlock(blockId),
  references: value => [{ to: value.blockId, way: 'block', pointer: '/blockId' }, ...referencesInRule(value.rule, '/rule')],
  words: (value, context) => `${placeOf(value, context)} ${value.reason}`,
  found: (id, value, context) => ({
    detail: placeOf(value, context),
    pageId: pagesReached(context.snapshot, context.snapshot.placementById.get(id)?.value ?? value)[0] ?? null,
  }),
  effect: placementEffect,
  pagesToSee: (_id, value, snapshot) => (value ? pagesReached(snapshot, value) : []),
  pagesChanged: () => [],
  pagesAt: (id, plan, moment) => {
    const placed = placedAt(plan, id, moment);
    return placed ? pagesWith(plan, placed, moment) : emptySet(plan.universe.size);
  },
  whereabouts: (value, { snapshot }) => labelOfTarget(snapshot.manifest, value.target),
  faults: (_id, value, site) => placementFaults(value, site),
  needsBlock: value => value.blockId,
};

function placeOf(value: PlacementValue, { snapshot, names }: KindContext): string {
  return `${labelOfTarget(snapshot.manifest, value.target)}, ${whereSummary(value.rule.where, names, null)}`;
}
