import { valueOfKind } from '@contract/values';
import type { BlockValue } from '@core/block/block';
import { blockTypeNamed } from '@core/block/types';
import type { ExpectationValue } from '@core/expectation/expectation';
import { listOf } from '@core/format/moment';
import type { RecordKind } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { pagesReached } from '@core/reach/reach';
import { isTest, type Rule, type RuleTree, type WhereTest, type WhoTest } from '@core/rule/rule';
import { loopFrom, type SharedRuleValue } from '@core/rule/shared-rule';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { faultsFromIssues, refuseInvalid, type Fault } from '../http/problems';
import { roles } from '@core/workflow/workflow';
import { labelOfTarget, limitsOf } from '@core/theme/manifest';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { sanitizeRichText } from '../text/sanitize';
import { insetFaults } from './insets';
import { namesFor } from './names';
import { followerFaults } from './shared-rules';

/** A value that is fit to be stored, or what is wrong with it. */
export type ValidatedValue =
  { readonly kind: 'valid'; readonly value: unknown } | { readonly kind: 'faulty'; readonly faults: readonly Fault[] };

/** Checks the shape of a value and sanitises its rich text. Pointers begin with `prefix`. */
export function validateValue(kind: RecordKind, raw: unknown, prefix: readonly PropertyKey[]): ValidatedValue {
  const parsed = valueOfKind[kind].safeParse(raw);
  if (!parsed.success) return { kind: 'faulty', faults: faultsFromIssues(parsed.error.issues, prefix) };
  return { kind: 'valid', value: sanitizeValue(kind, parsed.data) };
}

/**
 * Checks a value against the site it is meant for: what it points at must be there.
 * @param snapshot - the site with all changes of the same edition laid over it
 */
export function faultsInSite(site: Site, snapshot: SiteSnapshot, change: Overlay, prefix: string): readonly Fault[] {
  if (change.value === null) {
    const pointer = prefix.replace(/\/value$/, '');
    return [...followerFaults(site, snapshot, change, pointer), ...frontFaults(site, change, pointer)];
  }
  const faults = [...faultsOfKind(site, snapshot, change), ...insetFaults(site, snapshot, change)];
  return faults.map(fault => ({ ...fault, pointer: `${prefix}${fault.pointer}` }));
}

function faultsOfKind(site: Site, snapshot: SiteSnapshot, change: Overlay): readonly Fault[] {
  switch (change.kind) {
    case 'page':
      return [...pageFaults(site, snapshot, change, change.value as PageValue), ...readersFaults(site, change.value as PageValue)];
    case 'placement':
      return placementFaults(site, snapshot, change.value as PlacementValue);
    case 'block':
      return [...blockFaults(site, snapshot, change.value as BlockValue), ...readersFaults(site, change.value as BlockValue)];
    case 'shared rule':
      return ruleFaults(site, snapshot, (change.value as SharedRuleValue).rule, '/rule');
    case 'expectation':
      return expectationFaults(site, snapshot, change.value as ExpectationValue);
  }
}

function ruleFaults(site: Site, snapshot: SiteSnapshot, rule: Rule, pointer: string): readonly Fault[] {
  const missing = rule.follows.findIndex(id => !snapshot.sharedRules.has(id) && site.ledger.records.get(id)?.kind !== 'shared rule');
  if (missing >= 0) return [{ pointer: `${pointer}/follows/${missing}`, detail: 'There is no such shared rule.' }];
  const loop = loopFrom(rule, snapshot.sharedRules);
  const names = namesFor(site, snapshot);
  return [
    ...whereFaults(site, snapshot, rule.where, `${pointer}/where`),
    ...whoFaults(site, rule.who, `${pointer}/who`),
    ...(loop
      ? [{ pointer: `${pointer}/follows`, detail: `This makes a loop: ${loop.map(id => `“${names.sharedRule(id)}”`).join(' follows ')}.` }]
      : []),
  ];
}

// A membership or a role that nobody can hold would hide what asks for it from everybody, for good.
function whoFaults(site: Site, who: RuleTree<WhoTest>, pointer: string): readonly Fault[] {
  if (isTest(who)) {
    if (who.test === 'membership' && !site.settings.memberships.some(each => each.name === who.membership))
      return [{ pointer: `${pointer}/membership`, detail: 'The site has no such membership.' }];
    if (who.test === 'role' && !roles.some(role => role === who.role))
      return [{ pointer: `${pointer}/role`, detail: 'There is no such role.' }];
    return [];
  }
  return (['all', 'any', 'none'] as const).flatMap(part =>
    (who[part] ?? []).flatMap((each, index) => whoFaults(site, each, `${pointer}/${part}/${index}`)),
  );
}

function expectationFaults(site: Site, snapshot: SiteSnapshot, { subject, where, who }: ExpectationValue): readonly Fault[] {
  const faults = [...whereFaults(site, snapshot, where, '/where'), ...whoFaults(site, who, '/who')];
  if (subject.kind === 'blocks') {
    const gone = subject.blockIds.findIndex(id => !snapshot.blocks.has(id) && site.ledger.records.get(id)?.kind !== 'block');
    if (gone >= 0) faults.push({ pointer: `/subject/blockIds/${gone}`, detail: 'That block is gone.' });
  }
  const { manifest } = snapshot;
  if (subject.kind === 'region' && ![...manifest.regions, ...manifest.insertionPoints].some(each => each.name === subject.name))
    faults.push({ pointer: '/subject/name', detail: 'The theme has no region of this name.' });
  return faults;
}

function sanitizeValue(kind: RecordKind, value: unknown): unknown {
  if (kind === 'page') {
    const page = value as PageValue;
    return { ...page, body: sanitizeRichText(page.body) };
  }
  if (kind === 'block') {
    const block = value as BlockValue;
    const richFields = blockTypeNamed(block.type)!.fields.filter(field => field.kind === 'rich text');
    return {
      ...block,
      fields: {
        ...block.fields,
        ...Object.fromEntries(richFields.map(field => [field.name, sanitizeRichText(String(block.fields[field.name]))])),
      },
    };
  }
  return value;
}

function readersFaults(site: Site, { readers }: PageValue | BlockValue): readonly Fault[] {
  return readers === null ? [] : whoFaults(site, readers, '/readers');
}

// Every address begins at the front page: without it there is no site.
function frontFaults(site: Site, change: Overlay, pointer: string): readonly Fault[] {
  if (site.snapshots.at().front?.id !== change.recordId) return [];
  return [{ pointer, detail: 'The front page cannot be taken off or moved: every address begins there.' }];
}

function pageFaults(site: Site, snapshot: SiteSnapshot, change: Overlay, page: PageValue): readonly Fault[] {
  const faults: Fault[] = [];
  if (!snapshot.manifest.layouts.some(layout => layout.name === page.layout))
    faults.push({ pointer: '/layout', detail: 'The theme has no such layout.' });
  if (page.parentId === null) {
    if (snapshot.front && snapshot.front.id !== change.recordId)
      faults.push({ pointer: '/parentId', detail: 'There is a front page already; choose a page above.' });
    return faults;
  }
  const moved = frontFaults(site, change, '/parentId');
  if (moved.length > 0) return moved;
  const parent = snapshot.pageById.get(page.parentId);
  // A page laid beneath itself is not reachable from the top, and so has no place in the tree.
  if (!parent) faults.push({ pointer: '/parentId', detail: 'The page above is not live, or lies beneath this one.' });
  const twin = parent?.children.find(child => child.value.segment === page.segment && child.id !== change.recordId);
  if (twin) faults.push({ pointer: '/segment', detail: `“${twin.value.title}” has this address already.` });
  return faults;
}

function blockFaults(site: Site, snapshot: SiteSnapshot, block: BlockValue): readonly Fault[] {
  return blockTypeNamed(block.type)!.fields.flatMap(field => {
    const held = block.fields[field.name];
    if (held === '') return [];
    if (field.kind === 'page' && !pageExists(site, snapshot, String(held)))
      return [{ pointer: `/fields/${field.name}`, detail: 'That page is gone.' }];
    if (field.kind === 'picture' && !site.pictures.includes(String(held)))
      return [{ pointer: `/fields/${field.name}`, detail: 'There is no such picture.' }];
    return [];
  });
}

function placementFaults(site: Site, snapshot: SiteSnapshot, placement: PlacementValue): readonly Fault[] {
  const { manifest } = snapshot;
  const faults: Fault[] = [];
  const targets = placement.target.kind === 'insertion point' ? manifest.insertionPoints : manifest.regions;
  if (!targets.some(each => each.name === placement.target.name)) {
    const what = placement.target.kind === 'insertion point' ? 'insertion point' : 'region';
    faults.push({ pointer: '/target/name', detail: `The theme has no ${what} of this name.` });
  }
  if (placement.look !== '' && !manifest.looks.some(each => each.name === placement.look))
    faults.push({ pointer: '/look', detail: 'The theme has no such look.' });
  if (!snapshot.blocks.has(placement.blockId) && !site.ledger.records.has(placement.blockId))
    faults.push({ pointer: '/blockId', detail: 'That block is gone.' });
  faults.push(...ruleFaults(site, snapshot, placement.rule, '/rule'), ...typeFaults(snapshot, placement));
  return faults;
}

// A region may be kept for some types of block, on every layout or on some.
function typeFaults(snapshot: SiteSnapshot, value: PlacementValue): readonly Fault[] {
  const { manifest } = snapshot;
  const { target } = value;
  const type = snapshot.blocks.get(value.blockId)?.value.type;
  const isKeptOut = (layout: string | null) => limitsOf(manifest, layout, target.name).types?.includes(type ?? '') === false;
  if (type === undefined) return [];
  const label = labelOfTarget(manifest, target);
  const layouts = new Set(pagesReached(snapshot, value).map(id => snapshot.pageById.get(id)!.value.layout));
  const layout = manifest.layouts.find(each => layouts.has(each.name) && isKeptOut(each.name));
  if (layout && !isKeptOut(null))
    return [{ pointer: '/target/name', detail: `On pages laid out as “${layout.label}”, ${label.toLowerCase()} does not hold this type.` }];
  const { types } = limitsOf(manifest, null, target.name);
  if (types === undefined || !isKeptOut(null)) return [];
  return [
    {
      pointer: '/target/name',
      detail: `${label} holds ${listOf(
        types.map(each => blockTypeNamed(each)?.label.toLowerCase() ?? each),
        'or',
      )} only.`,
    },
  ];
}

/** Refuses placements where none of a person's roles may place, unless they stand there already. */
export function roleFaults(site: Site, person: Person, change: Overlay, prefix: string): readonly Fault[] {
  if (change.kind !== 'placement' || change.value === null) return [];
  const { target } = change.value as PlacementValue;
  const { manifest, placementById } = site.snapshots.at();
  const { roles } = limitsOf(manifest, null, target.name);
  const stands = placementById.get(change.recordId)?.value.target.name === target.name;
  if (roles === undefined || stands || person.roles.some(role => roles.includes(role))) return [];
  return [
    {
      pointer: `${prefix}/target/name`,
      detail: `Only ${listOf(roles, 'or')} may place in ${labelOfTarget(manifest, target).toLowerCase()}.`,
    },
  ];
}

function whereFaults(site: Site, snapshot: SiteSnapshot, tree: RuleTree<WhereTest>, pointer: string): readonly Fault[] {
  if (isTest(tree)) {
    if ((tree.test === 'page' || tree.test === 'within' || tree.test === 'menu item') && !pageExists(site, snapshot, tree.page))
      return [{ pointer: `${pointer}/page`, detail: 'That page is gone.' }];
    if (tree.test === 'locale' && !site.settings.locales.some(each => each.tag === tree.locale))
      return [{ pointer: `${pointer}/locale`, detail: 'The site is not read in this locale.' }];
    if (tree.test === 'layout' && !snapshot.manifest.layouts.some(layout => layout.name === tree.layout))
      return [{ pointer: `${pointer}/layout`, detail: 'The theme has no such layout.' }];
    return [];
  }
  return (['all', 'any', 'none'] as const).flatMap(part =>
    (tree[part] ?? []).flatMap((each, index) => whereFaults(site, snapshot, each, `${pointer}/${part}/${index}`)),
  );
}

/** Whether a page may be pointed at: live, planned or proposed. One that was taken off is gone. */
export function pageExists(site: Site, snapshot: SiteSnapshot, id: string): boolean {
  if (snapshot.pageById.has(id)) return true;
  if (site.ledger.records.get(id)?.kind !== 'page') return false;
  return site.ledger.inForce(id, site.settings.baseLocale, site.clocks.content(), Infinity).state !== 'retired';
}

/** Changes that are only looked at, not saved: their shape must be right all the same. */
export function checkedChanges<Change extends { readonly kind: RecordKind; readonly value: unknown; readonly retires: boolean }>(
  changes: readonly Change[],
): Change[] {
  const faults: Fault[] = [];
  const checked = changes.map((change, index) => {
    if (change.retires) return change;
    const result = validateValue(change.kind, change.value, ['changes', index, 'value']);
    if (result.kind === 'valid') return { ...change, value: result.value };
    faults.push(...result.faults);
    return change;
  });
  if (faults.length > 0) refuseInvalid(faults);
  return checked;
}
