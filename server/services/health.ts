import type { Health } from '@contract/assembling';
import { findingWords } from '@core/health/words';
import type { Site } from '../site/site';
import { findingNames, momentStyle } from './names';
import { planOf } from './plan';

/** What is wrong with the site over the year ahead, in words, the gravest kinds first. */
export function healthOf(site: Site): Health {
  const plan = planOf(site);
  const { findings, isPartial } = site.health.check(
    plan,
    site.settings.locales.map(each => each.tag),
  );
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
