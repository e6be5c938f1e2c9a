import type { BlockContext, BlockType } from '../blocks/block-type';
import type { FieldOpener, FieldValues } from '../fields/field';
import { initialValues, openFields } from '../fields/index';
import { noMembers } from '../people/members-told';
import { shippedTypes } from '../registry/registry';
import { anyone } from '../rule/who';
import type { SiteSnapshot } from '../site/snapshot';

/** A block with some of its settings, on the front page of a site, as it is made ready for anyone. @param given - what is otherwise */
export function blockContext(
  { fields: declared }: BlockType,
  fields: FieldValues,
  snapshot: SiteSnapshot,
  opener: FieldOpener,
  given: Partial<BlockContext> = {},
): BlockContext {
  return {
    snapshot,
    blockId: '0190a3c4-0000-7000-8000-00000000abcd',
    page: snapshot.front,
    fields: openFields(declared, { ...initialValues(declared), ...fields }, opener),
    opener,
    reader: anyone,
    style: { zone: 'Europe/London', locale: 'en-GB', now: snapshot.moment },
    query: {},
    searched: '',
    pageTypes: shippedTypes.pageTypes,
    words: {},
    reads: () => 0,
    members: noMembers,
    signUp: { isOpen: false, membership: '' },
    form: null,
    outside: () => null,
    alternates: () => ({ list: [], validUntil: Infinity, dependsOn: [] }),
    ...given,
  };
}
