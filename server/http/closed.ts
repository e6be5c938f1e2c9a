import { writeFullMoment } from '@core/format/moment';
import { openingMoment } from '@core/site/opening';
import { say } from '@core/tongue/say';
import type { Response } from 'express';
import type { Person } from '../repositories/people-repository';
import { momentStyle } from '../services/names';
import { themeWords } from '../public/locales';
import { isBegun, type Site } from '../site/site';

/** Whether nobody but the staff may read the site now. */
export function isClosed(site: Site): boolean {
  return !isBegun(site) || openingMoment(site.settings.opening) > site.clocks.content();
}

/** Whether somebody may not read the site yet. */
export function isClosedTo(site: Site, person: Person | null): boolean {
  return (person === null || person.roles.length === 0) && isClosed(site);
}

/** Says that the site is not open yet, and when it will be if that is known. @see RFC 9110 sections 10.2.3 and 15.6.4 */
export function sendClosed(site: Site, response: Response): void {
  const at = openingMoment(site.settings.opening);
  const seconds = Math.ceil((at - site.clocks.content()) / 1_000);
  if (isBegun(site) && Number.isFinite(seconds)) response.set('Retry-After', String(seconds));
  const words = !isBegun(site)
    ? say`There is no site here yet. Whoever started the server was told an address at which it begins.`
    : Number.isFinite(at)
      ? say`This site opens on ${writeFullMoment(at, momentStyle(site))}.`
      : say`This site is being built and not open yet.`;
  const notice = {
    siteName: site.settings.name,
    language: site.ledger.baseLocale,
    direction: site.settings.locales[0]!.direction,
    themeWords: themeWords(site, site.ledger.baseLocale),
    words,
    maySignIn: isBegun(site),
  };
  response.status(503).set('Cache-Control', 'no-store').type('html').send(site.theme.renderClosed(notice));
}
