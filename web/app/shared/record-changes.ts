import type { RecordDetail } from '@contract/messages';
import type { WorkingChange } from '../state/working-changes.service';

/** The change that takes a record off. */
export function takingOff(record: RecordDetail, did: string): WorkingChange {
  return { ...baseOf(record), value: null, retires: true, did };
}

/** The change that puts a record back, with what it last said. */
export function puttingBack(record: RecordDetail): WorkingChange {
  return { ...baseOf(record), value: record.live?.value ?? record.newest, retires: false, did: $localize`put back` };
}

function baseOf({ id, kind, title, live, revisions }: RecordDetail): Pick<WorkingChange, 'recordId' | 'kind' | 'title' | 'baseRevisionId'> {
  return { recordId: id, kind, title, baseRevisionId: live?.revisionId ?? revisions[0]!.id };
}
