import type { Change, MoveRequest } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import { everywhere } from '@core/rule/rule';
import type { OwnWords } from '@core/locale/own-words';
import type { PageValue } from '@core/page/page';
import { liveRevisionId } from '@server/services/edition-lookups';
import { bestValueOf } from '@server/services/names';
import { writtenBlock, writtenFields, writtenPageFields } from '@server/starting/written';
import type { Site } from '@server/site/site';
import { generateKeyBetween } from 'fractional-indexing';
import { v7 as uuidv7 } from 'uuid';
import type { LaidOut } from './lay-out';
import type { Act } from './seed';
import {
  american,
  arabic,
  earlyCrossing,
  earlyWelsh,
  french,
  german,
  proposedWelsh,
  stormInWelsh,
  welsh,
  type DemoWords,
} from './translations';

/** What was written in other locales, left out of them, and proposed in them. */
export function languageActs(demo: LaidOut, publish: MoveRequest, send: MoveRequest): readonly Act[] {
  const written = (locale: string, words: DemoWords) => (site: Site) => changesIn(site, demo, locale, words);
  return [
    { days: -185, time: '10:00', who: 'administrator', title: 'Welsh: joining', changes: written('cy', earlyWelsh), move: publish },
    {
      days: -110,
      time: '11:00',
      who: 'administrator',
      title: 'Welsh: crossing times',
      changes: written('cy', earlyCrossing),
      move: publish,
    },
    {
      days: -80,
      time: '12:00',
      who: 'administrator',
      title: 'The languages beside the menu',
      changes: () => languagesBlock(),
      move: publish,
    },
    { days: -60, time: '10:20', who: 'editor', title: 'Welsh: what visitors need', changes: written('cy', welsh), move: publish },
    { days: -50, time: '15:00', who: 'administrator', title: 'German: the first pages', changes: written('de', german), move: publish },
    {
      days: -50,
      time: '15:20',
      who: 'administrator',
      title: 'Not in German: what asks for people who live here',
      changes: site => ['/about/volunteer', '/schools/visits'].map(path => leftOut(site, 'de', demo.pageId(path))),
      move: publish,
    },
    {
      days: -45,
      time: '09:45',
      who: 'administrator',
      title: 'Arabic: for families of the schools',
      changes: written('ar', arabic),
      move: publish,
    },
    {
      days: -40,
      time: '16:30',
      who: 'administrator',
      title: 'American English: parking',
      changes: written('en-US', american),
      move: publish,
    },
    { days: -5, time: '11:10', who: 'administrator', title: 'A notice for Welsh readers', changes: () => welshNotice(demo), move: publish },
    {
      days: -3,
      time: '14:20',
      who: 'translator',
      title: 'Welsh: Quillet Dunes',
      changes: written('cy', proposedWelsh),
      remark: 'The name as it stands on the old maps.',
      move: send,
    },
    { days: -1, time: '17:50', who: 'administrator', title: 'Welsh: storm warning', changes: written('cy', stormInWelsh), move: publish },
    { days: -2, time: '10:00', who: 'administrator', title: 'French: a beginning', changes: written('fr', french), move: publish },
  ];
}

function changesIn(site: Site, demo: LaidOut, locale: string, { pages, blocks }: DemoWords): readonly Change[] {
  const pageWords = Object.entries(pages).map(([path, { title, segment, menuLabel, standfirst, body }]) => {
    const { type } = bestValueOf(site, demo.pageId(path)) as PageValue;
    const fields = said({ standfirst, body });
    const typed = writtenPageFields(type, fields);
    return [demo.pageId(path), 'page', { ...said({ title, segment, menuLabel }), ...named(typed, Object.keys(fields)) }] as const;
  });
  const blockWords = Object.entries(blocks).map(([key, { title, ...fields }]) => {
    const { type } = bestValueOf(site, demo.blockId(key)) as BlockValue;
    return [demo.blockId(key), 'block', { ...said({ title }), ...named(writtenFields(type, fields), Object.keys(fields)) }] as const;
  });
  return [...pageWords, ...blockWords].map(([recordId, kind, words]): Change => ({
    recordId,
    kind,
    locale,
    value: { version: 1, words, madeFrom: {} } satisfies OwnWords,
    retires: false,
    baseRevisionId: liveRevisionId(site, recordId, site.clocks.content(), locale),
    translatedFromId: liveRevisionId(site, recordId, site.clocks.content()),
  }));
}

function said(words: Readonly<Record<string, string | undefined>>): Record<string, string> {
  return Object.fromEntries(Object.entries(words).flatMap(([name, text]) => (text === undefined ? [] : [[name, text]])));
}

function named(fields: Readonly<Record<string, unknown>>, names: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(names.map(name => [`fields.${name}`, fields[name]]));
}

function leftOut(site: Site, locale: string, recordId: string): Change {
  return {
    recordId,
    kind: 'page',
    locale,
    value: null,
    retires: true,
    baseRevisionId: liveRevisionId(site, recordId, site.clocks.content(), locale),
  };
}

function languagesBlock(): readonly Change[] {
  const block = uuidv7();
  const value = writtenBlock('languages', 'This page in other languages', { showsCurrent: false, others: 'nearest' });
  return [
    { recordId: block, kind: 'block', value, retires: false, baseRevisionId: null },
    placed(block, 'before-foot', 'insertion point', null, 'After everything else, where people look for it.'),
  ];
}

// It began in Welsh, and is for nobody else.
function welshNotice(demo: LaidOut): readonly Change[] {
  const block = uuidv7();
  const value = writtenBlock('notice', 'Taith Gymraeg', {
    tone: 'calm',
    canBePutAway: true,
    text: 'Taith gerdded Gymraeg yng Nghors Harrow bob dydd Sadwrn cyntaf y mis, am ddeg y bore.',
    linkLabel: '',
    linkTo: '',
  });
  return [
    { recordId: block, kind: 'block', locale: 'cy', value, retires: false, baseRevisionId: null },
    { ...placed(block, 'after-header', 'insertion point', demo.pageId('/visit'), 'Only Welsh readers can come along.'), locale: 'cy' },
  ];
}

function placed(blockId: string, name: string, kind: string, within: string | null, reason: string): Change {
  return {
    recordId: uuidv7(),
    kind: 'placement',
    value: {
      version: 1,
      blockId,
      target: { kind, name },
      order: generateKeyBetween('b01', null),
      rule: within === null ? everywhere : { ...everywhere, where: { any: [{ test: 'within', page: within }] } },
      off: false,
      look: '',
      align: 'start',
      title: { show: 'none', own: '' },
      anchor: '',
      reason,
    },
    retires: false,
    baseRevisionId: null,
  };
}
