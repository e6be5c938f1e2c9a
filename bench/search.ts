import { listing } from '@core/blocks/listing/type';
import type { FieldValues } from '@core/fields/field';
import { initialValues } from '@core/fields/index';
import { groupPages } from '@core/listing/groups';
import { listPages } from '@core/listing/listing';
import { anyone } from '@core/rule/who';
import { questionOf } from '@core/search/question';
import { shippedTypes } from '@core/registry/registry';
import { textOfParagraphs } from '@core/rich-text/document';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { takeSnapshot } from '@core/site/snapshot';
import { PageIndex } from '@server/search/page-index';
import { largeLedger, largeTheme } from './large-site';
import { medianMilliseconds, type Row } from './measure';

const pageCount = 20_000;

/** How long words are looked for among many pages: seldom ones, common ones, ones side by side. */
export function benchSearch(): readonly Row[] {
  const snapshot = withWords(takeSnapshot(largeLedger(pageCount, 0), { moment: 1, now: 1, manifest: largeTheme }));
  const index = new PageIndex('en-GB');
  const steps = index.update(snapshot, shippedTypes);
  while (!steps.next().done);
  const asked = ['harbour 77', '"low water" bridge', 'tide -gorse', 'heron lane crossing'].map(typed => questionOf(typed, 'en-GB'));
  const worst = Math.max(...asked.map(question => medianMilliseconds(9, () => index.find(question, 'all').length)));
  const all = medianMilliseconds(5, () => index.find(questionOf('reserve', 'en-GB'), 'all').length);
  return [
    { what: `a search of ${pageCount} pages, the slowest of ${asked.length}, in milliseconds`, ratio: worst, aim: 'at most', bound: 20 },
    { what: `a search of ${pageCount} pages for a word that all of them say, in milliseconds`, ratio: all, aim: 'at most', bound: 60 },
    ...listings(),
  ];
}

/** Listings that look at every page of a large site. */
function listings(): readonly Row[] {
  const count = 5_000;
  const snapshot = takeSnapshot(largeLedger(count, 0), { moment: 1, now: 1, manifest: largeTheme });
  const current = snapshot.pages[7]!;
  const context = { snapshot, current, reader: anyone, zone: 'Europe/London', seed: 'x' };
  const timed = (fields: FieldValues) =>
    medianMilliseconds(9, () => {
      const all = { ...initialValues(listing.fields), most: 500, ...fields };
      groupPages(snapshot, listPages(all, context).pages, all, 'Europe/London', String);
    });
  return [
    ['beneath the front page, by title, in groups', { beneath: snapshot.front!.id, depth: 'all', order: 'title', grouped: 'month' }],
    ['related to the page being read', { source: 'related', order: 'closest' }],
  ].map(([what, fields]) => ({
    what: `a listing over ${count} pages, ${what as string}, in milliseconds`,
    ratio: timed(fields as FieldValues),
    aim: 'at most',
    bound: 5,
  }));
}

const stock = 'tide gorse heron lane crossing low water bridge harbour shingle marsh hide walk otter seal wind boat ferry wall gate'.split(
  ' ',
);

function withWords(snapshot: SiteSnapshot): SiteSnapshot {
  const pages = snapshot.pages.map((page, at): PageNode => {
    const words = Array.from({ length: 120 }, (_, index) => stock[(at * 7 + index * (1 + (at % 11))) % stock.length]).join(' ');
    return { ...page, value: { ...page.value, fields: { ...page.value.fields, body: textOfParagraphs(`The reserve ${at} ${words}`) } } };
  });
  return { ...snapshot, pages };
}
