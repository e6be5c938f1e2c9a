import type { Why, WhyRequest } from '@contract/assembling';
import { whyPlacement } from '@core/placement/why';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { liveRevisionId } from './edition-lookups';
import { momentStyle, namesFor } from './names';
import { findPage, overlaysFor, snapshotFor } from './views';

/** Why a placement shows on a page or does not, step by step, and what would turn it. */
export function explainPlacement(site: Site, request: WhyRequest): Why {
  const overlays = overlaysFor(site, request.withEditions, request.changes);
  const snapshot = snapshotFor(site, request.vantage, overlays);
  const { page, facts } = findPage(site, snapshot, request.vantage);
  const names = namesFor(site, snapshot);
  const why = whyPlacement(request.placementId, { snapshot, facts, page, reader: request.vantage.reader, names, style: momentStyle(site) });
  if (!why) throw new Refusal('not-found', say`There is no such placement at that moment.`);
  const value = snapshot.placementById.get(request.placementId)?.value;
  return {
    placementId: request.placementId,
    title: names.placement(request.placementId),
    shows: why.shows,
    verdict: why.verdict,
    reason: value?.reason ?? '',
    steps: why.steps.map(step => ({ ...step, trace: [...step.trace] })),
    remedies: [...why.remedies],
    revisionId: liveRevisionId(site, request.placementId, snapshot.moment),
  };
}
