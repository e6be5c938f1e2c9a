import { carriersOf, insetIdsOf } from '../inset/inset';
import type { Ledger } from '../ledger/ledger';
import type { RecordKind } from '../ledger/records';
import type { PlacedSpan } from '../plan/placed-spans';
import { insetHoldersIn, type SitePlan } from '../plan/site-plan';
import { couldHold } from '../rule/could-hold';
import type { PageFacts } from '../rule/where';
import { sharesTime, unionOf, type Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { layoutHasRegion } from '../theme/manifest';

/** A site from some moment on. */
export interface SiteAhead {
  readonly ledger: Ledger;
  readonly plan: SitePlan;
}

/**
 * The pages on which readers could notice the difference between two states of a site at any moment ahead: whoever they
 * are, in whatever locale and with whatever parameters they read, service pages and pages still to come included.
 * They are given as they are and as they would be; a moved page is there twice.
 * What menus and listings elsewhere name of a page follows from the page and is not counted.
 * @param toCome - the facts of pages that are not live yet, so that nothing is put on them unseen
 */
export function pagesNoticing(before: SiteAhead, after: SiteAhead, toCome: readonly PageFacts[]): readonly PageFacts[] {
  const noticing = new Map<string, PageFacts>();
  const notice = (facts: PageFacts) => noticing.set(`${facts.id} ${facts.lineage.join()} ${facts.path}`, facts);
  pagesThatDiffer(before.plan, after.plan).forEach(notice);
  const changed = recordsThatDiffer(before, after, 'block');
  const rewritten = recordsThatDiffer(before, after, 'page');
  const placements = placementsThatDiffer(before.plan, after.plan);
  for (const { plan } of [before, after]) {
    const { span } = plan;
    const carriers = carriersOf(changed.keys(), insetHoldersIn(plan));
    const times = unionOf([...changed.values()].flat());
    const isWhile = (time: Interval) => times.some(each => sharesTime(each, time));
    const known = new Set(plan.universe.pages.map(page => page.id));
    const always = { from: -Infinity, until: Infinity };
    const pages = [
      ...plan.universe.pages.map((facts, position) => ({ facts, time: plan.pageSpans[position]! })),
      ...toCome.filter(each => !known.has(each.id)).map(facts => ({ facts, time: always })),
    ].filter(({ time }) => sharesTime(time, span));
    if (rewritten.size > 0)
      for (const { facts, time } of pages) if (rewritten.get(facts.id)?.some(each => sharesTime(each, time))) notice(facts);
    if (carriers.size > 0)
      for (const { facts, time } of pages)
        if (facts.written && insetIdsOf(facts.written).some(id => carriers.has(id)) && isWhile(time)) notice(facts);
    for (const placed of plan.placements) {
      const { value, from, until } = placed;
      if (value.off) continue;
      const shared = placements.has(placed)
        ? [{ from, until }]
        : carriers.has(value.blockId)
          ? times.filter(each => sharesTime(each, placed))
          : [];
      if (shared.length === 0) continue;
      for (const { facts, time } of pages)
        if (shared.some(each => sharesTime(each, time)) && couldShowOn(plan, placed, facts)) notice(facts);
    }
  }
  return [...noticing.values()];
}

/** Whether a placement could show on a page, for some reader at some time. */
function couldShowOn({ manifest }: SitePlan, { value, rule }: PlacedSpan, facts: PageFacts): boolean {
  const hasTarget = value.target.kind === 'insertion point' || layoutHasRegion(manifest, facts.layout, value.target.name);
  return hasTarget && couldHold(rule.where, facts);
}

// What is over before the beginning is of no account.
function timeKey(time: Interval, { span }: SitePlan): string {
  return `${Math.max(time.from, span.from)} ${time.until}`;
}

function placementsThatDiffer(before: SitePlan, after: SitePlan): ReadonlySet<PlacedSpan> {
  const isAlike = before.span.from === after.span.from && before.span.until === after.span.until;
  if (isAlike && before.placements === after.placements) return new Set();
  // Plans that were gathered one from the other share most of what is placed.
  const shared = new Set(isAlike ? before.placements : []);
  const keyed = (plan: SitePlan, common: ReadonlySet<PlacedSpan>) =>
    new Map(
      plan.placements
        .filter(each => !common.has(each) && sharesTime(each, plan.span))
        .map(each => [`${each.id} ${timeKey(each, plan)}`, each]),
    );
  const inBoth = new Set(after.placements.filter(each => shared.has(each)));
  return differing(keyed(before, inBoth), keyed(after, inBoth), (a, b) => a.value === b.value && a.rule === b.rule);
}

// Their place in the tree and their readers; words are told apart record by record.
function pagesThatDiffer(before: SitePlan, after: SitePlan): ReadonlySet<PageFacts> {
  if (before.universe === after.universe) return new Set();
  const keyed = (plan: SitePlan) =>
    new Map(
      plan.universe.pages.flatMap((facts, position) => {
        const time = plan.pageSpans[position]!;
        const key = `${facts.id} ${timeKey(time, plan)} ${facts.path} ${facts.lineage.join()} ${JSON.stringify(facts.readers)}`;
        return sharesTime(time, plan.span) ? [[key, facts] as const] : [];
      }),
    );
  return differing(keyed(before), keyed(after), () => true);
}

function differing<Value>(
  a: ReadonlyMap<string, Value>,
  b: ReadonlyMap<string, Value>,
  isSame: (a: Value, b: Value) => boolean,
): ReadonlySet<Value> {
  const found = new Set<Value>();
  for (const [one, other] of [
    [a, b],
    [b, a],
  ] as const)
    for (const [key, value] of one) {
      const counterpart = other.get(key);
      if (counterpart === undefined || !isSame(value, counterpart)) found.add(value);
    }
  return found;
}

/** The records of a kind that are not the same throughout, each with when they differ. */
function recordsThatDiffer(before: SiteAhead, after: SiteAhead, kind: RecordKind): ReadonlyMap<string, readonly Interval[]> {
  const found = new Map<string, readonly Interval[]>();
  const { span } = before.plan;
  for (const id of idsThatMayDiffer(before.ledger, after.ledger, kind)) {
    // Words in any locale count: somebody reads them.
    const locales = new Set([before, after].flatMap(({ ledger }) => ledger.localesPublished(id)));
    const times = [...locales].flatMap(locale => timesThatDiffer(before, after, id, locale, span));
    if (times.length > 0) found.set(id, unionOf(times));
  }
  return found;
}

// A ledger that was made from the other tells what came to it; of others every record has to be looked at.
function idsThatMayDiffer(before: Ledger, after: Ledger, kind: RecordKind): ReadonlySet<string> {
  const published = after.origin === before ? after.publishedSince(before.publishedVersion) : null;
  if (published) return new Set([...published].filter(id => after.records.get(id)?.kind === kind));
  return new Set([before, after].flatMap(ledger => ledger.recordsOf(kind).map(each => each.id)));
}

// When what is in force of a record in one locale is not the same.
function timesThatDiffer(before: SiteAhead, after: SiteAhead, id: string, locale: string, span: Interval): readonly Interval[] {
  const [a, b] = [before, after].map(({ ledger }) => ledger.outlookOf(id, locale));
  if (a === b) return [];
  const cuts = [span.from, ...[...a!.boundaries, ...b!.boundaries].filter(at => at > span.from && at < span.until)];
  const sorted = [...new Set(cuts)].sort((one, other) => one - other);
  const stateAt = ({ ledger }: SiteAhead, at: Instant) => {
    const inForce = ledger.inForce(id, at, Infinity, locale);
    return inForce.state === 'live' ? ledger.revision(inForce.revisionId).value : locale === ledger.localeOf(id) ? null : inForce.state;
  };
  return sorted
    .map((from, index) => ({ from, until: sorted[index + 1] ?? span.until }))
    .filter(({ from }) => stateAt(before, from) !== stateAt(after, from));
}
