import type { Reach, ReachRequest, SiteFactsRequest } from '@contract/assembling';
import { writeFullMoment } from '@core/format/moment';
import { cellStates, type CellState } from '@core/reach/grid';
import { gains, loses, ReachTable } from '@core/reach/reach-table';
import { sideOf, slimSide, type SiteFacts, type SiteSide } from '@core/reach/site-facts';
import type { SiteSnapshot } from '@core/site/snapshot';
import { say, told } from '@core/tongue/say';
import { stringify } from 'csv-stringify/sync';
import { allServiceFacts } from '../public/answers';
import type { Site } from '../site/site';
import { momentStyle, namesFor } from './names';
import { overlaysFor } from './views';

/** All that reach is computed from, before and with changes. */
export function siteFacts(site: Site, request: SiteFactsRequest): SiteFacts {
  const { before, after, snapshot } = sidesOf(site, request);
  const names = namesFor(site, snapshot);
  const blockOf = new Map([...before.placements, ...(after?.placements ?? [])].map(each => [each.id, each.value.blockId]));
  return {
    before: slimSide(before),
    // Pages that are the same are sent once.
    after: after && slimSide(after.pages === before.pages ? { ...after, pages: [] } : after),
    placementTitles: Object.fromEntries([...blockOf].map(([id, blockId]) => [id, names.block(blockId)])),
  };
}

/** One letter per way of standing to a page; those away are small letters. */
const reachLetters: Readonly<Record<CellState, string>> = {
  'not meant': '.',
  shows: 'S',
  'page readers': 'p',
  'not live': 'n',
  off: 'o',
  'shared rule': 'r',
  excepted: 'x',
  who: 'w',
  over: 'e',
  later: 'l',
  block: 'b',
  'block readers': 'd',
  layout: 'y',
  'stand-in': 'i',
  limit: 'm',
};

/** Placements against the page tree, before and with changes. */
export function reachTable(site: Site, request: ReachRequest): Reach {
  const { before, after, snapshot } = sidesOf(site, request);
  const names = namesFor(site, snapshot);
  const table = new ReachTable({ before, after });
  const placements = request.placements.length === 0 ? null : new Set(request.placements);
  const columns = table.columns({ reader: request.reader, moment: snapshot.moment, placements, target: request.target }, momentStyle(site));
  return {
    moment: snapshot.moment,
    pages: table.side.pages.map(page => ({ id: page.id, title: page.written?.title ?? page.service ?? page.path, path: page.path })),
    placements: columns.map(column => ({
      placementId: column.placement.id,
      title: names.block(column.placement.value.blockId),
      target: column.target,
      cells: Array.from(column.cells, letterOf).join(''),
      shown: column.shown,
      life: column.life,
    })),
    legend: {
      ...Object.fromEntries(Object.entries(reachLetters).map(([state, letter]) => [letter, state])),
      '+': 'gains',
      '-': 'loses',
    },
  };
}

/** A reach as comma-separated values: a line per page, a column per placement. @see RFC 4180 */
export function reachCsv(site: Site, reach: Reach): string {
  const style = momentStyle(site);
  const words = (letter: string) =>
    letter === '.'
      ? ''
      : letter === 'S'
        ? say`shows`
        : letter === '+'
          ? say`gains`
          : letter === '-'
            ? say`loses`
            : say`away: ${told(reach.legend[letter]!)}`;
  return stringify(
    [
      [say`Page`, say`Path`, ...reach.placements.map(each => `${each.title} (${each.target})`)],
      ...reach.pages.map((page, at) => [page.title, page.path, ...reach.placements.map(each => words(each.cells.charAt(at)))]),
      [say`Looked at on ${writeFullMoment(reach.moment, style)}`],
    ],
    // A cell that a spreadsheet would take for a formula is kept as text.
    { record_delimiter: '\r\n', escape_formulas: true, relax_column_count: true } as Parameters<typeof stringify>[1],
  );
}

function letterOf(cell: number): string {
  if (cell >= loses) return '-';
  return cell >= gains ? '+' : reachLetters[cellStates[cell]!];
}

function sidesOf(site: Site, request: SiteFactsRequest): { before: SiteSide; after: SiteSide | null; snapshot: SiteSnapshot } {
  const locale = request.locale ?? site.ledger.baseLocale;
  const overlays = overlaysFor(site, request.withEditions, request.changes);
  const services = allServiceFacts(site, locale);
  const snapshotBefore = site.snapshots.readIn(locale, [], request.moment);
  const before = sideOf(snapshotBefore, services);
  if (overlays.length === 0) return { before, after: null, snapshot: snapshotBefore };
  const snapshot = site.snapshots.readIn(locale, overlays, request.moment);
  return { before, after: sideOf(snapshot, services), snapshot };
}
