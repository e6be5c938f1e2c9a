import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TakeInQuery, TakeInReport } from '@contract/exchange';
import { countOf, listOf } from '@core/format/moment';
import { conflictKey, mostExcepted } from '@core/xliff/take';
import { ApiClient, ApiProblem } from '../api/api-client';
import { FilePicker } from '../files/file-picker';
import { isTickedIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

type Outcome = TakeInReport['files'][number]['units'][number]['outcome'];

/** What each outcome is called, in the order in which they are counted. */
const called: Readonly<Record<Outcome, string>> = {
  taken: $localize`new`,
  'still right': $localize`still right`,
  'base moved': $localize`made from words that have moved on`,
  'written meanwhile': $localize`written here meanwhile`,
  refused: $localize`refused`,
  'nothing written': $localize`not written yet`,
  'the same': $localize`as they are here`,
};

/** Takes in what translators sent back: told unit by unit first, then taken. */
@Component({
  selector: 'almanac-take-in',
  imports: [FilePicker, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n class="section">Take in</h2>
    <p class="row-line">
      <almanac-file-picker i18n [isMany]="false" accept=".xlf,.xliff,.csv" (picked)="look($event)">Choose a file…</almanac-file-picker>
      <span i18n class="quiet"
        >XLIFF 2.0 or 2.1, or a table that was sent out from here. It is looked through first; nothing is saved.</span
      >
    </p>
    @if (isBusy()) {
      <p i18n role="status">{{ name() }} is being looked through…</p>
    }
    @if (fault()) {
      <p class="form-fault" role="alert">{{ name() }}: {{ fault() }}</p>
    }
    @if (report(); as report) {
      <section class="panel" aria-label="What the file does" i18n-aria-label>
        <p class="row-line" role="status">
          <span i18n
            ><b>{{ name() }}</b
            >, {{ localeName(report.from) }} into {{ localeName(report.locale) }}: {{ summary() }}.</span
          >
          <span class="grow"></span>
          @if (report.isTrial) {
            <button i18n class="btn btn-primary" [disabled]="report.records === 0 || isBusy()" (click)="send('no')">
              Take in {{ words(report.records) }}
            </button>
          } @else if (report.editionId) {
            <a i18n class="btn btn-plain" [routerLink]="['/reviews', report.editionId]">The proposal</a>
          }
          <button i18n class="btn-word" (click)="putAway()">Put this away</button>
        </p>
        @if (report.isTrial && conflicts() > 0) {
          <label class="row-line">
            <input class="form-check-input" type="checkbox" [checked]="takesConflicts()" (change)="judge(isTickedIn($event))" />
            <ng-container i18n
              >Take also the {{ conflicts() }} that moved on or were written meanwhile: they replace what is here, and are behind where the
              source has changed.</ng-container
            >
          </label>
        }
        <div class="scroll" role="region" aria-label="Part by part" i18n-aria-label tabindex="0">
          <table>
            <thead>
              <tr>
                <th i18n scope="col">Line</th>
                <th i18n scope="col">What</th>
                <th i18n scope="col">Source</th>
                <th i18n scope="col">Words</th>
                <th i18n scope="col">Becomes</th>
              </tr>
            </thead>
            <tbody>
              @for (file of report.files; track file.id) {
                @for (unit of file.units; track $index) {
                  <tr>
                    <td class="quiet">{{ unit.line }}</td>
                    <td>
                      {{ file.title }} <span class="quiet small">{{ unit.label || unit.unit }}</span>
                    </td>
                    <td [lang]="report.from">{{ unit.source }}</td>
                    <td [lang]="report.locale" [dir]="directionOf(report.locale)">{{ unit.target }}</td>
                    <td [class.form-fault]="isUrgent(unit.outcome)">
                      @if (report.isTrial && isConflict(unit.outcome) && unit.field) {
                        <label class="choice"
                          ><input
                            class="form-check-input"
                            type="checkbox"
                            ariaLabel="Take {{ unit.label || unit.unit }} of {{ file.title }}"
                            i18n-ariaLabel
                            [checked]="isTaken(file.id, unit.field)"
                            (change)="choose(file.id, unit.field, isTickedIn($event))"
                          />
                          {{ called[unit.outcome] }}</label
                        >
                      } @else {
                        {{ called[unit.outcome] }}
                      }
                      @if (unit.detail) {
                        <span class="small detail">{{ unit.detail }}</span>
                      }
                    </td>
                  </tr>
                }
              }
            </tbody>
          </table>
        </div>
        @if (report.left > 0) {
          <p i18n class="quiet small">{{ report.left }} further parts are not listed.</p>
        }
      </section>
    }
  `,
  styles: `
    section {
      padding: 8px 14px;
    }
    .scroll {
      max-height: 420px;
      overflow: auto;
    }
    table {
      width: 100%;
      table-layout: fixed;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 3px 14px 3px 0;
      vertical-align: top;
      text-align: start;
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
    th:nth-child(1) {
      width: 54px;
    }
    th:nth-child(2) {
      width: 19%;
    }
    th:nth-child(5) {
      width: 20%;
    }
    .choice {
      display: block;
      cursor: pointer;
    }
    .detail {
      display: block;
    }
  `,
})
export class TakeIn {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  protected readonly isTickedIn = isTickedIn;
  protected readonly called = called;
  protected readonly report = signal<TakeInReport | null>(null);
  protected readonly fault = signal('');
  protected readonly name = signal('');
  protected readonly isBusy = signal(false);
  protected readonly takesConflicts = signal(false);
  /** Conflicts for which the other is chosen. */
  readonly #excepted = signal<readonly string[]>([]);
  protected readonly conflicts = computed(() => {
    const counts = this.report()?.counts;
    return (counts?.['base moved'] ?? 0) + (counts?.['written meanwhile'] ?? 0);
  });
  protected readonly summary = computed(() => {
    const counts = this.report()!.counts;
    const parts = (Object.keys(called) as Outcome[]).flatMap(each => (counts[each] > 0 ? [`${counts[each]} ${called[each]}`] : []));
    return parts.length === 0 ? $localize`nothing is in it` : listOf(parts);
  });
  #file: File | null = null;

  protected look([file]: readonly File[]): void {
    this.#file = file!;
    this.name.set(file!.name);
    this.judge(false);
  }

  protected judge(takesConflicts: boolean): void {
    this.takesConflicts.set(takesConflicts);
    this.#excepted.set([]);
    this.send('yes');
  }

  protected isConflict(outcome: Outcome): boolean {
    return outcome === 'base moved' || outcome === 'written meanwhile';
  }

  protected isTaken(file: string, field: string): boolean {
    return this.takesConflicts() !== this.#excepted().includes(conflictKey(file, field));
  }

  /** Decides one conflict by itself; a field is taken as a whole, so all its parts go with it. */
  protected choose(file: string, field: string, isTaken: boolean): void {
    const key = conflictKey(file, field);
    const others = this.#excepted().filter(each => each !== key);
    const excepted = isTaken === this.takesConflicts() ? others : [...others, key];
    if (excepted.join().length > mostExcepted) {
      this.#messages.warn($localize`So many cannot be decided one by one. Decide over all of them, and then over fewer.`);
      return;
    }
    this.#excepted.set(excepted);
    this.send('yes');
  }

  protected putAway(): void {
    this.report.set(null);
  }

  protected isUrgent(outcome: Outcome): boolean {
    return outcome === 'refused' || this.isConflict(outcome);
  }

  protected words(count: number): string {
    return countOf(count, 'record');
  }

  protected localeName(tag: string): string {
    return this.#session.locale(tag)?.name ?? tag;
  }

  protected directionOf(tag: string): string {
    return this.#session.locale(tag)?.direction ?? 'ltr';
  }

  protected send(trial: TakeInQuery['trial']): void {
    const as = this.name().toLowerCase().endsWith('.csv') ? 'csv' : 'xliff';
    const conflicts = this.takesConflicts() ? 'take' : 'leave';
    this.fault.set('');
    this.isBusy.set(true);
    this.#api.takeIn(this.#file!, { trial, as, conflicts, except: this.#excepted().join(), name: this.name().slice(0, 300) }).subscribe({
      next: report => {
        this.isBusy.set(false);
        this.report.set(report);
        if (report.isTrial) return;
        const where = report.editionId
          ? $localize`It is a draft; nothing has changed for readers.`
          : $localize`What were drafts are still drafts.`;
        this.#messages.done(
          $localize`${countOf(report.records, 'record')} taken in. ${where}`,
          report.editionId ? { label: $localize`The proposal`, link: ['/reviews', report.editionId] } : undefined,
        );
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.report.set(null);
        this.fault.set(error instanceof ApiProblem ? error.message : $localize`It could not be sent.`);
      },
    });
  }
}
