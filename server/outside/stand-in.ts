import express from 'express';
import { DateTime } from 'luxon';
import type { Server } from 'node:http';

/** A calendar of terms, as a county would give one out. Its names and dates are made up. */
export const standInCalendar = 'http://terms.example/school-terms.ics';

/** A feed of tides, as a harbour would give one out. Its words are made up. */
export const standInFeed = 'http://harbour.example/tides.xml';

/**
 * Plays the services elsewhere that a demo fetches from, on this machine alone, since no network is needed to try the product.
 * @param port - 0 takes any that is free
 * @returns once it listens
 */
export function startStandIn(port = 0): Promise<{ readonly port: number; readonly server: Server }> {
  const app = express();
  app.get('/school-terms.ics', (_request, response) => response.type('text/calendar').send(schoolTerms()));
  app.get('/tides.xml', (_request, response) => response.type('application/rss+xml').send(tides()));
  return new Promise((resolve, reject) => {
    const server = app.listen(port, '127.0.0.1', error => {
      if (error) return reject(error);
      // What a demo fetches is no reason to go on running.
      server.unref();
      resolve({ port: (server.address() as { port: number }).port, server });
    });
  });
}

const [firstYear, lastYear] = [2026, 2036];

function schoolTerms(): string {
  const events = Array.from({ length: lastYear - firstYear + 1 }, (_, at) => firstYear + at).flatMap(year => [
    halfTerm(year, monday(year, 2, 3)),
    halfTerm(year, lastMonday(year, 5)),
    halfTerm(year, lastMonday(year, 10).minus({ weeks: 1 })),
  ]);
  return ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Terms//EN', ...events.flat(), 'END:VCALENDAR', ''].join('\r\n');
}

function halfTerm(year: number, first: DateTime): readonly string[] {
  const day = (at: DateTime) => at.toFormat('yyyyMMdd');
  return [
    'BEGIN:VEVENT',
    `UID:half-term-${year}-${first.month}@terms.example`,
    'DTSTAMP:20260101T000000Z',
    `DTSTART;VALUE=DATE:${day(first)}`,
    `DTEND;VALUE=DATE:${day(first.plus({ days: 5 }))}`,
    'SUMMARY:Half-term',
    'END:VEVENT',
  ];
}

function monday(year: number, month: number, nth: number): DateTime {
  const first = DateTime.utc(year, month, 1);
  return first.plus({ days: ((8 - first.weekday) % 7) + 7 * (nth - 1) });
}

function lastMonday(year: number, month: number): DateTime {
  const last = DateTime.utc(year, month, 1).endOf('month');
  return last.minus({ days: last.weekday - 1 });
}

function tides(): string {
  const items = [
    ['Spring tides from Sunday', 'The highest water of the season at noon; the car park at Low Fleet floods.'],
    ['Ferry times for April', 'Two boats a day from the first of the month, weather allowing.'],
    ['Light on the north mole is out', 'A lamp stands in for it until the end of the week.'],
  ].map(
    ([title, text], at) =>
      `<item><title>${title}</title><link>http://harbour.example/${at}</link><guid>harbour-${at}</guid><description>${text}</description><pubDate>${new Date(Date.UTC(2027, 2, 16 - at, 8)).toUTCString()}</pubDate></item>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?><rss version="2.0"><channel><title>Harbour office</title><link>http://harbour.example/</link><description>Tides and boats</description>${items.join('')}</channel></rss>`;
}
