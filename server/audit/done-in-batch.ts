import { kindNamed } from '@core/kinds/index';
import type { KindContext } from '@core/kinds/kind';
import type { Batch } from '../services/batch';
import { kindContext, recordName } from '../services/names';
import { liveRevisionId } from '../services/edition-lookups';
import type { Site } from '../site/site';
import type { Done } from './record';

/** What a batch does, told of each record: what is saved, what becomes live or stops being so, and the moves of its editions. */
export function doneIn(site: Site, { records, revisions, editions, proposals, entries, moves }: Batch): readonly Done[] {
  const snapshot = site.snapshots.at();
  const context = kindContext(site, snapshot);
  const [newRecords, newEditions] = [new Map(records.map(each => [each.id, each])), new Map(editions.map(each => [each.id, each]))];
  // By record, the first of its new revisions.
  const firsts = new Map([...revisions].reverse().map(each => [each.recordId, each]));
  // What is new is named by what is new with it.
  const withNew: KindContext = {
    ...context,
    names: { ...context.names, block: id => titleIn(firsts.get(id)?.value) ?? context.names.block(id) },
  };
  const kindOf = (id: string) => (site.ledger.records.get(id) ?? newRecords.get(id))?.kind ?? '';
  const nameOf = (id: string) => {
    const first = site.ledger.records.has(id) ? undefined : firsts.get(id);
    return first ? kindNamed(kindOf(id)).title(first.value, withNew) : recordName(site, snapshot, id);
  };
  const about = (id: string, locale: string, personId: string) => ({
    kind: kindOf(id),
    subjectId: id,
    locale,
    title: nameOf(id),
    personId,
  });
  const editionOf = (id: string) => newEditions.get(id) ?? site.ledger.editions.get(id);
  return [
    ...revisions.map(({ id, recordId, locale, parentId, note, createdBy }): Done => ({
      act: 'save',
      ...about(recordId, locale, createdBy),
      before: parentId && { revision: parentId },
      after: { revision: id, ...(note === '' ? {} : { note }) },
    })),
    ...moves.map(({ editionId, move, remark, broke, madeBy }): Done => {
      const touched = proposals.filter(each => each.editionId === editionId).map(each => each.recordId);
      return {
        act: move,
        kind: 'edition',
        subjectId: editionId,
        title: editionOf(editionId)?.title ?? '',
        personId: madeBy,
        after: { records: touched, ...(remark === '' ? {} : { remark }), ...(broke === '' ? {} : { broke }) },
      };
    }),
    ...entries.map(({ recordId, locale, revisionId, from, until, recordedBy }): Done => {
      const live = liveRevisionId(site, recordId, from, locale);
      return {
        act: revisionId === null ? 'take off' : 'put live',
        ...about(recordId, locale, recordedBy),
        before: live && { revision: live },
        after: { revision: revisionId, from, until },
      };
    }),
  ];
}

function titleIn(value: unknown): string | undefined {
  return (value as { readonly title?: string } | undefined)?.title;
}
