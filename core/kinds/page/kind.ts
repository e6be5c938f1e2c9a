import { faultsOfFields, referencesOfFields, wordsOfFields } from '../../fields/index';
import type { PageValue } from '../../page/page';
import { upgradePage } from '../../page/upgrade';
import { liveAmong } from '../../plan/presence';
import type { Reference } from '../../references/reference';
import type { Kind } from '../kind';
import { layoutWords, readersWords } from '../own-fields';
import { say, told } from '../../tongue/say';
import { pageEffect } from './effect';
import { pageFaults } from './faults';
import { pageSchema } from './schema';

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
  },
  fields: (value, { pageTypes }) => pageTypes.get(value.type)?.fields ?? [],
  typedBy: 'page types',
  typeName: value => value.type,
  references: (value, registry) => [
    ...(value.parentId === null ? [] : [{ to: value.parentId, way: 'parent', pointer: '/parentId' } satisfies Reference]),
    ...referencesOfFields(page.fields!(value, registry), value.fields, '/fields'),
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
