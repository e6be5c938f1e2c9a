import type { Change } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import type { PageValue } from '@core/page/page';
import type { PlacementValue } from '@core/placement/placement';
import { everywhere, type RuleTree, type WhenTest, type WhereTest } from '@core/rule/rule';
import type { LocalTime } from '@core/schedule/local-time';
import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import { DateTime } from 'luxon';
import { v7 as uuidv7 } from 'uuid';
import { demoBlocks, type DemoBlock, type DemoPlacement, type DemoWhere } from './scenario-blocks';
import { shippedTypes } from '@core/registry/registry';
import { demoFileId } from './files';
import { demoCarouselId, demoPartners } from './scenario-partners';
import { demoBoatId } from './scenario-types';
import { demoMenuId, mainMenu } from './menus';
import { demoPages } from './scenario-pages';
import { writtenBlock, writtenPageFields } from '@server/starting/written';

/** The demo as changes, with the ids that later acts refer to. */
export interface LaidOut {
  readonly pages: readonly Change[];
  readonly menus: readonly Change[];
  /** The carousel, and the campaigns of sponsors. */
  readonly partners: readonly Change[];
  readonly blocks: readonly Change[];
  readonly placements: readonly Change[];
  readonly pageId: (path: string) => string;
  readonly blockId: (key: string) => string;
  /** The nth placement of a block. */
  readonly placement: (blockKey: string, index?: number) => { readonly id: string; readonly value: PlacementValue };
  readonly time: (days: number, time: string) => LocalTime;
}

/** Turns the scenario into changes, laid around a day. @param anchor - UTC milliseconds of the set day */
export function layOut(anchor: number, zone: string): LaidOut {
  const time = (days: number, at: string): LocalTime => ({
    local: `${DateTime.fromMillis(anchor, { zone }).plus({ days }).toISODate()}T${at}`,
    zone,
  });
  const pageIds = new Map(demoPages.map(page => [page.path, uuidv7()]));
  const blockIds = new Map(demoBlocks.map(block => [block.key, uuidv7()]));
  const pageId = (path: string): string => pageIds.get(path) ?? fail(`No demo page ${path}`);
  const blockId = (key: string): string => blockIds.get(key) ?? fail(`No demo block ${key}`);
  const orders = generateNKeysBetween(null, null, demoPages.length);
  const pages = demoPages.map((page, index) => added('page', pageId(page.path), pageOf(page, pageId, time, orders[index]!)));
  const blocks = demoBlocks.map(block => added('block', blockId(block.key), blockOf(block, pageId)));
  let order: string | null = null;
  const placed = demoBlocks.flatMap(block =>
    block.placements.map(placement => {
      order = generateKeyBetween(order, null);
      return { key: block.key, id: uuidv7(), value: placementOf(blockId(block.key), placement, pageId, time, zone, order) };
    }),
  );
  return {
    pages,
    menus: [added('menu', demoMenuId, mainMenu(pageId))],
    partners: demoPartners().map(({ kind, id, value }) => added(kind, id, value)),
    blocks,
    placements: placed.map(each => added('placement', each.id, each.value)),
    pageId,
    blockId,
    placement: (key, index = 0) => placed.filter(each => each.key === key)[index] ?? fail(`No demo placement of ${key}`),
    time,
  };
}

function added(kind: Change['kind'], recordId: string, value: unknown): Change {
  return { recordId, kind, value, retires: false, baseRevisionId: null };
}

function pageOf(page: (typeof demoPages)[number], pageId: (path: string) => string, time: LaidOut['time'], order: string): PageValue {
  const parent = page.path === '/' ? null : page.path.slice(0, page.path.lastIndexOf('/')) || '/';
  return {
    version: 3,
    type: page.type ?? 'page',
    typeVersion: shippedTypes.pageTypes.get(page.type ?? 'page')!.version,
    title: page.title,
    parentId: parent && pageId(parent),
    segment: page.path.slice(page.path.lastIndexOf('/') + 1),
    order,
    layout: page.layout ?? 'main-and-aside',
    readers: page.membersOnly ? { any: [{ test: 'membership', membership: 'member' }] } : null,
    inMenu: page.inMenu ?? true,
    menuLabel: page.menuLabel ?? '',
    ...(page.thenLeadsTo && { onceOver: { answer: 'moved', to: { page: pageId(page.thenLeadsTo), address: '' }, status: 302 } }),
    ...(page.shelvedFrom && { shelvedFrom: time(...page.shelvedFrom) }),
    ...(page.reviewBy && { reviewBy: time(...page.reviewBy) }),
    fields: writtenPageFields(page.type ?? 'page', {
      standfirst: page.standfirst,
      body: page.body ?? '',
      picture: page.picture ? demoFileId(page.picture) : '',
      topics: [...(page.topics ?? [])],
      authors: [...(page.authors ?? [])],
      isFeatured: page.isFeatured ?? false,
      takesPlace: page.takesPlace ? time(...page.takesPlace) : null,
      ...(page.takesPlaceUntil && { takesPlaceUntil: time(...page.takesPlaceUntil) }),
      ...(page.repeats && { repeats: repetitionOf(page, time) }),
    }),
  };
}

function repetitionOf({ repeats, moved }: (typeof demoPages)[number], time: LaidOut['time']) {
  const [rule, ...calledOff] = repeats!;
  const dateOf = (days: number) => time(days, '00:00').local.slice(0, 10);
  const elsewhere = moved && { moved: [{ date: dateOf(moved.from), to: time(...moved.to).local }] };
  return { rule, without: calledOff.map(dateOf), ...elsewhere };
}

/** The fields of demo blocks that name a page by its path. */
const pathFields = ['beneath', 'start', 'page', 'to'];

function blockOf(block: DemoBlock, pageId: (path: string) => string): BlockValue {
  const named = Object.entries(block.fields).map(([name, value]): [string, unknown] => [
    name,
    name === 'menu' && value
      ? demoMenuId
      : name === 'carousel' && value
        ? demoCarouselId
        : name === 'page' && value === '/about/gannets-wake'
          ? demoBoatId
          : pathFields.includes(name) && String(value).startsWith('/')
            ? pageId(String(value))
            : name === 'picture' && value
              ? demoFileId(String(value))
              : value,
  ]);
  return writtenBlock(block.type, block.title, Object.fromEntries(named));
}

function placementOf(
  blockId: string,
  placement: DemoPlacement,
  pageId: (path: string) => string,
  time: LaidOut['time'],
  zone: string,
  order: string,
): PlacementValue {
  return {
    version: 1,
    blockId,
    target: { kind: placement.isPoint ? 'insertion point' : 'region', name: placement.region },
    order,
    rule: { ...everywhere, where: whereOf(placement.where, pageId), who: placement.who ?? {}, when: whenOf(placement, time, zone) },
    off: placement.off ?? false,
    look: placement.look ?? '',
    align: 'start',
    title: placement.title ?? { show: 'block', own: '' },
    anchor: '',
    reason: placement.reason ?? '',
  };
}

function whereOf(where: DemoWhere, pageId: (path: string) => string): RuleTree<WhereTest> {
  const any: WhereTest[] = [
    ...(where.only ?? []).map((path): WhereTest => ({ test: 'page', page: pageId(path) })),
    ...(where.within ?? []).map((path): WhereTest => ({ test: 'within', page: pageId(path) })),
    ...(where.service ? [{ test: 'service page' as const, service: where.service }] : []),
    ...(where.type ? [{ test: 'type' as const, type: where.type }] : []),
  ];
  const none: WhereTest[] = [
    ...(where.except ?? []).map((path): WhereTest => ({ test: 'page', page: pageId(path) })),
    ...(where.exceptWithin ?? []).map((path): WhereTest => ({ test: 'within', page: pageId(path) })),
  ];
  return { ...(any.length > 0 ? { any } : {}), ...(none.length > 0 ? { none } : {}) };
}

function whenOf(placement: DemoPlacement, time: LaidOut['time'], zone: string): RuleTree<WhenTest> {
  if (placement.recurring) return { all: [{ test: 'recurring', ...placement.recurring, zone }] };
  if (!placement.from && !placement.until) return {};
  return {
    all: [
      { test: 'window', from: placement.from ? time(...placement.from) : null, until: placement.until ? time(...placement.until) : null },
    ],
  };
}

function fail(message: string): never {
  throw new RangeError(message);
}
