import type { ZoneReport } from '@contract/site';
import { writeFullMoment } from '@core/format/moment';
import { changesWithin } from '@core/plan/changes';
import { effectHorizon } from '@core/reach/reach';
import type { WhenTest } from '@core/rule/rule';
import { testsOf } from '@core/rule/tree';
import type { Site } from '../site/site';
import { momentStyle, titleOf } from './names';

/** The most times that are listed; of more the soonest. */
const mostTimes = 40;

/**
 * What another time zone of the site would do. What was typed keeps the zone in which it was typed, so nothing moves;
 * what is to come is written and read by another clock.
 */
export function zoneReport(site: Site, zone: string): ZoneReport {
  const snapshot = site.snapshots.at();
  const before = momentStyle(site);
  const from = site.clocks.content();
  const changes = changesWithin(site.ledger, { from, until: from + effectHorizon });
  const rules = [...snapshot.placements.map(each => each.value.rule), ...[...snapshot.sharedRules.values()].map(each => each.rule)];
  const zones = rules.map(rule => new Set(testsOf(rule.when).flatMap(zonesOf)));
  return {
    times: changes.slice(0, mostTimes).map(({ at, kind, value, what }) => ({
      title: titleOf(site, snapshot, kind, value),
      what,
      at,
      before: writeFullMoment(at, before),
      after: writeFullMoment(at, { ...before, zone }),
    })),
    timeCount: changes.length,
    ruleCount: zones.filter(each => each.size > 0).length,
    ruleZones: [...new Set(zones.flatMap(each => [...each]))].sort(),
  };
}

function zonesOf(test: WhenTest): readonly string[] {
  if (test.test === 'window') return [test.from?.zone, test.until?.zone].filter(each => each !== undefined);
  // A season's own dates are among the rules.
  return test.test === 'season' ? [] : [test.zone];
}
