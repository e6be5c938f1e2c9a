import { listOf } from '@core/format/moment';
import type { Ledger } from '@core/ledger/ledger';
import { page } from '@core/kinds/page/kind';
import { pagesNoticing } from '@core/reach/act';
import type { Who } from '@core/kinds/kind';
import { grantsOver, isOutside } from '@core/rights/grants';
import type { PageFacts } from '@core/rule/where';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import type { Role } from '@core/workflow/workflow';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { overlayOf, writtenIn } from './edition-lookups';
import { bestValueOf, namesFor, someOf } from './names';
import { atOnce, publicationOfOverlays, type Publication } from './publication';
import { planForGood } from './plan';
import { isKept } from './record-facts';

const taken = new WeakMap<Ledger, Map<string, SiteSnapshot>>();

/** The site as a ledger has it at a moment, read in a locale. A ledger that would be never changes, and is asked about more than once. */
export function snapshotOf(site: Site, ledger: Ledger, moment: number, locale = site.ledger.baseLocale): SiteSnapshot {
  if (ledger === site.ledger) return site.snapshots.readIn(locale, [], moment);
  const kept = taken.get(ledger) ?? new Map<string, SiteSnapshot>();
  taken.set(ledger, kept);
  const key = `${moment} ${locale}`;
  const known = kept.get(key);
  if (known) return known;
  const made = site.snapshots.ofLedger(ledger, moment, locale);
  kept.set(key, made);
  return made;
}

const reached = new WeakMap<Publication, readonly PageFacts[]>();

/** Every page, service pages and pages still to come included, on which readers could notice a publication, now or later. */
export function pagesReachedBy(site: Site, publication: Publication): readonly PageFacts[] {
  const known = reached.get(publication);
  if (known) return known;
  const ahead = (ledger: Ledger) => ({ ledger, plan: planForGood(site, ledger, publication.from) });
  const made = pagesNoticing(ahead(site.ledger), ahead(publication.after), pagesToCome(site));
  reached.set(publication, made);
  return made;
}

interface Lineages {
  readonly overlays: readonly Overlay[];
  readonly toCome: readonly PageFacts[];
  readonly lineages: readonly (readonly string[])[];
}

/** Of how many lists of changes it is kept where readers could notice them. */
const mostLineages = 200;
const keptLineages = new WeakMap<SiteSnapshot['values'], Lineages[]>();

/**
 * Where readers could notice some changes were they published at once: the pages, each from itself up to the front page.
 * Kept while the live site is the same, since every list of what is on its way asks for it.
 */
export function lineagesReached(site: Site, overlays: readonly Overlay[]): Lineages['lineages'] {
  const { values } = site.snapshots.at();
  const kept = keptLineages.get(values) ?? [];
  keptLineages.set(values, kept);
  const toCome = pagesToCome(site);
  const known = kept.find(each => each.toCome === toCome && isSameList(each.overlays, overlays));
  if (known) return known.lineages;
  const lineages = pagesReachedBy(site, publicationOfOverlays(site, overlays, atOnce)).map(each => each.lineage);
  kept.unshift({ overlays, toCome, lineages });
  kept.length = Math.min(kept.length, mostLineages);
  return lineages;
}

/** The pages on which readers could notice a record as it was last written, each from itself up to the front page. */
export function reachOfRecord(site: Site, recordId: string): readonly (readonly string[])[] {
  const { kind } = site.ledger.records.get(recordId)!;
  const overlay = { recordId, kind, value: bestValueOf(site, recordId) };
  return lineagesReached(site, [overlay]);
}

/**
 * Titles of the pages that a publication reaches outside the sections in which a person may do something with all of its
 * changes; none for whoever may everywhere.
 */
export function pagesBeyond(site: Site, person: Person, publication: Publication, who: Who): readonly string[] {
  const held = publication.changes.map(change => grantsOver(person.grants, who, writtenIn(site, change)));
  if (held.every(grants => grants.length === 0 || !isOutside([], grants))) return [];
  const outside = pagesReachedBy(site, publication).filter(facts =>
    held.some(grants => grants.length > 0 && isOutside(facts.lineage, grants)),
  );
  const names = namesFor(site, site.snapshots.at());
  return [...new Set(outside.map(facts => (facts.service === null ? names.page(facts.id) : say`the page “${facts.service}”`)))];
}

/** Why somebody may not decide over what reaches beyond their sections, and who could. */
export function beyondWords(
  site: Site,
  publication: Publication,
  beyond: readonly string[],
  rolesThatMay: readonly Role[],
  who: Who,
): string {
  const may = [...site.people.values()].filter(
    each =>
      each.deactivatedAt === null &&
      each.roles.some(role => rolesThatMay.includes(role)) &&
      pagesBeyond(site, each, publication, who).length === 0,
  );
  const more = beyond.length > 3 ? say` and ${beyond.length - 3} more` : '';
  const others = someOf(may.map(each => each.name));
  return say`It reaches pages outside your sections: ${listOf(beyond.slice(0, 3))}${more}. ${others || say`Nobody here`} can.`;
}

// Pages that are planned, proposed or away for now: what is put on them would be there when they come.
function pagesToCome(site: Site): readonly PageFacts[] {
  const live = site.snapshots.at();
  const waiting = site.ledger
    .recordsOf(page.name)
    .filter(({ id }) => !live.pageById.has(id) && isKept(site, id))
    .map(({ id }): Overlay => ({ recordId: id, kind: page.name, value: bestValueOf(site, id) }));
  const proposed = site.ledger
    .openProposals()
    .map(proposal => overlayOf(site, proposal))
    .filter(each => each.kind === page.name && each.value !== null && !live.pageById.has(each.recordId));
  const coming = [...waiting, ...proposed];
  const known = toCome.get(site);
  if (known?.values === live.values && isSameList(known.coming, coming)) return known.facts;
  const facts = site.snapshots.with(coming).pages.flatMap(page => (live.pageById.has(page.id) ? [] : page.facts));
  toCome.set(site, { values: live.values, coming, facts });
  return facts;
}

interface ToCome {
  readonly values: SiteSnapshot['values'];
  readonly coming: readonly Overlay[];
  readonly facts: readonly PageFacts[];
}

// Most of what is written is no page that is to come.
const toCome = new WeakMap<Site, ToCome>();

function isSameList(a: readonly Overlay[], b: readonly Overlay[]): boolean {
  return (
    a.length === b.length &&
    a.every(({ recordId, locale, value }, at) => b[at]!.recordId === recordId && b[at]!.locale === locale && b[at]!.value === value)
  );
}
