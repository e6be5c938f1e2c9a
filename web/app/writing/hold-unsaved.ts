import { computed, inject } from '@angular/core';
import { SessionService } from '../state/session.service';
import { WorkingChangesService } from '../state/working-changes.service';
import { holdWhile } from './hold.service';

/**
 * Holds what has unsaved changes for as long as whoever asks is shown: whoever else opens it sees that it is being changed.
 * What is new is nobody else's yet. To be called where things are injected.
 * @param began - in which locale a record began, where that is known; else the site's first
 */
export function holdUnsaved(began: (recordId: string) => string | undefined = () => undefined): void {
  const { changes } = inject(WorkingChangesService);
  const { site } = inject(SessionService);
  holdWhile(
    computed(() =>
      changes().flatMap(({ recordId, locale, baseRevisionId }) =>
        baseRevisionId ? [{ recordId, locale: locale ?? began(recordId) ?? site.locale }] : [],
      ),
    ),
  );
}
