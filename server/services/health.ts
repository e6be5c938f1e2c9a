import type { Health } from '@contract/assembling';
import type { Health as CheckedHealth } from '@core/health/health';
import { findingWords } from '@core/health/words';
import type { SitePlan } from '@core/plan/pieces';
import type { Site } from '../site/site';
import { findingNames, momentStyle } from './names';
import { planOf } from './plan';

/** What is wrong with the site over the year ahead, in words, the gravest kinds first. */
export function healthOf(site: Site): Health {
  const plan = planOf(site);
  const { findings, isPartial } = checked(site, plan);
  const snapshot = site.snapshots.at();
  const names = findingNames(site, snapshot);
  const style = momentStyle(site);
  return {
    findings: findings
      .map(finding => ({
        kind: finding.kind,
        ...findingWords(finding, names, style),
        recordId: finding.recordId,
        recordKind: finding.recordKind,
        pageId: finding.pageId,
        from: 'from' in finding ? finding.from : null,
      }))
      .sort((a, b) => gravity.indexOf(a.kind) - gravity.indexOf(b.kind)),
    isPartial,
    until: plan.until,
  };
}

const kept = new WeakMap<SitePlan, CheckedHealth>();

// Today asks each time it is opened; while the plan is the same, so is what is wrong with it.
function checked(site: Site, plan: SitePlan): CheckedHealth {
  const known = kept.get(plan);
  if (known) return known;
  const made = site.health.check(
    plan,
    site.settings.locales.map(each => each.tag),
  );
  kept.set(plan, made);
  return made;
}

const gravity: readonly string[] = [
  'expectation broken',
  'too many',
  'too few',
  'inset missing',
  'inset loop',
  'shared rule gone',
  'page gone',
  'never shows',
  'region missing',
  'pattern without a page',
  'test always true',
  'test never matters',
  'block unseen',
];
