import type { Change } from '@contract/messages';
import type { PageValue } from '@core/page/page';
import { shippedTypes } from '@core/registry/registry';
import { v7 as uuidv7 } from 'uuid';
import { writtenPageFields } from './written';

/** A page as a beginning writes it down. */
export interface BegunPage {
  readonly title: string;
  /** Last part of its address; empty for the front page. */
  readonly segment: string;
  readonly parentId: string | null;
  readonly order: string;
  readonly type?: string;
  readonly layout?: string;
  readonly inMenu?: boolean;
  readonly standfirst?: string;
  /** As HTML. */
  readonly body?: string;
  readonly topics?: readonly string[];
}

/** Such a page as it is stored. */
export function begunPage(page: BegunPage): PageValue {
  const type = page.type ?? 'page';
  return {
    version: 3,
    type,
    typeVersion: shippedTypes.pageTypes.get(type)!.version,
    title: page.title,
    parentId: page.parentId,
    segment: page.segment,
    order: page.order,
    layout: page.layout ?? 'main-and-aside',
    readers: null,
    inMenu: page.inMenu ?? true,
    menuLabel: '',
    fields: writtenPageFields(type, { standfirst: page.standfirst ?? '', body: page.body ?? '', topics: [...(page.topics ?? [])] }),
  };
}

/** A record that is new. */
export function newRecord(kind: Change['kind'], value: unknown, recordId = uuidv7()): Change {
  return { recordId, kind, value, retires: false, baseRevisionId: null };
}

/** Nothing but a front page with the site's name. */
export function frontPageOnly({ name, description }: { readonly name: string; readonly description: string }): readonly Change[] {
  return [
    newRecord('page', begunPage({ title: name, segment: '', parentId: null, order: 'a0', layout: 'front', standfirst: description })),
  ];
}
