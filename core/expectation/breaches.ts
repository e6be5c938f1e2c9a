import type { SitePlan } from '../plan/site-plan';
import { byTimes, type Found, type FoundTogether } from '../plan/sweep';
import { openTimeOver } from '../rule/open-time';
import type { PageFacts } from '../rule/where';
import type { ReaderFacts } from '../rule/who';
import { intersectionOf, sharesTime, unionOf, type Interval } from '../schedule/interval';
import type { Breach } from './check';
import type { ExpectationValue } from './expectation';

/** How a page fails an expectation. */
export interface Failing {
  readonly reader: ReaderFacts;
  readonly blockIds: readonly string[];
}

/** Joins what fails page by page to stretches of time, each with all its pages. */
export function breachesFrom(found: readonly Found<Failing>[], expectation: ExpectationValue, plan: SitePlan): readonly Breach[] {
  const spoken = openTimeOver(expectation.when, plan.span);
  const groups = byTimes(found)
    .map(group => ({ ...group, times: intersectionOf(group.times, spoken) }))
    .filter(group => group.times.length > 0);
  const failing = unionOf(groups.flatMap(group => group.times));
  const membersOf = failing.map((): number[] => []);
  groups.forEach(({ times }, index) => {
    for (let at = 0, time = 0; at < failing.length && time < times.length;) {
      if (sharesTime(failing[at]!, times[time]!)) {
        membersOf[at]!.push(index);
        at += 1;
      } else if (times[time]!.until <= failing[at]!.from) time += 1;
      else at += 1;
    }
  });
  const together = new Map<string, Pick<Breach, 'pages' | 'blockIds'>>();
  return failing.map(({ from, until }, index): Breach => {
    const members = membersOf[index]!;
    const key = members.join();
    const what =
      together.get(key) ??
      allOf(
        members.map(member => groups[member]!),
        plan,
      );
    together.set(key, what);
    const first = members.map(member => groups[member]!).find(group => group.times.some(time => time.from <= from && from < time.until));
    return { from, until: until >= plan.span.until ? null : until, reader: firstOf(first!).verdict.reader, ...what };
  });
}

function firstOf({ all }: FoundTogether<Failing>): Found<Failing> {
  return all.reduce((first, each) => (each.positions[0]! < first.positions[0]! ? each : first));
}

function allOf(
  groups: readonly { readonly times: readonly Interval[]; readonly all: readonly Found<Failing>[] }[],
  plan: SitePlan,
): Pick<Breach, 'pages' | 'blockIds'> {
  const positions = new Set<number>();
  const blockIds = new Set<string>();
  for (const { all } of groups)
    for (const each of all) {
      for (const position of each.positions) positions.add(position);
      for (const id of each.verdict.blockIds) blockIds.add(id);
    }
  // By id: the same page is another object once something about it has changed.
  const pages = new Map<string, PageFacts>();
  for (const position of [...positions].sort((a, b) => a - b)) {
    const page = plan.universe.pages[position]!;
    pages.set(page.id, page);
  }
  return { pages: [...pages.values()], blockIds: [...blockIds] };
}
