import type { BlockValue } from '@core/block/block';
import { resolvePage } from '@core/placement/resolve';
import { pagesReached } from '@core/reach/reach';
import { liveAt, liveSince } from '@core/site/live-set';
import { assembleSnapshot, takeSnapshot, type SiteSnapshot, type PageNode } from '@core/site/snapshot';
import jsonLogic from 'json-logic-js';
import { plainEntry } from './entry';
import { logicFacts, ruleAsLogic } from './json-logic';
import { largeLedger, largeTheme } from './large-site';
import { medianMilliseconds, type Row } from './measure';

const moment = Date.parse('2027-03-18T09:40Z');
const anyone = { signedIn: false, roles: [], memberships: [] };

/** One page resolved, against every rule evaluated by a general rule engine; and how it grows. */
export function benchResolve(): readonly Row[] {
  const sizes = [500, 2_000, 8_000] as const;
  const measured = sizes.map(placements => measure(5_000, placements));
  const middle = measured[1]!;
  const growth = measured[2]!.ours / measured[0]!.ours;
  return [
    {
      what: `one page of 5,000 with 2,000 placements, against json-logic-js over every rule (median ${middle.ours.toFixed(3)} ms against ${middle.theirs.toFixed(2)} ms)`,
      ratio: middle.theirs / middle.ours,
      aim: 'at least',
      bound: 20,
    },
    { what: 'growth of that time from 500 to 8,000 placements (16 times as many)', ratio: growth, aim: 'at most', bound: 12 },
    { what: 'reach of one changed rule over 5,000 pages, in milliseconds', ratio: middle.reach, aim: 'at most', bound: 16 },
    {
      what: 'a snapshot of 5,000 pages and 2,000 placements taken anew, in milliseconds',
      ratio: middle.snapshot,
      aim: 'at most',
      bound: 250,
    },
    snapshotAfterOneChange(),
  ];
}

/** A snapshot after other words of one block, made from the one before, against one of a ledger that was never looked at. */
function snapshotAfterOneChange(): Row {
  const options = { moment, now: moment, locale: 'en-GB', manifest: largeTheme };
  const cold =
    medianMilliseconds(5, () => takeSnapshot(largeLedger(5_000, 2_000), options)) - medianMilliseconds(5, () => largeLedger(5_000, 2_000));
  const ledger = largeLedger(5_000, 2_000);
  let live = liveAt(ledger, options);
  assembleSnapshot(ledger, options, live);
  let number = ledger.lastNumber;
  const changed = medianMilliseconds(25, () => {
    const recordId = `block-${number % 2_000}`;
    const version = ledger.publishedVersion;
    const [last] = ledger.revisionsOf(recordId);
    number += 1;
    const revision = { ...last!, id: `${recordId} ${number}`, value: { ...(last!.value as BlockValue), title: `Words ${number}` } };
    ledger.absorb({ revisions: [revision], entries: [plainEntry({ recordId, revisionId: revision.id, number })] });
    live = liveSince(ledger, options, live, ledger.publishedSince(version)!)!;
    assembleSnapshot(ledger, options, live);
  });
  return {
    what: `hundredths of a new snapshot that one takes after one change (${changed.toFixed(2)} ms against ${cold.toFixed(0)} ms)`,
    ratio: (100 * changed) / cold,
    aim: 'at most',
    bound: 5,
  };
}

function measure(pageCount: number, placementCount: number): { ours: number; theirs: number; reach: number; snapshot: number } {
  const ledger = largeLedger(pageCount, placementCount);
  const take = (): SiteSnapshot => takeSnapshot(ledger, { moment, now: moment, manifest: largeTheme });
  const snapshot = take();
  const pages = Array.from({ length: 40 }, (_, index) => snapshot.pages[(index * 97) % snapshot.pages.length]!);
  const logic = snapshot.placements.map(each => ({ id: each.id, logic: ruleAsLogic(each.value.rule) }));
  const naive = (page: PageNode) => logic.filter(each => jsonLogic.apply(each.logic, logicFacts(page.facts, moment))).map(each => each.id);
  const ours = (page: PageNode) => resolvePage(snapshot, page.facts, anyone).shown.map(each => each.placement.id);
  for (const page of pages) if (naive(page).join() !== ours(page).join()) throw new Error(`The two disagree on ${page.facts.path}`);
  let round = 0;
  const changed = snapshot.placements[3]!.value;
  return {
    ours: medianMilliseconds(400, () => ours(pages[(round += 1) % pages.length]!)),
    theirs: medianMilliseconds(30, () => naive(pages[(round += 1) % pages.length]!)),
    reach: medianMilliseconds(50, () => pagesReached(snapshot, { ...changed })),
    snapshot: medianMilliseconds(7, take),
  };
}
