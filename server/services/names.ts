import type { BlockValue } from '@core/block/block';
import { listOf, type MomentStyle } from '@core/format/moment';
import type { RecordKind } from '@core/ledger/records';
import { kindNamed } from '@core/kinds/index';
import type { KindContext } from '@core/kinds/kind';
import { askableFields } from '@core/page/askable';
import type { PageValue } from '@core/page/page';
import type { ExpectationNames } from '@core/expectation/words';
import type { FindingNames } from '@core/health/words';
import type { PlacementValue } from '@core/placement/placement';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import type { SiteSnapshot } from '@core/site/snapshot';
import { firstLanguage, midSentence, say, spokenLanguage, told } from '@core/tongue/say';
import type { Site } from '../site/site';

/** The newest value of a record whatever its state: live, else planned or past, else proposed. */
export function bestValueOf(site: Site, recordId: string): unknown {
  const { ledger, clocks } = site;
  const inForce = ledger.inForce(recordId, clocks.content(), Infinity);
  if (inForce.state === 'live') return ledger.revision(inForce.revisionId).value;
  const known = ledger.outlookOf(recordId).known.find(entry => entry.revisionId !== null);
  if (known) return ledger.revision(known.revisionId!).value;
  const revisions = ledger.revisionsOf(recordId);
  return revisions[revisions.length - 1]?.value ?? null;
}

/** How times are written for this site's people. */
export function momentStyle(site: Site): MomentStyle {
  return { zone: site.settings.zone, locale: styleLocale(site), now: site.clocks.content() };
}

// In their own manner: in a second language of the editor, in that language’s.
function styleLocale(site: Site): string {
  const language = spokenLanguage();
  return language === firstLanguage ? site.ledger.baseLocale : language;
}

/** What records and theme parts are called, looked up in a snapshot first and else in the ledger. */
export function namesFor(site: Site, snapshot: SiteSnapshot): ExpectationNames {
  const { manifest } = site.theme;
  const block = (id: string) =>
    snapshot.blocks.get(id)?.value.title ?? (bestValueOf(site, id) as BlockValue | null)?.title ?? say`a block that is gone`;
  return {
    page: id => snapshot.pageById.get(id)?.value.title ?? (bestValueOf(site, id) as PageValue | null)?.title ?? say`a page that is gone`,
    layout: name => told(manifest.layouts.find(each => each.name === name)?.label ?? name),
    membership: name => site.settings.memberships.find(each => each.name === name)?.label ?? name,
    role: told,
    block,
    region: name => midSentence(told([...manifest.regions, ...manifest.insertionPoints].find(each => each.name === name)?.label ?? name)),
    placement: id => {
      const value = snapshot.placementById.get(id)?.value ?? (bestValueOf(site, id) as PlacementValue | null);
      return value ? block(value.blockId) : say`a placement that is gone`;
    },
    sharedRule: id =>
      snapshot.sharedRules.get(id)?.title ?? (bestValueOf(site, id) as SharedRuleValue | null)?.title ?? say`a shared rule that is gone`,
    locale: tag => localeName(site, tag),
    blockType: name => told(site.registry.blockTypes.get(name)?.label ?? name),
    field: name => askableFields(site.registry.pageTypes.values()).get(name) ?? name,
  };
}

/** What a locale of the site is called. */
export function localeName(site: Site, tag: string): string {
  return site.settings.locales.find(each => each.tag === tag)?.name ?? tag;
}

/** What the kinds of record put their own into words with. */
export function kindContext(site: Site, snapshot: SiteSnapshot): KindContext {
  return { snapshot, names: namesFor(site, snapshot), style: momentStyle(site), registry: site.registry };
}

/** The title of any record, as lists show it. */
export function titleOf(site: Site, snapshot: SiteSnapshot, kind: RecordKind, value: unknown): string {
  return value === null ? say`Without content` : kindNamed(kind).title(value, kindContext(site, snapshot));
}

/** What a record is called, whatever its kind and state. */
export function recordName(site: Site, snapshot: SiteSnapshot, id: string): string {
  const kind = site.ledger.records.get(id)?.kind;
  return kind ? titleOf(site, snapshot, kind, bestValueOf(site, id)) : say`something that is gone`;
}

/** What findings may call things by. */
export function findingNames(site: Site, snapshot: SiteSnapshot): FindingNames {
  const record = (id: string) => recordName(site, snapshot, id);
  return { ...namesFor(site, snapshot), record, expectation: record };
}

/** The name of somebody. */
export function nameOfPerson(site: Site, id: string): string {
  return site.people.get(id)?.name ?? say`Somebody who has left`;
}

/** The people who hold one of the roles, as a list in words. */
export function peopleWithRoles(site: Site, roles: readonly string[], except: string): readonly string[] {
  return [...site.people.values()]
    .filter(person => person.id !== except && person.deactivatedAt === null && person.roles.some(role => roles.includes(role)))
    .map(person => person.name);
}

/** "Ida, Bo or Cy", cut to a few. */
export function someOf(names: readonly string[]): string {
  return names.length > 4 ? say`${listOf(names.slice(0, 3), 'or')} or another` : listOf(names, 'or');
}
