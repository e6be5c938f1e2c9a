import type { FieldFault } from '../../fields/field';
import { listOf } from '../../format/moment';
import type { PlacementValue } from '../../placement/placement';
import { pagesReached } from '../../reach/reach';
import { contrastOf, contrastWords, leastContrast } from '../../theme/contrast';
import { colourNamed, labelOfTarget, limitsOf } from '../../theme/manifest';
import type { KindSite } from '../kind';
import { ruleFaults } from '../rule-faults';
import { midSentence, say, told } from '../../tongue/say';

/** What of a placement points at nothing, or is not held where it goes. */
export function placementFaults(value: PlacementValue, site: KindSite): readonly FieldFault[] {
  const { manifest } = site.snapshot;
  const faults: FieldFault[] = [];
  const targets = value.target.kind === 'insertion point' ? manifest.insertionPoints : manifest.regions;
  if (!targets.some(each => each.name === value.target.name)) {
    const isPoint = value.target.kind === 'insertion point';
    const detail = isPoint ? say`The theme has no insertion point of this name.` : say`The theme has no region of this name.`;
    faults.push({ pointer: '/target/name', detail });
  }
  if (value.look !== '' && !manifest.looks.some(each => each.name === value.look))
    faults.push({ pointer: '/look', detail: say`The theme has no such look.` });
  faults.push(...groundFaults(value, site));
  if (!site.hasRecord(value.blockId, 'block')) faults.push({ pointer: '/blockId', detail: say`That block is gone.` });
  return [...faults, ...ruleFaults(value.rule, site, '/rule'), ...typeFaults(value, site), ...widthFaults(value, site)];
}

// Words must be readable on the ground that they are given.
function groundFaults({ ground: own }: PlacementValue, { snapshot: { manifest } }: KindSite): readonly FieldFault[] {
  if (!own) return [];
  const [ground, ink] = [colourNamed(manifest, own.ground), colourNamed(manifest, own.ink)];
  if (!ground || !ink) return [{ pointer: ground ? '/ground/ink' : '/ground/ground', detail: say`The theme has no such colour.` }];
  const contrast = contrastOf(ground.value, ink.value);
  if (contrast >= leastContrast) return [];
  return [
    {
      pointer: '/ground/ink',
      detail: say`Words in ${midSentence(told(ink.label))} on ${midSentence(told(ground.label))} have ${contrastWords(contrast)}; they need ${leastContrast} : 1 to be read.`,
    },
  ];
}

// A region may be kept for some types of block, on every layout or on some.
function typeFaults(value: PlacementValue, { snapshot, names }: KindSite): readonly FieldFault[] {
  const { manifest } = snapshot;
  const { target } = value;
  const type = snapshot.blocks.get(value.blockId)?.value.type;
  const isKeptOut = (layout: string | null) => limitsOf(manifest, layout, target.name).types?.includes(type ?? '') === false;
  if (type === undefined) return [];
  const label = labelOfTarget(manifest, target);
  const layouts = new Set(pagesReached(snapshot, value).map(id => snapshot.pageById.get(id)!.value.layout));
  const layout = manifest.layouts.find(each => layouts.has(each.name) && isKeptOut(each.name));
  if (layout && !isKeptOut(null))
    return [
      {
        pointer: '/target/name',
        detail: say`On pages laid out as “${told(layout.label)}”, ${midSentence(label)} does not hold this type.`,
      },
    ];
  const { types } = limitsOf(manifest, null, target.name);
  if (types === undefined || !isKeptOut(null)) return [];
  const held = types.map(each => midSentence(names.blockType(each)));
  return [{ pointer: '/target/name', detail: say`${label} holds ${listOf(held, 'or')} only.` }];
}

// What has a width of its own must find it where it goes.
function widthFaults({ target, blockId }: PlacementValue, { snapshot, registry }: KindSite): readonly FieldFault[] {
  const { manifest, blocks } = snapshot;
  const block = blocks.get(blockId)?.value;
  const needed = block ? (registry.blockTypes.get(block.type)?.leastWidth?.(block.fields) ?? 0) : 0;
  const widest = [...manifest.regions, ...manifest.insertionPoints].find(each => each.name === target.name)?.widest ?? Infinity;
  if (needed <= widest) return [];
  const label = labelOfTarget(manifest, target);
  return [{ pointer: '/target/name', detail: say`This block is ${needed} pixels wide, and ${midSentence(label)} has ${widest}.` }];
}
