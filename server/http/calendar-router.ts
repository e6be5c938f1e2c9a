import express, { type Router } from 'express';
import { Refusal } from '../errors/refusal';
import { say } from '@core/tongue/say';
import { calendarAt, refreshMinutes } from '../services/calendar-feeds';
import type { Site } from '../site/site';

/** Private addresses at which calendars read the plan, without signing in. @see RFC 5545 */
export function calendarRouter(site: Site): Router {
  const router = express.Router();
  router.get(/^\/([\w-]{32})\.ics$/, async (request, response) => {
    const calendar = await calendarAt(site, String(request.params[0]));
    // The address is the key.
    response.set({ 'X-Robots-Tag': 'noindex, nofollow', 'Referrer-Policy': 'no-referrer' });
    if (calendar === null) throw new Refusal('not-found', say`This calendar has ended, or never was.`);
    response
      .set('Cache-Control', `private, max-age=${refreshMinutes * 60}`)
      .type('text/calendar; charset=utf-8')
      .send(calendar);
  });
  return router;
}
