import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { EndingRow } from '@contract/endings';
import type { PageValue } from '@core/page/page';
import { writeDate } from '@core/format/moment';
import { localTimeAt, type LocalTime } from '@core/schedule/local-time';
import { DateTime } from 'luxon';
import { catchError, combineLatest, of, startWith, Subject, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { listStyles } from './list-styles';
import { workedOnAt } from '../kinds/index';
import type { Place } from '../kinds/kind-places';
import { PhaseMark } from '../shared/phase-mark';
import { SendService } from '../shared/send.service';
import { toggled } from '../shared/toggled';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import type { WorkingChange } from '../state/working-changes.service';

const spans = [
  { days: 30, label: $localize`30 days` },
  { days: 90, label: $localize`90 days` },
  { days: 366, label: $localize`a year` },
] as const;

const headings: Readonly<Record<EndingRow['state'], string>> = {
  review: $localize`To be looked over`,
  ends: $localize`Ends`,
  ended: $localize`Over`,
};

/** What ends soon, is over, or is to be looked over; renewed for a year, several at once. */
@Component({
  selector: 'almanac-endings',
  imports: [PhaseMark, RouterLink, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>What ends</h1>
      <p class="title-face vantage">
        <ng-container i18n>within</ng-container>&ngsp;
        <select class="word" aria-label="How far ahead" i18n-aria-label (change)="ahead.set(+textIn($event))">
          @for (each of spans; track each.days) {
            <option [value]="each.days" [selected]="each.days === ahead()">{{ each.label }}</option>
          }</select
        ><ng-container i18n>, and is over since at most</ng-container>&ngsp;
        <select class="word" aria-label="How far back" i18n-aria-label (change)="back.set(+textIn($event))">
          @for (each of spans; track each.days) {
            <option [value]="each.days" [selected]="each.days === back()">{{ each.label }}</option>
          }
        </select>
      </p>
      <span class="grow"></span>
      <a i18n class="btn-word" routerLink="/almanac">The whole plan</a>
      @if (chosen().length > 0) {
        <button i18n class="btn btn-primary" (click)="renew()">
          Renew {chosen().length, plural, =1 {1 of them} other {{{ chosen().length }} of them}} for a year…
        </button>
      }
    </div>
    @if (found(); as found) {
      @for (group of groups(); track group.state) {
        <section [attr.aria-label]="group.heading">
          <h2 class="section">{{ group.heading }}</h2>
          <table>
            <colgroup>
              <col class="pick" />
              <col class="when" />
              <col class="what" />
              <col class="then" />
              <col />
              <col class="by" />
            </colgroup>
            <thead class="visually-hidden">
              <tr>
                <th i18n>Choose</th>
                <th i18n>When</th>
                <th i18n>What</th>
                <th i18n>Then</th>
                <th i18n>Held by</th>
                <th i18n>Changed by</th>
              </tr>
            </thead>
            <tbody>
              @for (row of group.rows; track row.recordId) {
                <tr [class.late]="row.state === 'review' && row.at <= now">
                  <td>
                    @if (row.state !== 'review' && row.mayRenew) {
                      <input
                        type="checkbox"
                        class="form-check-input"
                        ariaLabel="Choose {{ row.title }}"
                        i18n-ariaLabel
                        [checked]="isChosen(row)"
                        (change)="toggle(row)"
                      />
                    }
                  </td>
                  <td class="when">{{ day(row.at) }}</td>
                  <td>
                    <almanac-phase [status]="row.state === 'ended' ? 'expired' : row.revisionId ? 'live' : 'scheduled'" />&ngsp;
                    @if (placeOf(row); as place) {
                      <a [routerLink]="place.link" [queryParams]="place.query">{{ row.title }}</a>&ngsp;
                    }
                    <span class="quiet">{{ row.kind | told }}</span>
                  </td>
                  <td>
                    @if (row.state === 'review' && row.mayRenew) {
                      <button i18n class="btn-word" ariaLabel="{{ row.title }}: looked over" i18n-ariaLabel (click)="lookedOver(row)">
                        Looked over; again in a year
                      </button>
                    } @else {
                      {{ row.then }}
                    }
                  </td>
                  <td class="quiet">
                    @for (page of row.heldBy; track page.id) {
                      <a routerLink="/arrange" [queryParams]="{ page: page.id }">{{ page.title }}</a>{{ $last ? '' : ', ' }}
                    } @empty {
                      <ng-container i18n>no page names it</ng-container>
                    }
                    @if (row.holderCount > row.heldBy.length) {
                      &ngsp;<ng-container i18n>and {{ row.holderCount - row.heldBy.length }} more</ng-container>
                    }
                  </td>
                  <td class="quiet">{{ row.changedBy }}</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      } @empty {
        <p i18n class="quiet">Nothing ends within that time, and nothing is to be looked over.</p>
      }
      @if (found.count > found.rows.length) {
        <p i18n class="notice-line">The first {{ found.rows.length }} of {{ found.count }}.</p>
      }
    }
  `,
  styles: `
    ${listStyles}
    table {
      width: 100%;
      table-layout: fixed;
    }
    tr + tr {
      border-top: 1px solid var(--hair);
    }
    td {
      padding: 5px 10px 5px 0;
      vertical-align: baseline;
      overflow-wrap: anywhere;
    }
    col.pick {
      width: 28px;
    }
    col.when {
      width: 120px;
    }
    col.what {
      width: 28%;
    }
    col.then {
      width: 25%;
    }
    col.by {
      width: 130px;
    }
    .late .when {
      color: var(--ember);
      font-weight: 600;
    }
    .form-check-input {
      margin: 0;
    }
  `,
})
export class EndingsWorkspace {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #sending = inject(SendService);
  readonly #messages = inject(MessageService);
  protected readonly spans = spans;
  protected readonly textIn = textIn;
  protected readonly ahead = signal<number>(90);
  protected readonly back = signal<number>(90);
  protected readonly now = this.#session.site.now;
  readonly #anew = new Subject<void>();
  protected readonly found = toSignal(
    combineLatest([toObservable(this.ahead), toObservable(this.back), this.#anew.pipe(startWith(undefined))]).pipe(
      switchMap(([ahead, back]) =>
        this.#api.listEndings(ahead, back).pipe(
          catchError((error: unknown) => {
            this.#messages.problem(error);
            return of(null);
          }),
        ),
      ),
    ),
  );
  readonly #chosenIds = signal<readonly string[]>([]);
  protected readonly chosen = computed(() => (this.found()?.rows ?? []).filter(each => each.state !== 'review' && this.isChosen(each)));
  protected readonly groups = computed(() =>
    (['review', 'ends', 'ended'] as const)
      .map(state => ({ state, heading: headings[state], rows: (this.found()?.rows ?? []).filter(row => row.state === state) }))
      .filter(group => group.rows.length > 0),
  );

  protected day(at: number): string {
    return writeDate(at, this.#session.style);
  }

  protected placeOf({ kind, recordId: id, title }: EndingRow): Place {
    return workedOnAt({ id, kind, title, detail: '', pageId: null });
  }

  protected isChosen({ recordId }: EndingRow): boolean {
    return this.#chosenIds().includes(recordId);
  }

  protected toggle({ recordId }: EndingRow): void {
    this.#chosenIds.update(ids => toggled(ids, recordId));
  }

  /** The same again until a year after the last of them ends; all is said before it is done. */
  protected async renew(): Promise<void> {
    const rows = this.chosen();
    const last = Math.max(this.now, ...rows.map(each => each.at));
    const changes = rows.map(row => this.#change(row, row.value, $localize`renewed for a year`));
    if (await this.#sending.sendOrLeave(changes, [], this.#yearAfter(last))) this.#done();
  }

  protected async lookedOver(row: EndingRow): Promise<void> {
    const value = { ...(row.value as PageValue), reviewBy: this.#yearAfter(Math.max(this.now, row.at)) };
    if (await this.#sending.sendOrLeave([this.#change(row, value, $localize`looked over`)])) this.#done();
  }

  #done(): void {
    this.#chosenIds.set([]);
    this.#anew.next();
  }

  #change({ recordId, kind, title, revisionId }: EndingRow, value: unknown, did: string): WorkingChange {
    return { recordId, kind, value, retires: false, baseRevisionId: revisionId, title, did };
  }

  #yearAfter(instant: number): LocalTime {
    const { zone } = this.#session.site;
    const local = DateTime.fromISO(localTimeAt(instant, zone), { zone: 'utc' }).plus({ years: 1 });
    return { local: local.toFormat("yyyy-MM-dd'T'HH:mm"), zone };
  }
}
