import { carouselFields } from '@core/carousel/fields';
import { fileIdOfPath } from '@core/fields/file/file';
import { initialValues } from '@core/fields/index';
import type { FieldedValue } from '@core/kinds/fielded/fielded';
import type { Site } from '@server/site/site';
import { addDayCounts, type DayCount } from '@server/repositories/day-counts-repository';
import { insertFormMessage } from '@server/repositories/form-messages-repository';
import { demoFileId } from './files';
import type { LaidOut } from './lay-out';

/** The id of the carousel of the demo, the same in every demo. */
export const demoCarouselId = fileIdOfPath('the carousel of reserves');

const campaignId = (key: string) => fileIdOfPath(`the campaign of ${key}`);

/** The carousel, and what sponsors have standing. */
export function demoPartners(): readonly { readonly kind: string; readonly id: string; readonly value: FieldedValue }[] {
  const campaign = (key: string, client: string, words: string, weight: number, topics: readonly string[] = []) => ({
    kind: 'campaign',
    id: campaignId(key),
    value: {
      version: 1 as const,
      title: `${client}, spring`,
      fields: {
        client,
        link: { page: null, address: `https://${key}.example/` },
        words,
        pictures: [{ id: 'beside', fields: { size: '300×250', picture: demoFileId(`sponsor-${key}`) } }],
        topics,
        searchWords: key === 'optics' ? 'telescope, binoculars, birds' : '',
        weight,
      },
    },
  });
  return [
    {
      kind: 'carousel',
      id: demoCarouselId,
      value: { version: 1, title: 'Reserves', fields: { ...initialValues(carouselFields), desk: 3, loops: true, seconds: 8 } },
    },
    campaign('ropeworks', 'Penhallow Ropes', 'Penhallow Ropes: made to be pulled at', 20),
    campaign('bakery', 'Quay Bakery', 'Quay Bakery: open before the tide', 10),
    campaign('optics', 'Skarn Optics', 'Skarn Optics: for what is far away', 10, ['birds']),
  ];
}

const day = 86_400_000;

/** What has happened on the public site by the set day: pages read, campaigns seen, a letter from a reader. @param at - UTC milliseconds */
export async function demoTraffic(site: Site, { pageId, blockId }: LaidOut, at: number): Promise<void> {
  const pages = ['/visit/tern-point', '/whats-on/dawn-wader-count', '/visit/causeway-crossing', '/wildlife/avocet', '/visit', '/'];
  const counts: DayCount[] = [];
  for (let back = 0; back < 40; back += 1) {
    const on = new Date(at - back * day).toISOString().slice(0, 10);
    const swing = 10 + ((back * 7) % 6) * 3;
    pages.forEach((path, index) => counts.push({ what: 'read', id: pageId(path), day: on, count: swing * (pages.length - index) + index }));
    ['ropeworks', 'bakery', 'optics'].forEach((key, index) => {
      counts.push({ what: 'seen', id: campaignId(key), day: on, count: swing * (4 - index) });
      if ((back + index) % 2 === 0) counts.push({ what: 'followed', id: campaignId(key), day: on, count: 1 + ((back + index) % 4) });
    });
  }
  await addDayCounts(site.knex, counts);
  const sent = (id: number, back: number, answers: readonly (readonly [string, string])[]) =>
    insertFormMessage(site.knex, {
      id: fileIdOfPath(`the letter ${id}`),
      blockId: blockId('write to us'),
      pageId: pageId('/about/contact'),
      locale: 'en-GB',
      answers: answers.map(([question, answer]) => ({ question, answer })),
      sentAt: at - back * day,
      keptUntil: at + (90 - back) * day,
    });
  await sent(1, 1, [
    ['Your name', 'Nan Trewin'],
    ['Your e-mail address', 'nan@trewin.example'],
    ['What is it about?', 'A sighting'],
    ['If it is about a visit: when?', ''],
    ['What you want to say', 'Two spoonbills at Low Fleet at seven this morning, one of them ringed.'],
  ]);
  await sent(2, 6, [
    ['Your name', 'Col Hendy'],
    ['Your e-mail address', 'col@hendy.example'],
    ['What is it about?', 'A visit'],
    ['If it is about a visit: when?', '2027-05-08'],
    ['What you want to say', 'Is the boardwalk wide enough for two wheelchairs side by side?'],
  ]);
}
