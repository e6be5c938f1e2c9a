import { publicationBoundaries, publicationsKnown } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import { sideOf, type SiteSide } from '../reach/site-facts';
import type { PageFacts } from '../rule/where';
import type { RuleTree, WhenTest } from '../rule/rule';
import { openTimeWithin } from '../rule/when';
import type { Interval } from '../schedule/interval';
import type { Instant } from '../schedule/local-time';
import { takeSnapshot, type Overlay, type SiteSnapshot } from '../site/snapshot';
import type { ThemeManifest } from '../theme/manifest';

/** A piece of time in which no publication begins or ends. */
export interface SitePiece extends Interval {
  readonly snapshot: SiteSnapshot;
  readonly side: SiteSide;
}

/** The plan of a site over a span of time. */
export interface SitePlan {
  readonly pieces: readonly SitePiece[];
  readonly until: Instant;
  /** Whether there are more boundaries than the cap: then the plan ends early. */
  readonly isPartial: boolean;
}

/** What a plan is made of. */
export interface PlanOptions {
  readonly now: Instant;
  readonly locale: string;
  readonly manifest: ThemeManifest;
  readonly services: readonly PageFacts[];
  readonly overlays?: readonly Overlay[];
}

/** The most pieces that a plan is cut into. */
export const mostPieces = 1_000;

/** Cuts a span at every boundary of a publication and takes the site in each piece. @param span - finite */
export function planWithin(ledger: Ledger, span: Interval, options: PlanOptions): SitePlan {
  const cuts = new Set<Instant>();
  for (const record of ledger.records.values()) {
    for (const at of publicationBoundaries(publicationsKnown(ledger.entriesOf(record.id, options.locale), Infinity)))
      if (at > span.from && at < span.until) cuts.add(at);
  }
  const starts = [span.from, ...[...cuts].sort((a, b) => a - b)];
  const kept = starts.slice(0, mostPieces);
  const until = starts[mostPieces] ?? span.until;
  const pieces = kept.map((from, index): SitePiece => {
    const { now, locale, manifest, services, overlays = [] } = options;
    const snapshot = takeSnapshot(ledger, { moment: from, now, locale, manifest, overlays });
    return { from, until: kept[index + 1] ?? until, snapshot, side: sideOf(snapshot, services) };
  });
  return { pieces, until, isPartial: starts.length > mostPieces };
}

/** The instants of a piece at which any of some when parts opens or closes, the beginning of the piece first. */
export function cutsWithin(piece: Interval, whens: Iterable<RuleTree<WhenTest>>): readonly Instant[] {
  const cuts = new Set<Instant>([piece.from]);
  for (const when of new Set(whens))
    for (const open of openTimeWithin(when, piece))
      for (const at of [open.from, open.until]) if (at > piece.from && at < piece.until) cuts.add(at);
  return [...cuts].sort((a, b) => a - b);
}
