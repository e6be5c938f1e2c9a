import { planWithin, type SitePlan } from '@core/plan/pieces';
import { effectHorizon } from '@core/reach/reach';
import type { Ledger } from '@core/ledger/ledger';
import { allServiceFacts } from '../public/answers';
import type { Site } from '../site/site';

interface KeptPlan {
  readonly version: number;
  readonly takenAt: number;
  readonly plan: SitePlan;
}

const kept = new WeakMap<Site, KeptPlan>();

/** How long a plan is kept while the clock runs on, in milliseconds. */
const longestKept = 10 * 60_000;

/** The site over the year ahead, cut where publications begin and end; taken once per state of the ledger. */
export function planOf(site: Site): SitePlan {
  const now = site.clocks.content();
  const known = kept.get(site);
  const first = known?.plan.pieces[0];
  if (
    known &&
    first &&
    known.version === site.ledger.version &&
    known.takenAt <= now &&
    now < Math.min(first.until, known.takenAt + longestKept)
  )
    return known.plan;
  const plan = planOfLedger(site, site.ledger, now);
  kept.set(site, { version: site.ledger.version, takenAt: now, plan });
  return plan;
}

/** The plan of a ledger from a moment on, as of now or as it would be. */
export function planOfLedger(site: Site, ledger: Ledger, from: number): SitePlan {
  const { manifest } = site.theme;
  const locale = site.settings.baseLocale;
  const now = site.clocks.content();
  const until = Math.max(now, from) + effectHorizon;
  return planWithin(ledger, { from, until }, { now, locale, manifest, services: allServiceFacts(site) });
}
