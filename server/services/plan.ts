import { planWithin, type SitePlan } from '@core/plan/pieces';
import { effectHorizon } from '@core/reach/reach';
import type { Overlay } from '@core/site/snapshot';
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
  const plan = planWith(site, [], now);
  kept.set(site, { version: site.ledger.version, takenAt: now, plan });
  return plan;
}

/** The plan with changes laid over it from a moment on. */
export function planWith(site: Site, overlays: readonly Overlay[], from: number): SitePlan {
  const { manifest } = site.theme;
  const locale = site.settings.baseLocale;
  const now = site.clocks.content();
  return planWithin(
    site.ledger,
    { from, until: now + effectHorizon },
    { now, locale, manifest, services: allServiceFacts(site), overlays },
  );
}
