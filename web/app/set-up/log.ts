import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { AuditCheck, AuditPage } from '@contract/audit';
import { numberOf } from '@core/format/moment';
import { DateTime } from 'luxon';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { DateField } from '../shared/date-field';
import { textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { SessionService } from '../state/session.service';

type Entry = AuditPage['entries'][number];

/** What is asked of the log: who, what, about what, and in which days. */
interface Question {
  readonly person: string;
  readonly act: string;
  readonly find: string;
  readonly from: string;
  readonly until: string;
}

const everything: Question = { person: '', act: '', find: '', from: '', until: '' };

/** What was done by whom, when and from where, with what there was before and is after; and whether the log is whole. */
@Component({
  selector: 'almanac-log-set-up',
  imports: [DateField, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="row-line filters" role="search" (submit)="$event.preventDefault()">
      <input
        class="form-control"
        aria-label="Called"
        i18n-aria-label
        placeholder="Called…"
        i18n-placeholder
        [value]="question().find"
        (input)="ask({ find: textIn($event) })"
      />
      <select class="form-select" aria-label="By whom" i18n-aria-label (change)="ask({ person: textIn($event) })">
        <option i18n value="">by anybody</option>
        @for (each of people(); track each.id) {
          <option [value]="each.id" [selected]="each.id === question().person">{{ each.name }}</option>
        }
      </select>
      <select class="form-select" aria-label="What was done" i18n-aria-label (change)="ask({ act: textIn($event) })">
        <option i18n value="">whatever it was</option>
        @for (each of acts(); track each.act) {
          <option [value]="each.act" [selected]="each.act === question().act">{{ each.words }}</option>
        }
      </select>
      <span class="day"
        ><label i18n for="log-from">from</label>
        <almanac-date-field
          [withTime]="false"
          fieldId="log-from"
          label="From this day"
          i18n-label
          [value]="question().from"
          (valueChange)="ask({ from: $event })"
      /></span>
      <span class="day"
        ><label i18n for="log-until">to</label>
        <almanac-date-field
          [withTime]="false"
          fieldId="log-until"
          label="To the end of this day"
          i18n-label
          [value]="question().until"
          (valueChange)="ask({ until: $event })"
      /></span>
      @if (isAsked()) {
        <button i18n type="button" class="btn-word" (click)="question.set(everything)">Clear</button>
      }
      <span class="grow"></span>
      <a i18n class="btn btn-plain" [href]="exportAddress('csv')" download>Save as CSV</a>
      <a i18n class="btn btn-plain" [href]="exportAddress('jsonl')" download>Save as JSON Lines</a>
    </form>
    @if (fault(); as fault) {
      <p class="notice-line" role="alert">{{ fault }}</p>
    }
    <p class="row-line quiet small" role="status">
      @if (check(); as check) {
        @if (check.brokenAt === null) {
          <span i18n>The log is whole: {{ numberOf(check.count) }} entries, the last with the hash</span>
          <code>{{ check.head }}</code>
        } @else {
          <span i18n class="form-fault">
            The log is broken at entry {{ numberOf(check.brokenAt) }}: it, or one before it, was altered or taken out.
          </span>
        }
      } @else {
        <span i18n>Nothing in it can be changed; each entry is hashed over the one before it.</span>
        <button i18n type="button" class="btn-word" [disabled]="isChecking()" (click)="checkWhole()">Check that it is whole</button>
      }
    </p>
    <div class="scroll" role="region" aria-label="What was done" i18n-aria-label tabindex="0">
      <table>
        <thead>
          <tr>
            <th i18n scope="col" class="when">When</th>
            <th i18n scope="col" class="who">Who</th>
            <th i18n scope="col">What</th>
            <th i18n scope="col" class="where">From</th>
          </tr>
        </thead>
        <tbody>
          @for (entry of entries(); track entry.number) {
            <tr>
              <td class="quiet">{{ entry.at | when }}</td>
              <td>{{ entry.by }}</td>
              <td>
                @if (entry.before || entry.after) {
                  <details>
                    <summary>{{ entry.words }}</summary>
                    @if (entry.before; as before) {
                      <p><b i18n>Before</b></p>
                      <pre>{{ written(before) }}</pre>
                    }
                    @if (entry.after; as after) {
                      <p><b i18n>After</b></p>
                      <pre>{{ written(after) }}</pre>
                    }
                  </details>
                } @else {
                  {{ entry.words }}
                }
              </td>
              <td class="quiet code">{{ entry.source }}</td>
            </tr>
          } @empty {
            <tr>
              <td i18n colspan="4" class="quiet">
                {isAsked(), select, true {Nothing like this was done.} other {Nothing has been done yet.}}
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    @if (hasMore()) {
      <p><button i18n type="button" class="btn btn-plain" (click)="readOn()">Older ones</button></p>
    }
  `,
  styles: `
    .filters > .form-control,
    .filters > .form-select {
      width: 150px;
    }
    .filters {
      align-items: flex-start;
    }
    .day {
      display: inline-flex;
      gap: 6px;
    }
    .day label {
      line-height: 28px;
    }
    .scroll {
      max-height: calc(100vh - 250px);
      overflow: auto;
      background: var(--sheet);
      border: 1px solid var(--hair);
      border-radius: 3px;
    }
    table {
      width: 100%;
      table-layout: fixed;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 5px 14px;
      text-align: start;
      vertical-align: top;
      border-bottom: 1px solid #ece6d9;
      overflow-wrap: anywhere;
    }
    th {
      font-size: 12px;
      color: var(--ink-2);
      position: sticky;
      top: 0;
      background: var(--sheet);
    }
    .when {
      width: 190px;
    }
    .who {
      width: 190px;
    }
    .where {
      width: 170px;
    }
    summary {
      cursor: pointer;
      min-height: 0;
    }
    details p {
      margin: 4px 0 0;
      font-size: 12px;
    }
    pre {
      white-space: pre-wrap;
      overflow-wrap: anywhere;
      max-height: 240px;
      overflow: auto;
      margin: 2px 0 6px;
      font: 12px/1.5 var(--code);
    }
    code {
      color: inherit;
      overflow-wrap: anywhere;
    }
  `,
})
export class LogSetUp {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  protected readonly textIn = textIn;
  protected readonly numberOf = numberOf;
  protected readonly everything = everything;
  protected readonly question = signal(everything);
  protected readonly isAsked = computed(() => Object.values(this.question()).some(each => each !== ''));
  protected readonly fault = signal('');
  protected readonly people = computed(() => {
    const { person, staff } = this.#session.session() ?? { person: null, staff: [] };
    return [...(person ? [{ id: person.id, name: person.name }] : []), ...staff].sort((a, b) => a.name.localeCompare(b.name));
  });
  readonly #asked = computed(() => this.#params(this.question()));
  readonly #first = toSignal(
    toObservable(this.#asked).pipe(
      debounceTime(200),
      switchMap(params =>
        this.#api.readLog(params).pipe(
          catchError((error: unknown) => {
            this.fault.set(error instanceof ApiProblem ? error.message : $localize`Something went wrong. Reload the page.`);
            return of(null);
          }),
        ),
      ),
    ),
    { initialValue: null },
  );
  readonly #older = signal<{ readonly of: AuditPage | null; readonly entries: readonly Entry[]; readonly hasMore: boolean } | null>(null);
  // Older ones belong to the page that they were read on from.
  readonly #olderHere = computed(() => (this.#older()?.of === this.#first() ? this.#older() : null));
  protected readonly entries = computed(() => [...(this.#first()?.entries ?? []), ...(this.#olderHere()?.entries ?? [])]);
  protected readonly hasMore = computed(() => this.#olderHere()?.hasMore ?? this.#first()?.hasMore ?? false);
  protected readonly acts = computed(() => this.#first()?.acts ?? []);
  protected readonly check = signal<AuditCheck | null>(null);
  protected readonly isChecking = signal(false);

  protected ask(part: Partial<Question>): void {
    this.fault.set('');
    this.question.update(now => ({ ...now, ...part }));
  }

  protected readOn(): void {
    const first = this.#first();
    const below = this.entries().at(-1)!.number;
    this.#api.readLog({ ...this.#asked(), below }).subscribe({
      next: page =>
        this.#older.set({ of: first, entries: [...(this.#olderHere()?.entries ?? []), ...page.entries], hasMore: page.hasMore }),
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : $localize`It could not be read.`),
    });
  }

  protected checkWhole(): void {
    this.isChecking.set(true);
    this.#api.checkLog().subscribe({
      next: check => {
        this.isChecking.set(false);
        this.check.set(check);
      },
      error: (error: unknown) => {
        this.isChecking.set(false);
        this.fault.set(error instanceof ApiProblem ? error.message : $localize`It could not be read.`);
      },
    });
  }

  protected exportAddress(as: 'csv' | 'jsonl'): string {
    const params = Object.entries({ ...this.#asked(), as }).map(([name, value]) => [name, String(value)]);
    return `/api/log/export?${new URLSearchParams(params).toString()}`;
  }

  /** JSON as people read it. */
  protected written(json: string): string {
    return JSON.stringify(JSON.parse(json), null, 2);
  }

  #params({ from, until, ...words }: Question): Record<string, string | number> {
    const { zone } = this.#session.site;
    const start = (moment: string, later = 0) => DateTime.fromISO(moment.slice(0, 10), { zone }).plus({ days: later }).toMillis();
    return {
      ...Object.fromEntries(Object.entries(words).filter(([, value]) => value !== '')),
      ...(from === '' ? {} : { from: start(from) }),
      ...(until === '' ? {} : { until: start(until, 1) }),
    };
  }
}
