import { HealthCheck } from '@core/health/health';
import type { Ledger } from '@core/ledger/ledger';
import type { PlacementValue } from '@core/placement/placement';
import { planWithin } from '@core/plan/site-plan';
import { ReachGrid } from '@core/reach/grid';
import { sideOf } from '@core/reach/site-facts';
import { takeSnapshot } from '@core/site/snapshot';
import type { ThemeManifest } from '@core/theme/manifest';
import jsonLogic from 'json-logic-js';
import { logicFacts, ruleAsLogic } from './json-logic';
import { plainEntry } from './entry';
import { largeLedger, largeTheme } from './large-site';
import { medianMilliseconds, type Row } from './measure';

const moment = Date.parse('2027-03-18T09:40Z');
const year = 366 * 86_400_000;
const vantage = { reader: { signedIn: false, roles: [], memberships: [] }, moment, query: {} };

/** The grid of reach as the worker computes it, and everything that is wrong with a large site. */
export function benchAssembling(): readonly Row[] {
  return [...benchGrid(), ...benchHealth()];
}

function benchGrid(): readonly Row[] {
  const ledger = largeLedger(5_000, 500);
  const options = { moment, now: moment, locale: 'en-GB', manifest: largeTheme };
  const began = performance.now();
  const side = sideOf(takeSnapshot(ledger, options), []);
  const took = performance.now() - began;
  let columns: readonly unknown[] = [];
  // A list of pages that was never seen before, so that nothing kept from the last run is used.
  const whole = medianMilliseconds(7, () => (columns = new ReachGrid({ ...side, pages: [...side.pages] }).columns(vantage)));
  const changes = Array.from({ length: 40 }, (_, index) => changedWhere(ledger, index));
  let turn = 0;
  const changed = medianMilliseconds(40, () => {
    const change = changes[turn % changes.length]!;
    turn += 1;
    const placements = side.placements.map(each => (each.id === change.id ? { ...each, value: change.value } : each));
    return new ReachGrid({ ...side, placements }).columns(vantage, new Set([change.id]));
  });
  const rules = side.placements.map(each => ruleAsLogic(each.value.rule));
  const naiveBegan = performance.now();
  let held = 0;
  const facts = side.pages.map(page => logicFacts(page, moment));
  for (const rule of rules) for (const page of facts) if (jsonLogic.apply(rule, page)) held += 1;
  const naive = performance.now() - naiveBegan;
  if (held === 0 || columns.length !== 500) throw new RangeError('Nothing was measured');
  return [
    {
      what: `the reach of 500 placements over 5,000 pages, milliseconds (the snapshot took ${Math.round(took)} before)`,
      ratio: whole,
      aim: 'at most',
      bound: 1_000,
    },
    { what: 'the same with one rule changed, milliseconds', ratio: changed, aim: 'at most', bound: 16 },
    { what: 'json-logic-js over the same 2,500,000 cells, against the whole grid', ratio: naive / whole, aim: 'at least', bound: 50 },
  ];
}

function benchHealth(): readonly Row[] {
  const ledger = largeLedger(5_000, 2_000);
  schedule(ledger, 24);
  const manifest: ThemeManifest = { ...largeTheme, regions: largeTheme.regions.map(each => ({ ...each, limits: { most: 60, least: 1 } })) };
  const plan = () => planWithin(ledger, { from: moment, until: moment + year }, { locale: 'en-GB', manifest, services: [] });
  const locales = ['en-GB', 'en-US', 'cy', 'de', 'fr', 'ar'];
  const check = new HealthCheck();
  const began = performance.now();
  const all = check.check(plan(), locales);
  const whole = performance.now() - began;
  const change = changedWhere(ledger, 7);
  publish(ledger, change.id, change.value, moment);
  const again = performance.now();
  const after = check.check(plan(), locales);
  const changed = performance.now() - again;
  return [
    {
      what: `all warnings: 2,000 placements, 5,000 pages, 17 classes of readers; milliseconds (${all.computed} parts computed, ${all.findings.length} found)`,
      ratio: whole,
      aim: 'at most',
      bound: 5_000,
    },
    {
      what: `the same after one change: parts computed again (${Math.round(changed)} milliseconds)`,
      ratio: after.computed,
      aim: 'at most',
      bound: 3,
    },
  ];
}

/** A placement whose rule names other pages than before. */
function changedWhere(ledger: Ledger, index: number): { readonly id: string; readonly value: PlacementValue } {
  const id = `placement-${1 + index * 3}`;
  const value = ledger.revision(`r-${id}`).value as PlacementValue;
  return {
    id,
    value: {
      ...value,
      rule: {
        ...value.rule,
        where: { any: [{ test: 'within', page: `page-${1 + index}` }], none: [{ test: 'topic', topic: `topic ${index}` }] },
      },
    },
  };
}

// Some placements change over the year, and ask for readers of four kinds.
function schedule(ledger: Ledger, count: number): void {
  for (let index = 0; index < count; index += 1) {
    const id = `placement-${3 + index * 80}`;
    const value = ledger.revision(`r-${id}`).value as PlacementValue;
    const membership = ['member', 'friend', 'patron', 'guest'][index % 4]!;
    publish(
      ledger,
      id,
      { ...value, rule: { ...value.rule, who: { any: [{ test: 'membership', membership }] } } },
      moment + (index + 1) * (year / (count + 1)),
    );
  }
}

let published = 0;

function publish(ledger: Ledger, recordId: string, value: PlacementValue, from: number): void {
  published += 1;
  const revisionId = `later-${published}`;
  const base = { recordId, locale: 'en-GB' };
  ledger.absorb({
    revisions: [
      {
        ...base,
        id: revisionId,
        parentId: null,
        mergedFromId: null,
        translatedFromId: null,
        value,
        createdAt: 0,
        createdBy: 'x',
        note: '',
      },
    ],
    entries: [plainEntry({ recordId, revisionId, publicationId: revisionId, number: 1_000_000 + published, from })],
  });
}
