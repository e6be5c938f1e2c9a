import { faultsOfFields, referencesOfFields, wordsOfFields } from '../../fields/index';
import type { PageValue } from '../../page/page';
import { upgradePage } from '../../page/upgrade';
import { liveAmong } from '../../plan/presence';
import type { Reference } from '../../references/reference';
import { link } from '../../fields/link/link';
import { quoted, writeDate, writeFullMoment } from '../../format/moment';
import type { OnceOver } from '../../page/once-over';
import { instantOf, type LocalTime } from '../../schedule/local-time';
import type { Kind, KindContext } from '../kind';
import { layoutWords, readersWords } from '../own-fields';
import { say, told } from '../../tongue/say';
import { pageEffect } from './effect';
import { pageFaults } from './faults';
import { pageSchema } from './schema';

const ledOn = { name: 'to', label: '', kind: 'link', help: '' } as const;

/** What readers get once a page is over, in words. */
function onceOverWords(once: OnceOver, { names }: KindContext): string {
  if (once.answer === 'gone') return say`readers are told that it is gone`;
  const leads = once.to.page === null ? once.to.address : quoted(`${names.page(once.to.page)}${once.to.address}`);
  return once.status === 302 ? say`readers are led to ${leads} for now` : say`readers are led to ${leads} for good`;
}

/** A page: what is written of it, where it stands and who may read it. */
export const page: Kind<PageValue> = {
  name: 'page',
  rights: {
    write: ['writer', 'editor', 'manager', 'administrator'],
    review: ['editor', 'administrator'],
    publish: ['editor', 'administrator'],
  },
  schema: pageSchema,
  upgrade: upgradePage,
  title: value => value.title,
  ownFields: {
    title: { label: 'Title', isProse: true, hasOwnWords: true },
    type: { label: 'Type', isGiven: true, isProse: true },
    parentId: { label: 'Page above', describe: (id: string, { names }) => names.page(id) },
    segment: { label: 'Address', isProse: true, hasOwnWords: true },
    order: { label: 'Place in the order', describe: () => 'moved', isGiven: true },
    layout: layoutWords,
    readers: readersWords,
    inMenu: { label: 'In menus' },
    menuLabel: { label: 'Name in menus', isProse: true, hasOwnWords: true },
    onceOver: { label: 'Once it is over', describe: onceOverWords },
    lastWords: { label: 'Last words', isProse: true, hasOwnWords: true },
    shelvedFrom: { label: 'On the back shelf from', describe: (from: LocalTime, { style }) => writeFullMoment(instantOf(from), style) },
    reviewBy: { label: 'To be looked over by', describe: (by: LocalTime, { style }) => writeDate(instantOf(by), style) },
  },
  fields: (value, { pageTypes }) => pageTypes.get(value.type)?.fields ?? [],
  typedBy: 'page types',
  typeName: value => value.type,
  references: (value, registry) => [
    ...(value.parentId === null ? [] : [{ to: value.parentId, way: 'parent', pointer: '/parentId' } satisfies Reference]),
    ...referencesOfFields(page.fields!(value, registry), value.fields, '/fields'),
    ...(value.onceOver?.answer === 'moved' ? link.references!(value.onceOver.to, ledOn, '/onceOver/to') : []),
  ],
  words: (value, { registry }) => wordsOfFields(page.fields!(value, registry), value.fields),
  path: (id, value, snapshot) => snapshot.pageById.get(id)?.address ?? `/${value.segment}`,
  found: (id, value, { snapshot }) => ({
    detail: page.path!(id, value, snapshot),
    pageId: snapshot.pageById.has(id) ? id : null,
  }),
  effect: pageEffect,
  pagesToSee: (id, value, snapshot) => [snapshot.pageById.get(id)?.id ?? value?.parentId ?? ''],
  pagesChanged: id => [id],
  pagesAt: (id, plan, moment) =>
    liveAmong(plan, plan.universe.where({ test: 'page', page: id }, { locale: plan.locale, query: {} }), moment),
  whereabouts: value => told(value.type),
  faults: (id, value, site) => [
    ...pageFaults(id, value, site),
    ...faultsOfFields(page.fields!(value, site.registry), value.fields, site, '/fields'),
  ],
  faultsOfTakingOff: (id, { frontId }) =>
    frontId === id ? [{ pointer: '', detail: say`The front page cannot be taken off or moved: every address begins there.` }] : [],
  isAddressed: true,
};
