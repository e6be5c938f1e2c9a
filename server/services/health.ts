import type { Health } from '@contract/assembling';
import type { Health as CheckedHealth } from '@core/health/health';
import type { Finding } from '@core/health/finding';
import { writeFullMoment } from '@core/format/moment';
import { linkFindings } from '@core/health/link-health';
import { findingWords } from '@core/health/words';
import type { SitePlan } from '@core/plan/site-plan';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import type { Site } from '../site/site';
import { otherDates, outsideWords, sourcedSeasons } from './calendars-elsewhere';
import { languageFindings } from './language-health';
import { bestValueOf, findingNames, momentStyle, titleOf } from './names';
import { planInLocale, planOf } from './plan';

/** What is wrong with the site over the year ahead, in words, the gravest kinds first. */
export async function healthOf(site: Site): Promise<Health> {
  const { plan, health } = await checked(site);
  const { findings, isPartial } = health;
  const snapshot = site.snapshots.at();
  const names = findingNames(site, snapshot);
  const style = momentStyle(site);
  const left = [
    ...clockFindings(site),
    ...unreadableFindings(site),
    ...faultFindings(site),
    ...calendarFindings(site),
    ...feedFindings(site),
  ];
  return {
    findings: [
      ...left,
      ...[...findings, ...linksOf(site, snapshot)]
        .map(finding => ({
          kind: finding.kind,
          ...findingWords(finding, names, style),
          recordId: finding.recordId,
          recordKind: finding.recordKind,
          pageId: finding.pageId,
          from: 'from' in finding ? finding.from : null,
        }))
        .sort((a, b) => gravity.indexOf(a.kind) - gravity.indexOf(b.kind)),
      ...languageFindings(site),
    ],
    isPartial,
    until: plan.span.until,
  };
}

const keptLinks = new WeakMap<SiteSnapshot['values'], readonly Finding[]>();

// What is live is the same for as long as nothing begins or ends.
function linksOf(site: Site, snapshot: SiteSnapshot): readonly Finding[] {
  const known = keptLinks.get(snapshot.values) ?? linkFindings(snapshot, site.registry);
  keptLinks.set(snapshot.values, known);
  return known;
}

type FindingRow = Health['findings'][number];

/** How far a clock may be behind, in milliseconds: two machines that write to one store differ by as much. */
const mostBehind = 5_000;

// Nothing can have been recorded later than it is: then the clock is wrong, and with it all that begins and ends.
function clockFindings(site: Site): readonly FindingRow[] {
  const [now, last] = [site.clocks.running(), site.ledger.lastRecordedAt];
  // A clock that was set on purpose stands where it was set.
  if (site.clocks.isFrozen) return [];
  const style = momentStyle(site);
  const about = { recordId: '', recordKind: 'page', pageId: null, from: null } as const;
  const behind = {
    ...about,
    kind: 'clock behind',
    sentence: say`The server’s clock is behind: it says ${writeFullMoment(now, style)}, and something was recorded on ${writeFullMoment(last, style)}.`,
    remedy: say`Have whoever runs the server set its clock. Until then things begin and end late by as much.`,
  };
  const jumps = site.clockWatch.look().map(({ from, to }) => ({
    ...about,
    kind: 'clock jumped',
    sentence: say`The server’s clock went from ${writeFullMoment(from, style)} to ${writeFullMoment(to, style)} at once.`,
    remedy: say`Right, if the machine slept or its clock was wrong before. Else have whoever runs the server set it: things begin and end early or late by as much.`,
  }));
  return [...(last - now > mostBehind ? [behind] : []), ...jumps];
}

// What cannot be read is left out by the record; whoever runs the server can put it aside.
function unreadableFindings(site: Site): readonly FindingRow[] {
  return site.unreadable.map(({ table, row, recordId, kind, why }) => ({
    kind: 'record unreadable',
    sentence: say`Something stored cannot be read and is left out (${table.replace('_', ' ')} ${row}): ${why}.`,
    remedy: say`Write it again, or have whoever runs the server check the store.`,
    recordId: recordId !== null && site.ledger.records.has(recordId) ? recordId : '',
    recordKind: kind ?? 'page',
    pageId: null,
    from: null,
  }));
}

function faultFindings(site: Site): readonly FindingRow[] {
  const { blocks } = site.snapshots.at();
  return site.faults.all().flatMap(({ recordId, why, value }) => {
    const kind = site.ledger.records.get(recordId)?.kind;
    // Words that were only looked at, or have been mended since, are no fault of the site.
    if (!kind || blocks.get(recordId)?.value !== value) return [];
    const title = titleOf(site, site.snapshots.at(), kind, bestValueOf(site, recordId));
    return {
      kind: 'block fails',
      sentence: say`“${title}” cannot be shown and is left out: ${why}.`,
      remedy: say`Change its words, or take it off.`,
      recordId,
      recordKind: kind,
      pageId: null,
      from: null,
    };
  });
}

// Dates that were taken from elsewhere may have moved there since.
function calendarFindings(site: Site): readonly FindingRow[] {
  return sourcedSeasons(site).flatMap(({ id, value, source }) => {
    const about = { recordId: id, recordKind: 'season', pageId: null, from: null } as const;
    const fault = site.calendarLooks.of(source.address)?.fault;
    if (fault)
      return {
        ...about,
        kind: 'calendar unread',
        sentence: say`The calendar that “${value.title}” was taken from cannot be read (${source.address}): ${outsideWords(fault)}`,
        remedy: say`The dates stay as they are. Give the season another address, or none.`,
      };
    if (!otherDates(site, { value, source })) return [];
    return {
      ...about,
      kind: 'season behind',
      sentence: say`The calendar that “${value.title}” was taken from has other dates now.`,
      remedy: say`Take them, or leave the season as it is.`,
    };
  });
}

// A block that shows a feed elsewhere goes on with what was read last.
function feedFindings(site: Site): readonly FindingRow[] {
  return [...site.snapshots.at().blocks.values()].flatMap(({ id, value }) => {
    const field = site.registry.blockTypes.get(value.type)?.feedIn;
    const fault = field === undefined ? null : site.feedLooks.faultOf(String(value.fields[field]));
    if (fault === null) return [];
    return [
      {
        kind: 'feed unread',
        sentence: say`The feed of “${value.title}” cannot be read (${String(value.fields[field!])}): ${outsideWords(fault)}`,
        remedy: say`What was read last goes on being shown. Give the block another address, or take it off.`,
        recordId: id,
        recordKind: 'block' as const,
        pageId: null,
        from: null,
      },
    ];
  });
}

interface Checked {
  readonly plan: SitePlan;
  readonly health: CheckedHealth;
}

const kept = new WeakMap<SitePlan, Promise<Checked>>();

// Today asks each time it is opened; while the plan is the same, so is what is wrong with it.
function checked(site: Site): Promise<Checked> {
  const plan = planOf(site);
  const known = kept.get(plan);
  if (known) return known;
  const made = check(site, plan);
  kept.set(plan, made);
  made.catch(() => kept.delete(plan));
  return made;
}

async function check(site: Site, plan: SitePlan): Promise<Checked> {
  const { publishedVersion } = site.ledger;
  const steps = site.health.steps(
    plan,
    site.settings.locales.map(each => each.tag),
    locale => planInLocale(site, plan, site.ledger, locale),
  );
  const health = await site.turns.through(steps, () => site.ledger.publishedVersion !== publishedVersion);
  // Where somebody published meanwhile, what is asked for is the site as it is now.
  return health ? { plan, health } : checked(site);
}

const gravity: readonly string[] = [
  'expectation broken',
  'too many',
  'too few',
  'link to nowhere',
  'picture gone',
  'inset missing',
  'inset loop',
  'shared rule gone',
  'page gone',
  'never shows',
  'region missing',
  'pattern without a page',
  'test always true',
  'test never matters',
  'forwarding to nowhere',
  'picture without words',
  'forwarding hidden',
  'block unseen',
];
