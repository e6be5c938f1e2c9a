import { HealthCheck } from '@core/health/health';
import type { PlacementValue } from '@core/placement/placement';
import { planWithin } from '@core/plan/site-plan';
import type { RuleTree, WhenTest } from '@core/rule/rule';
import { standingsIn } from '@core/plan/standing';
import { regionFindings } from '@core/health/region-health';
import { plainEntry } from './entry';
import { largeLedger, largeTheme } from './large-site';
const zone='Europe/London'; const now = Date.parse('2027-03-18T09:40Z'); const day=86_400_000; const year=366*day;
  const ledger = largeLedger(500, 2_000);
  const windows = 300;
  const publish = (index: number, from: string, until: string) => {
    const recordId = `placement-${index}`;
    const value = ledger.revision(`r-${recordId}`).value as PlacementValue;
    const when: RuleTree<WhenTest> = { all: [{ test: 'time of day', from, until, zone }] };
    const revision = { ...ledger.revision(`r-${recordId}`), id: `w-${ledger.version}`, value: { ...value, rule: { ...value.rule, when } } };
    ledger.absorb({ revisions: [revision], entries: [plainEntry({ recordId, revisionId: revision.id, recordedAt: now, number: ledger.lastNumber + 1 })] });
  };
  const hour = (count: number) => String(count).padStart(2, '0');
  for (let index = 0; index < windows; index += 1) publish(index * 6 + 1, `${hour(6 + (index % 8))}:00`, `${hour(15 + (index % 8))}:30`);
  const manifest = { ...largeTheme, regions: largeTheme.regions.map(each => ({ ...each, limits: { most: 60, least: 1 } })) };
  const plan = () => planWithin(ledger, { from: now, until: now + year }, { locale: 'en-GB', manifest, services: [] });
  const check = new HealthCheck();
  const t = (what: string, f: () => unknown) => { const b = performance.now(); const r = f(); console.log(what, (performance.now()-b).toFixed(1)); return r; };
  let p = plan();
  t('plan', () => (p = plan()));
  for (const region of manifest.regions) {
    let s: readonly {recurs: boolean}[] = [];
    t(`standings ${region.name}`, () => (s = standingsIn(p, region.name)));
    console.log(s.length, s.filter(e => e.recurs).length);
    const f = t(`region ${region.name}`, () => regionFindings(p, region.name)) as {findings: unknown[]; isPartial: boolean};
    console.log(f.findings.length, f.isPartial);
  }
  check.check(plan(), ["en-GB"]); t("whole", () => check.check(plan(), ['en-GB']));
  publish(1, '05:00', '11:30');
  t('plan', () => plan());
  t('after one', () => check.check(plan(), ['en-GB']));
  publish(7, '05:00', '11:30');
  t('plan', () => plan());
  t('after two', () => check.check(plan(), ['en-GB']));
  const {Session} = await import('node:inspector/promises');
  const s = new Session(); s.connect(); await s.post('Profiler.enable'); await s.post('Profiler.setSamplingInterval', {interval: 200}); await s.post('Profiler.start');
  const b = performance.now();
  for (let i = 0; i < 20; i++) { publish(13 + 6 * i, '05:00', '11:30'); check.check(plan(), ['en-GB']); }
  console.log('each', (performance.now() - b) / 20);
  const { profile } = await s.post('Profiler.stop');
  (await import('node:fs')).writeFileSync('/tmp/after.cpuprofile', JSON.stringify(profile));
