import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { FileSort } from '@core/file/media-types';
import { catchError, of, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { chooseFile } from '../files/file-chooser';
import { Plate } from '../files/plate';
import type { ControlOf } from './control';

/** The file that a field names, as its plate, and what may be chosen in its place. */
@Component({
  selector: 'almanac-chosen-file',
  imports: [Plate],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line">
      @if (file(); as chosen) {
        <almanac-plate [file]="chosen" />
      } @else if (of().value()) {
        <p i18n class="notice-line ember">It is gone from the library.</p>
      }
      <div class="acts">
        <button
          type="button"
          class="btn btn-plain"
          [id]="of().controlId()"
          [class.is-invalid]="of().isInvalid"
          [attr.aria-describedby]="of().describedBy()"
          (click)="choose()"
        >
          @if (of().value()) {
            <ng-container i18n>Another…</ng-container>
          } @else {
            <ng-container i18n>Choose…</ng-container>
          }
        </button>
        @if (of().value()) {
          <button i18n type="button" class="btn-word" (click)="of().change()('')">None</button>
        }
      </div>
    </div>
  `,
  styles: `
    .line {
      display: flex;
      gap: 12px;
      align-items: flex-start;
    }
    almanac-plate {
      width: 150px;
      flex: none;
    }
    .acts {
      display: flex;
      flex-direction: column;
      gap: 4px;
      align-items: flex-start;
    }
  `,
})
export class ChosenFile {
  readonly #api = inject(ApiClient);
  readonly #modal = inject(NgbModal);
  /** The control that it stands in. */
  readonly of = input.required<ControlOf<string>>();
  /** The sort that may be chosen; left out, any. */
  readonly sort = input<FileSort>();
  readonly #id = computed(() => this.of().value());
  protected readonly file = toSignal(
    toObservable(this.#id).pipe(switchMap(id => (id === '' ? of(null) : this.#api.readFile(id).pipe(catchError(() => of(null)))))),
    { initialValue: null },
  );

  protected async choose(): Promise<void> {
    const chosen = await chooseFile(this.#modal, this.sort());
    if (chosen) this.of().change()(chosen.id);
  }
}
