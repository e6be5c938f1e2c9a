import { LinkOpener } from '@core/render/closed-links';
import { fieldedOf } from '@core/kinds/fielded/fielded';
import type { LinkTarget } from '@core/rich-text/document';
import express, { type Router } from 'express';
import { countForReader } from '../public/counting';
import type { Site } from '../site/site';
import { personOf, readerFactsOf } from './sessions';

/** The smallest picture that there is: one pixel that nobody sees. @see GIF89a */
const onePixel = Buffer.from('R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7', 'base64');

/** Where sponsors’ pictures lead, and what tells that one was seen: counted by day, with nothing set in the browser. */
export function sponsorRouter(site: Site): Router {
  const router = express.Router();
  router.get('/:id', (request, response, next) => {
    const snapshot = site.snapshots.readIn(site.ledger.baseLocale, []);
    const campaign = fieldedOf(snapshot, 'campaign').get(request.params.id);
    if (!campaign) return next();
    const reader = readerFactsOf(site, personOf(site, request));
    const to = new LinkOpener(snapshot, { reader, siteAddress: site.publicAddress }).link(campaign.fields['link'] as LinkTarget);
    if (to === '') return next();
    countForReader(site, request, 'followed', request.params.id);
    return response.set('Cache-Control', 'no-store').set('Referrer-Policy', 'no-referrer').redirect(302, to);
  });
  router.get('/:id/seen.gif', (request, response, next) => {
    const snapshot = site.snapshots.readIn(site.ledger.baseLocale, []);
    if (!fieldedOf(snapshot, 'campaign').has(request.params.id)) return next();
    countForReader(site, request, 'seen', request.params.id);
    return response.set('Cache-Control', 'no-store').type('gif').send(onePixel);
  });
  return router;
}
