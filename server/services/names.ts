import type { BlockValue } from '@core/block/block';
import { listOf, type MomentStyle } from '@core/format/moment';
import type { RecordKind } from '@core/ledger/records';
import type { PageValue } from '@core/page/page';
import { blockTypeNamed } from '@core/block/types';
import type { ExpectationValue } from '@core/expectation/expectation';
import { expectationSentence, type ExpectationNames } from '@core/expectation/words';
import type { FindingNames } from '@core/health/words';
import type { PlacementValue } from '@core/placement/placement';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import type { SiteSnapshot } from '@core/site/snapshot';
import type { Site } from '../site/site';

/** The newest value of a record whatever its state: live, else planned or past, else proposed. */
export function bestValueOf(site: Site, recordId: string): unknown {
  const { ledger, settings, clocks } = site;
  const inForce = ledger.inForce(recordId, settings.baseLocale, clocks.content(), Infinity);
  if (inForce.state === 'live') return ledger.revision(inForce.revisionId).value;
  const known = ledger.outlookOf(recordId, settings.baseLocale).known.find(entry => entry.revisionId !== null);
  if (known) return ledger.revision(known.revisionId!).value;
  const revisions = ledger.revisionsOf(recordId, settings.baseLocale);
  return revisions[revisions.length - 1]?.value ?? null;
}

/** How times are written for this site's people. */
export function momentStyle(site: Site): MomentStyle {
  return { zone: site.settings.zone, locale: site.settings.baseLocale, now: site.clocks.content() };
}

/** What records and theme parts are called, looked up in a snapshot first and else in the ledger. */
export function namesFor(site: Site, snapshot: SiteSnapshot): ExpectationNames {
  const { manifest } = site.theme;
  const block = (id: string) =>
    snapshot.blocks.get(id)?.value.title ?? (bestValueOf(site, id) as BlockValue | null)?.title ?? 'a block that is gone';
  return {
    page: id => snapshot.pageById.get(id)?.value.title ?? (bestValueOf(site, id) as PageValue | null)?.title ?? 'a page that is gone',
    layout: name => manifest.layouts.find(each => each.name === name)?.label ?? name,
    membership: name => site.settings.memberships.find(each => each.name === name)?.label ?? name,
    role: name => name,
    block,
    region: name => [...manifest.regions, ...manifest.insertionPoints].find(each => each.name === name)?.label.toLowerCase() ?? name,
    placement: id => {
      const value = snapshot.placementById.get(id)?.value ?? (bestValueOf(site, id) as PlacementValue | null);
      return value ? block(value.blockId) : 'a placement that is gone';
    },
    sharedRule: id =>
      snapshot.sharedRules.get(id)?.title ?? (bestValueOf(site, id) as SharedRuleValue | null)?.title ?? 'a shared rule that is gone',
    locale: tag => site.settings.locales.find(each => each.tag === tag)?.name ?? tag,
    blockType: name => blockTypeNamed(name)?.label ?? name,
  };
}

/** The title of any record, as lists show it. A placement goes by its block's. */
export function titleOf(site: Site, snapshot: SiteSnapshot, kind: RecordKind, value: unknown): string {
  if (value === null) return 'Without content';
  if (kind === 'placement') return namesFor(site, snapshot).block((value as PlacementValue).blockId);
  if (kind === 'expectation') return expectationWords(site, snapshot, value as ExpectationValue);
  return (value as BlockValue | PageValue | SharedRuleValue).title;
}

/** An expectation as a plain sentence. */
export function expectationWords(site: Site, snapshot: SiteSnapshot, value: ExpectationValue): string {
  return expectationSentence(value, namesFor(site, snapshot), momentStyle(site))
    .map(part => part.text)
    .join('');
}

/** What findings may call things by. */
export function findingNames(site: Site, snapshot: SiteSnapshot): FindingNames {
  const record = (id: string): string => {
    const kind = site.ledger.records.get(id)?.kind;
    return kind ? titleOf(site, snapshot, kind, bestValueOf(site, id)) : 'something that is gone';
  };
  return { ...namesFor(site, snapshot), record, expectation: record };
}

/** The name of somebody. */
export function nameOfPerson(site: Site, id: string): string {
  return site.people.get(id)?.name ?? 'Somebody who has left';
}

/** The people who hold one of the roles, as a list in words. */
export function peopleWithRoles(site: Site, roles: readonly string[], except: string): readonly string[] {
  return [...site.people.values()]
    .filter(person => person.id !== except && person.roles.some(role => roles.includes(role)))
    .map(person => person.name);
}

/** "Ida, Bo or Cy", cut to a few. */
export function someOf(names: readonly string[]): string {
  return names.length > 4 ? `${listOf(names.slice(0, 3), 'or')} or another` : listOf(names, 'or');
}
