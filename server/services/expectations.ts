import type { Breach as BreachRow, Check, ExpectationRow } from '@contract/assembling';
import type { PublicationWish } from '@contract/messages';
import type { Breach } from '@core/expectation/check';
import type { ExpectationValue } from '@core/expectation/expectation';
import { breachWords } from '@core/expectation/words';
import { quoted } from '@core/format/moment';
import { expectation } from '@core/kinds/expectation/kind';
import { kindNamed } from '@core/kinds/index';
import type { Ledger } from '@core/ledger/ledger';
import type { SitePlan } from '@core/plan/site-plan';
import { instantOf } from '@core/schedule/local-time';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { grantsOver } from '@core/rights/grants';
import { rolesThatMay } from '@core/rights/judge-act';
import { publishes, rolesThatMake } from '@core/workflow/workflow';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { beginningsOf } from './carrying';
import { liveRevisionId, writtenIn } from './edition-lookups';
import { bestValueOf, momentStyle, nameOfPerson, namesFor, peopleWithRoles, recordName, someOf, titleOf } from './names';
import { planInLocale, planOf, planOfLedger } from './plan';
import { publicationOfOverlays, type Publication } from './publication';
import { beyondWords, pagesBeyond, snapshotOf } from './reach-of-act';
import { workflowOf } from './standing';
import { may } from './rights';
import { isKept, lastChange, statusFields } from './record-facts';

/** How many pages of a breach are named. */
const mostPages = 50;

/** Every expectation that is live or waits, checked over the year ahead. */
export async function listExpectations(site: Site): Promise<readonly ExpectationRow[]> {
  const snapshot = site.snapshots.at();
  const plan = planOf(site);
  const rest = site.turns.begin();
  const rows: ExpectationRow[] = [];
  for (const { id } of site.ledger.recordsOf('expectation').filter(record => isKept(site, record.id))) {
    const value = bestValueOf(site, id) as ExpectationValue;
    const outcome = site.health.expectation(id, value, planFor(site, value, plan, site.ledger));
    await rest();
    rows.push({
      id,
      sentence: titleOf(site, snapshot, expectation.name, value),
      reason: value.reason,
      value,
      revisionId: liveRevisionId(site, id, site.clocks.content()),
      ...statusFields(site, id, null),
      ...lastChange(site, id),
      breaches: outcome.breaches.map(breach => breachRow(site, snapshot, id, value, breach)),
      isPartial: outcome.isPartial,
    });
  }
  return rows;
}

/** What publishing changes would do: break or mend, cover of what is planned, and reach beyond somebody's sections. */
export async function checkChanges(
  site: Site,
  person: Person,
  overlays: readonly Overlay[],
  { withEditions, ...wish }: PublicationWish & { readonly withEditions: readonly string[] },
): Promise<Check> {
  const isPast = wish.from !== null && instantOf(wish.from) < site.clocks.content();
  // What is only written yet was made from what is live.
  const versions = overlays.map(({ recordId, locale, value }) => ({
    recordId,
    locale,
    revisionId: value === null ? null : liveRevisionId(site, recordId, site.clocks.content(), locale),
  }));
  const beginnings = await beginningsOf(site, versions, []);
  const publication = publicationOfOverlays(site, overlays, isPast ? { ...wish, from: null } : wish, beginnings);
  const workflow = workflowOf(site, overlays);
  const written = overlays.map(each => writtenIn(site, each));
  // Of the moves that make it live, the one that the person holds a role for; how it stands is asked elsewhere.
  const move = workflow.moves.find(each => publishes(each) && written.every(one => grantsOver(person.grants, each.who, one).length > 0));
  const beyond = move ? pagesBeyond(site, person, publication, move.who) : [];
  return {
    ...(await breachesOf(site, publication)),
    covers: publication.covers.map(each => ({ ...each })),
    waits: waitingOn(site, overlays, withEditions),
    beyond: beyond.length === 0 ? null : beyondWords(site, publication, beyond, rolesThatMake(move!, written), move!.who),
  };
}

// What waits on the same words will stand on others than it began from.
function waitingOn(site: Site, overlays: readonly Overlay[], withEditions: readonly string[]): Check['waits'] {
  return overlays.flatMap(({ recordId, locale }) =>
    site.ledger
      .openProposalsOf(recordId)
      .filter(each => each.locale === (locale ?? site.ledger.localeOf(recordId)) && !withEditions.includes(each.editionId))
      .map(({ editionId, createdBy }) => {
        const title = quoted(recordName(site, site.snapshots.at(), recordId));
        const edition = quoted(site.ledger.editions.get(editionId)?.title ?? '');
        const words = say`${nameOfPerson(site, createdBy)} has proposed ${edition} on ${title}. It waits, and will have to take this in.`;
        return { recordId, editionId, words };
      }),
  );
}

/** What a publication would break that is kept now. Saying what is expected breaks nothing, also when it is not kept yet. */
export async function brokenBy(site: Site, publication: Publication): Promise<readonly BreachRow[]> {
  return publication.changes.every(each => kindNamed(each.kind).isUnseen) ? [] : (await breachesOf(site, publication)).broken;
}

/** Which expectations a publication would break that are kept now, and which it would mend. */
export async function breachesOf(
  site: Site,
  { after: ledger, from: start }: Publication,
): Promise<Pick<Check, 'broken' | 'mended' | 'isPartial'>> {
  const before = planOf(site);
  const after = planOfLedger(site, ledger, start);
  const snapshot = snapshotOf(site, ledger, start);
  const broken: BreachRow[] = [];
  const mended: Check['mended'] = [];
  let isPartial = before.isPartial || after.isPartial;
  const rest = site.turns.begin();
  for (const [id, value] of after.expectations) {
    await rest();
    const outcome = site.health.expectation(id, value, planFor(site, value, after, ledger));
    isPartial ||= outcome.isPartial;
    const isNew = !before.expectations.has(id);
    const known = isNew
      ? []
      : site.health
          .expectation(id, value, planFor(site, value, before, site.ledger))
          .breaches.filter(each => each.until === null || each.until > start);
    const fresh = outcome.breaches.filter(breach => !known.some(each => isTheSame(each, breach)));
    broken.push(...fresh.map(breach => breachRow(site, snapshot, id, value, breach)));
    if (known.length > 0 && outcome.breaches.length === 0)
      mended.push({ expectationId: id, sentence: titleOf(site, site.snapshots.at(), expectation.name, value) });
  }
  return { broken, mended, isPartial };
}

/**
 * Refuses a publication that breaks an expectation, unless somebody who may goes on with a reason.
 * @returns what was broken and why it went ahead all the same, for the history; empty when nothing was broken
 */
export async function acceptedBreaches(site: Site, person: Person, publication: Publication, reason: string): Promise<string> {
  // Saying what is expected changes nothing for readers, also when it is not kept yet.
  if (publication.changes.every(each => kindNamed(each.kind).isUnseen)) return '';
  const { broken, isPartial } = await breachesOf(site, publication);
  if (broken.length === 0) return isPartial ? say`There was too much to check all of what it does.` : '';
  const said = broken.map(each => each.words).join(' ');
  const mayAccept = may(person, 'go on though broken');
  if (mayAccept && reason.trim() !== '') return say`${said} Went ahead: ${reason.trim()}`;
  const how = mayAccept
    ? say`Go on with a reason, which is kept, or change it.`
    : say`Change it, or ask ${someOf(peopleWithRoles(site, rolesThatMay('go on though broken'), person.id))}, who can go on with a reason.`;
  throw new Refusal('expectation-broken', say`This breaks what is expected. ${said} ${how}`, [], { broken, mayGoOn: mayAccept });
}

// What is expected in another locale is looked for as the site is read there.
function planFor(site: Site, { locale }: ExpectationValue, plan: SitePlan, ledger: Ledger): SitePlan {
  return locale === undefined ? plan : planInLocale(site, plan, ledger, locale);
}

// What was broken before, on the same pages or more, is nothing that a change brings.
function isTheSame(known: Breach, breach: Breach): boolean {
  const pages = new Set(known.pages.map(page => page.id));
  const blocks = new Set(known.blockIds);
  return (
    breach.from >= known.from &&
    (known.until === null || (breach.until !== null && breach.until <= known.until)) &&
    breach.pages.every(page => pages.has(page.id)) &&
    breach.blockIds.every(id => blocks.has(id))
  );
}

function breachRow(site: Site, snapshot: SiteSnapshot, id: string, value: ExpectationValue, breach: Breach): BreachRow {
  const names = namesFor(site, snapshot);
  return {
    expectationId: id,
    sentence: titleOf(site, snapshot, expectation.name, value),
    words: breachWords(value, breach, names, momentStyle(site)),
    pages: breach.pages
      .slice(0, mostPages)
      .map(page => ({ id: page.id, title: page.service === null ? names.page(page.id) : page.path, path: page.path })),
    pageCount: breach.pages.length,
    from: breach.from,
    until: breach.until,
  };
}
