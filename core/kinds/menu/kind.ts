import type { FieldFault } from '../../fields/field';
import { link } from '../../fields/link/link';
import { pagesNaming } from '../../file/holders';
import { mergeOutlines } from '../../menu/merge';
import { menusOf } from '../../menu/links';
import { outlineOf, type MenuEntry, type MenuValue } from '../../menu/menu';
import { pagesNamingAt } from '../../plan/presence';
import type { Reference } from '../../references/reference';
import { referencesInWhen, referencesInWhere } from '../../rule/references';
import { effectWhereShown } from '../effect-where-shown';
import type { Kind, KindContext, KindSite } from '../kind';
import { whenFaults, whereFaults, whoFaults } from '../rule-faults';
import { say, told } from '../../tongue/say';
import { menuSchema } from './schema';

const linkField = { name: 'link', label: '', kind: 'link', help: '' } as const;

/** A menu: a tree of entries that blocks put on pages. */
export const menu: Kind<MenuValue> = {
  name: 'menu',
  rights: {
    write: ['editor', 'manager', 'administrator'],
    review: ['editor', 'manager', 'administrator'],
    publish: ['manager', 'administrator'],
  },
  schema: menuSchema,
  title: value => value.title,
  ownFields: {
    title: { label: 'Title', isProse: true, hasOwnWords: true },
    entries: {
      label: 'Entries',
      describe: (entries: MenuValue['entries'], context) => writtenOutline(entries, context),
      isProse: true,
      merge: mergeOutlines,
      itemsHaveOwnWords: 'words',
    },
  },
  references: value => value.entries.flatMap((entry, at) => referencesOfEntry(entry, `/entries/${at}`)),
  words: value =>
    outlineOf(value.entries)
      .map(each => each.words)
      .filter(each => each !== '')
      .join('\n'),
  found: (id, value, { snapshot }) => ({
    detail: say`${outlineOf(value.entries).length} in it`,
    pageId: pagesNaming(snapshot, id)[0] ?? null,
  }),
  effect: effectWhereShown({ pages: (id, snapshot) => pagesNaming(snapshot, id), liveIn: menusOf }),
  pagesToSee: (id, _value, snapshot) => pagesNaming(snapshot, id),
  pagesChanged: (id, snapshot) => pagesNaming(snapshot, id),
  pagesAt: (id, plan, moment) => pagesNamingAt(plan, id, moment),
  whereabouts: () => told('menu'),
  faults: (_id, value, site) => value.entries.flatMap((entry, at) => entryFaults(entry, site, `/entries/${at}`)),
  isHarmlessWhenNew: true,
};

function referencesOfEntry({ target, when, currentOn, entries }: MenuEntry, pointer: string): readonly Reference[] {
  return [
    ...(target.to === 'page' ? [{ to: target.page, way: 'link', pointer: `${pointer}/target/page` } satisfies Reference] : []),
    ...(target.to === 'link' ? link.references!(target.link, linkField, `${pointer}/target/link`) : []),
    ...referencesInWhen(when, `${pointer}/when`),
    ...(currentOn ? referencesInWhere(currentOn, `${pointer}/currentOn`) : []),
    ...entries.flatMap((each, at) => referencesOfEntry(each, `${pointer}/entries/${at}`)),
  ];
}

function entryFaults({ target, who, when, currentOn, entries }: MenuEntry, site: KindSite, pointer: string): readonly FieldFault[] {
  return [
    ...(target.to === 'page' && !site.hasPage(target.page) ? [{ pointer: `${pointer}/target/page`, detail: say`That page is gone.` }] : []),
    ...whoFaults(who, site, `${pointer}/who`),
    ...whenFaults(when, site, `${pointer}/when`),
    ...(currentOn ? whereFaults(currentOn, site, `${pointer}/currentOn`) : []),
    ...entries.flatMap((each, at) => entryFaults(each, site, `${pointer}/entries/${at}`)),
  ];
}

function writtenOutline(entries: MenuValue['entries'], { names }: KindContext): string {
  return outlineOf(entries)
    .map(({ level, target, words, notIn }) => {
      const leads =
        target.to === 'page'
          ? names.page(target.page)
          : target.to === 'link'
            ? target.link.page
              ? names.page(target.link.page)
              : target.link.address
            : '';
      const left = notIn && notIn.length > 0 ? say`, not in ${notIn.map(tag => names.locale(tag)).join(', ')}` : '';
      return `${'– '.repeat(level)}${words || leads}${words && leads ? ` (${leads})` : ''}${left}`;
    })
    .join('\n');
}
