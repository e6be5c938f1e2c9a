import express, { type Request, type Response, type Router } from 'express';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { personOf, readerFactsOf } from '../http/sessions';
import { isClosedTo } from '../http/closed';
import { namedAnswer, renderPublicPage } from '../public/answers';
import { namedByRequest } from '../public/locales';
import type { Site } from '../site/site';
import { formAt, heldForm, sendForm, type FormPlace } from './send-form';
import { issueToken } from './token';

/** How often forms may be sent: from one address within ten minutes, and through one form within one. */
export const formLimits = { perAddress: 10, perAddressSeconds: 600, perForm: 60, perFormSeconds: 60 } as const;

const path = /^\/forms\/([0-9a-f-]{36})\/([0-9a-f-]{36})(\/token)?$/;
const route = /\/forms\/[^/]+\/[^/]+(\/token)?$/;

/** Takes what readers send through forms. @param secret - of the server, by which tokens are signed */
export function formRouter(site: Site, secret: string): Router {
  const router = express.Router();
  const perAddress = new RateLimiterMemory({ points: formLimits.perAddress, duration: formLimits.perAddressSeconds });
  const perForm = new RateLimiterMemory({ points: formLimits.perForm, duration: formLimits.perFormSeconds });
  const placeOf = (request: Request): FormPlace | null => {
    const named = namedByRequest(site, request, path);
    const person = personOf(site, request);
    if (!named || isClosedTo(site, person)) return null;
    return formAt(site.snapshots.readIn(named.locale.tag, []), named.parts[0]!, named.parts[1]!, readerFactsOf(site, person));
  };
  router.get(route, (request: Request, response: Response, next) => {
    const place = request.path.endsWith('/token') ? placeOf(request) : null;
    if (!place) return next();
    return response.set('Cache-Control', 'no-store').json({ token: issueToken(secret, place.block.id, site.clocks.running()) });
  });
  router.post(route, express.urlencoded({ extended: false, limit: '200kb', parameterLimit: 100 }), async (request, response, next) => {
    const place = placeOf(request);
    if (!place) return next();
    const body = request.body as Readonly<Record<string, unknown>>;
    const isTooMuch = !(await spend(perAddress, request.ip ?? '')) || !(await spend(perForm, place.block.id));
    const state = isTooMuch ? heldForm(site, place, body, secret) : await sendForm(site, place, body, secret);
    const { snapshot, page, block } = place;
    const person = personOf(site, request);
    const reader = readerFactsOf(site, person);
    const { answer } = renderPublicPage(site, snapshot, page, null, page.address, reader, {}, {}, id => (id === block.id ? state : null));
    const status = isTooMuch ? 429 : Object.keys(state.faults).length > 0 ? 422 : 200;
    return response.status(status).set('Cache-Control', 'no-store').type('html').send(namedAnswer(answer, person?.name).body);
  });
  return router;
}

async function spend(limiter: RateLimiterMemory, key: string): Promise<boolean> {
  return limiter.consume(key).then(
    () => true,
    () => false,
  );
}
