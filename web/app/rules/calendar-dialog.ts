import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { CalendarDates } from '@contract/seasons';
import type { SeasonValue } from '@core/season/season';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { finalize, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { FilePicker } from '../files/file-picker';
import { toggled } from '../shared/toggled';
import { SeasonsService } from '../state/seasons.service';

/** Takes dates out of a calendar, a file or one elsewhere: looked through first, then chosen by name. Gives back what was taken. */
@Component({
  selector: 'almanac-calendar-dialog',
  imports: [FilePicker, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title" id="calendar-title">Seasons from a calendar</h2>
      <button type="button" class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <p class="row-line">
        <almanac-file-picker i18n [isMany]="false" accept=".ics,text/calendar" (picked)="read($event)">Choose a file…</almanac-file-picker>
        <span i18n class="quiet">A calendar of events (.ics). Those of one name become one season; nothing is saved yet.</span>
      </p>
      <form class="elsewhere" (ngSubmit)="readElsewhere(address.value)">
        <label i18n class="form-label" for="calendar-address">Or its address</label>
        <input
          #address
          class="form-control"
          id="calendar-address"
          type="url"
          placeholder="https://…"
          aria-describedby="calendar-address-help"
          [attr.aria-invalid]="isElsewhere() && fault() ? true : null"
        />
        <button i18n class="btn btn-plain" [disabled]="isReading()">Read it</button>
        <p i18n class="form-help" id="calendar-address-help">
          It is read anew every six hours. Where its dates change, you are told; nothing moves before you take them.
        </p>
      </form>
      @if (isReading()) {
        <p i18n class="quiet" role="status">Reading…</p>
      }
      @if (fault()) {
        <p class="form-fault" role="alert">{{ fault() }}</p>
      }
      @if (found(); as found) {
        <p i18n class="visually-hidden" role="status">{{ found.seasons.length }} found.</p>
        <ul>
          @for (each of found.seasons; track each.title) {
            <li>
              <label
                ><input type="checkbox" class="form-check-input" [checked]="isChosen(each.title)" (change)="toggle(each.title)" />
                <span
                  ><b>{{ each.title }}</b>
                  @if (known().has(each.title)) {
                    <span i18n class="chip">takes the place of its present dates</span>
                  }
                  <span class="quiet">{{ each.sentence }}</span></span
                ></label
              >
            </li>
          } @empty {
            <li i18n class="quiet">No event of it could be taken.</li>
          }
        </ul>
        @if (found.faults.length > 0) {
          <h3 i18n>Not taken</h3>
          <ul class="faults">
            @for (each of found.faults.slice(0, 50); track $index) {
              <li i18n>Line {{ each.line }}: {{ each.detail }}</li>
            }
            @if (found.faults.length > 50) {
              <li i18n>And {{ found.faults.length - 50 }} more.</li>
            }
          </ul>
        }
      }
    </div>
    <div class="modal-footer">
      <button i18n class="btn btn-plain" (click)="modal.dismiss()">Cancel</button>
      <button i18n class="btn btn-primary" [disabled]="taken().length === 0" (click)="modal.close(taken())">
        Take {taken().length, plural, =1 {1 season} other {{{ taken().length }} seasons}}
      </button>
    </div>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    label {
      display: flex;
      gap: 8px;
      padding: 4px 0;
    }
    label .quiet {
      display: block;
    }
    .elsewhere {
      display: grid;
      grid-template-columns: auto 1fr auto;
      gap: 4px 8px;
      align-items: center;
      margin-bottom: 8px;
    }
    .elsewhere .form-label {
      margin: 0;
    }
    .elsewhere .form-help {
      grid-column: 2 / -1;
      margin: 0;
    }
    .faults li {
      padding: 2px 0;
    }
  `,
})
export class CalendarDialog {
  readonly #api = inject(ApiClient);
  readonly #seasons = inject(SeasonsService);
  protected readonly modal = inject(NgbActiveModal);
  protected readonly found = signal<CalendarDates | null>(null);
  protected readonly fault = signal('');
  readonly #leftOut = signal<readonly string[]>([]);
  protected readonly known = computed(() => new Set(this.#seasons.rows().map(each => each.title)));
  protected readonly taken = computed((): readonly SeasonValue[] =>
    (this.found()?.seasons ?? [])
      .filter(each => this.isChosen(each.title))
      .map(({ title, dates }) => {
        const address = this.#source();
        return { version: 1, title, reason: '', dates, ...(address === null ? {} : { source: { address, event: title } }) };
      }),
  );
  /** The address that was read; null where it was a file. */
  readonly #source = signal<string | null>(null);
  protected readonly isElsewhere = computed(() => this.#source() !== null);
  protected readonly isReading = signal(false);

  protected async read([file]: readonly File[]): Promise<void> {
    if (file) this.#read(null, this.#api.readCalendar(await file.text()));
  }

  protected readElsewhere(address: string): void {
    const typed = address.trim();
    if (typed !== '') this.#read(typed, this.#api.readCalendarElsewhere(typed));
  }

  #read(source: string | null, asked: Observable<CalendarDates>): void {
    this.found.set(null);
    this.fault.set('');
    this.#source.set(source);
    this.isReading.set(true);
    asked.pipe(finalize(() => this.isReading.set(false))).subscribe({
      next: found => {
        this.#leftOut.set([]);
        this.found.set(found);
      },
      error: (error: unknown) =>
        this.fault.set(
          error instanceof ApiProblem ? (error.faultAt('/address') ?? error.message) : $localize`The calendar could not be read.`,
        ),
    });
  }

  protected isChosen(title: string): boolean {
    return !this.#leftOut().includes(title);
  }

  protected toggle(title: string): void {
    this.#leftOut.update(titles => toggled(titles, title));
  }
}
