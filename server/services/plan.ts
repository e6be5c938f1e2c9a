import { fallbackChain } from '@core/locale/site-locale';
import { planWithin, type SitePlan } from '@core/plan/site-plan';
import { effectHorizon } from '@core/reach/reach';
import type { Ledger } from '@core/ledger/ledger';
import type { Interval } from '@core/schedule/interval';
import { allServiceFacts } from '../public/answers';
import type { Site } from '../site/site';

/** A plan of another locale than the first, for what is expected there. */
export function planInLocale(site: Site, plan: SitePlan, ledger: Ledger, locale: string): SitePlan {
  if (locale === plan.locale) return plan;
  const known = inLocales.get(plan) ?? new Map<string, SitePlan>();
  inLocales.set(plan, known);
  const made = known.get(locale) ?? gather(site, ledger, plan.span, locale);
  known.set(locale, made);
  return made;
}

const inLocales = new WeakMap<SitePlan, Map<string, SitePlan>>();

interface KeptPlan {
  readonly version: number;
  readonly takenAt: number;
  readonly plan: SitePlan;
}

const kept = new WeakMap<Site, KeptPlan>();

/** How long a plan is kept while the clock runs on, in milliseconds. */
const longestKept = 10 * 60_000;

/** The site over the year ahead; gathered once per state of the ledger. */
export function planOf(site: Site): SitePlan {
  const now = site.clocks.content();
  const known = kept.get(site);
  if (
    known &&
    known.version === site.ledger.publishedVersion &&
    known.takenAt <= now &&
    now < Math.min(known.plan.firstTurn, known.takenAt + longestKept)
  )
    return known.plan;
  const plan = planOfLedger(site, site.ledger, now);
  kept.set(site, { version: site.ledger.publishedVersion, takenAt: now, plan });
  return plan;
}

/** The year ahead of a moment as a ledger has it, as of now or as it would be. */
export function planOfLedger(site: Site, ledger: Ledger, from: number): SitePlan {
  return planFrom(site, ledger, { from, until: Math.max(site.clocks.content(), from) + effectHorizon });
}

/** A plan that holds a moment of today or later: that of the year ahead, or for what has passed one from then on. */
export function planSince(site: Site, moment: number): SitePlan {
  const plan = planOf(site);
  return moment >= plan.span.from ? plan : planOfLedger(site, site.ledger, moment);
}

/**
 * A plan for any moment within a span: that of the year ahead wherever it reaches, else one of the span, gathered when it is
 * first asked for.
 */
export function plansWithin(site: Site, span: Interval): (moment: number) => SitePlan {
  const near = planOf(site);
  let far: SitePlan | null = null;
  return moment => {
    if (moment >= near.span.from && moment < near.span.until) return near;
    far ??= planFrom(site, site.ledger, { from: span.from - 1, until: span.until });
    return far;
  };
}

/** All that a ledger has in force from a moment on, for ever. */
export function planForGood(site: Site, ledger: Ledger, from: number): SitePlan {
  return planFrom(site, ledger, { from, until: Infinity });
}

// A ledger that would be never changes, and is asked about more than once.
const ofLedger = new WeakMap<Ledger, Map<string, SitePlan>>();

function planFrom(site: Site, ledger: Ledger, span: Interval): SitePlan {
  if (ledger === site.ledger) return gather(site, ledger, span);
  const plans = ofLedger.get(ledger) ?? new Map<string, SitePlan>();
  ofLedger.set(ledger, plans);
  const key = `${span.from} ${span.until}`;
  const plan = plans.get(key) ?? gather(site, ledger, span);
  plans.set(key, plan);
  return plan;
}

function gather(site: Site, ledger: Ledger, span: Interval, locale = site.ledger.baseLocale): SitePlan {
  const chain = fallbackChain(locale, site.settings.locales, site.ledger.baseLocale);
  return planWithin(ledger, span, { locale, chain, manifest: site.theme.manifest, services: allServiceFacts(site, locale) });
}
