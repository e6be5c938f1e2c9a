import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Today } from '@contract/today';
import { localTimeAt } from '@core/schedule/local-time';
import { DateTime } from 'luxon';
import { ApiClient } from '../api/api-client';
import { FirstSteps } from './first-steps';
import { placesOf } from '../kinds/index';
import type { Fault, Place } from '../kinds/kind-places';
import { type PlannedDay, plannedDays } from '../shared/planned-days';
import { PlannedLine } from '../shared/planned-line';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** A day's page: what changes today and next, what waits for me, what is wrong. */
@Component({
  selector: 'almanac-today',
  imports: [RouterLink, PlannedLine, WhenPipe, FirstSteps],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (today(); as today) {
      <div class="page">
        <div class="first">
          <h1>{{ heading() }}</h1>
          <p i18n class="quiet">
            {{ greeting() }} {{ today.counts.pages }} pages, {{ today.counts.blocks }} blocks and {{ today.counts.placements }} placements
            are live.
          </p>
          @if (today.firstSteps.length > 0) {
            <almanac-first-steps [steps]="today.firstSteps" />
          }
          <h2 i18n class="section">What changes</h2>
          @for (day of days(); track day.key) {
            <div class="day">
              <h3 [class.now]="$first">{{ day.heading }}</h3>
              <ol>
                @for (change of day.changes; track change.recordId + change.what) {
                  <li><almanac-planned-line [change]="change" [isPast]="change.at <= today.now" /></li>
                } @empty {
                  <li i18n class="quiet none">Nothing changes by itself.</li>
                }
              </ol>
            </div>
          }
          @if (today.changeCount > today.changes.length) {
            <p i18n class="quiet none">And {{ today.changeCount - today.changes.length }} more within two weeks.</p>
          } @else if (quietAfter()) {
            <p class="quiet none">{{ quietAfter() }}</p>
          }
          <h2 i18n class="section">Approved lately</h2>
          @for (edition of today.lately; track edition.id) {
            <p class="lately">
              <a [routerLink]="['/reviews', edition.id]">{{ edition.title }}</a>
              <span class="quiet"
                >{{ edition.author.name }}, {{ edition.submittedAt ?? edition.createdAt | when: 'day' }} · {{ edition.summary }}</span
              >
            </p>
          } @empty {
            <p i18n class="quiet none">Nothing yet.</p>
          }
        </div>
        <div class="second">
          <section>
            <h2 i18n class="section">Waits for you</h2>
            @for (edition of today.waiting; track edition.id) {
              <a class="item" [routerLink]="['/reviews', edition.id]"
                ><b>{{ edition.title }}</b
                ><span i18n class="quiet"
                  >{{ edition.author.name }} · since {{ edition.submittedAt ?? edition.createdAt | when }} · {{ edition.summary }}</span
                >
                @if (edition.wishedFrom) {
                  <span i18n class="chip ochre">wished for {{ edition.wishedFrom | when: 'short' }}</span>
                }
              </a>
            } @empty {
              <p i18n class="quiet none">Nothing waits for you.</p>
            }
          </section>
          <section>
            <h2 i18n class="section">Yours, on the way</h2>
            @for (edition of today.mine; track edition.id) {
              <a class="item" [routerLink]="['/reviews', edition.id]"
                ><b>{{ edition.title }}</b
                ><span class="quiet">
                  @if (edition.stage === 'draft') {
                    <ng-container i18n>Draft</ng-container>
                  } @else {
                    <ng-container i18n>In review</ng-container>
                  }
                  · {{ edition.summary }}</span
                ></a
              >
            } @empty {
              <p i18n class="quiet none">You have no drafts and nothing in review.</p>
            }
          </section>
          <section>
            <h2 i18n class="section">What is wrong</h2>
            @for (fault of today.faults; track $index) {
              <p class="fault">
                <b>{{ fault.sentence }}</b> {{ fault.remedy }}
                <a i18n [routerLink]="placeOf(fault).link" [queryParams]="placeOf(fault).query">Mend it</a>
              </p>
            } @empty {
              <p i18n class="quiet none">Nothing, now or in the year ahead.</p>
            }
            @if (today.faultCount > today.faults.length) {
              <p i18n class="quiet none">And {{ today.faultCount - today.faults.length }} more.</p>
            }
            @if (today.isPartial) {
              <p i18n class="notice-line">There was too much to look at all of it: there may be more.</p>
            }
          </section>
        </div>
      </div>
    } @else {
      <p i18n class="quiet wait">Reading the day…</p>
    }
  `,
  styles: `
    .page {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 420px;
      min-height: 100%;
    }
    .first {
      padding: 20px 32px 30px 40px;
    }
    .second {
      background: var(--sheet);
      border-left: 1px solid var(--hair);
      padding: 20px 24px;
    }
    h1 {
      font-size: 28px;
    }
    .second section:first-child .section {
      margin-top: 0;
    }
    .day {
      display: grid;
      align-items: baseline;
      grid-template-columns: 150px minmax(0, 1fr);
      border-bottom: 1px solid var(--hair);
      padding: 7px 0;
    }
    .day h3 {
      font: 600 13px/24px var(--title);
      color: var(--ink);
    }
    .day h3.now {
      color: var(--ember);
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .item {
      display: grid;
      gap: 1px;
      padding: 7px 0;
      border-bottom: 1px solid #ece6d9;
      color: var(--ink);
      justify-items: start;
    }
    .item:hover b {
      text-decoration: underline;
    }
    .none {
      margin: 4px 0;
    }
    .lately {
      margin: 0;
      padding: 6px 0;
      border-bottom: 1px solid var(--hair);
    }
    .lately a {
      color: var(--ink);
      font-weight: 550;
      margin-right: 8px;
    }
    .fault {
      margin: 0;
      padding: 6px 0 6px 10px;
      border-left: 3px solid var(--ochre);
      margin-top: 6px;
    }
    .wait {
      padding: 30px 40px;
    }
    @media (max-width: 900px) {
      .page {
        grid-template-columns: minmax(0, 1fr);
      }
      .first {
        padding: 16px;
      }
      .second {
        border-left: 0;
      }
      .day {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class TodayWorkspace {
  readonly #session = inject(SessionService);
  readonly #zone = this.#session.site.zone;
  protected readonly today = signal<Today | null>(null);
  protected readonly heading = computed(() =>
    DateTime.fromMillis(this.today()?.now ?? 0, { zone: this.#zone, locale: this.#session.style.locale }).toLocaleString(
      DateTime.DATE_HUGE,
    ),
  );
  protected readonly greeting = computed(() => {
    const changing = this.today()?.changes.filter(change => change.at >= (this.today()?.now ?? 0)).length ?? 0;
    return changing === 0
      ? $localize`Nothing changes by itself in the next two weeks.`
      : changing === 1
        ? $localize`One thing changes by itself in the next two weeks.`
        : $localize`${changing} things change by themselves in the next two weeks.`;
  });
  protected readonly days = computed((): readonly PlannedDay[] => {
    const today = this.today();
    if (!today) return [];
    const key = localTimeAt(today.now, this.#zone).slice(0, 10);
    const days = plannedDays(today.changes, this.#session.style);
    const changes = days.find(each => each.key === key)?.changes ?? [];
    return [{ key, heading: $localize`Today`, changes }, ...days.filter(each => each.key !== key)];
  });
  protected readonly quietAfter = computed(() =>
    this.days().length > 1 ? $localize`After that nothing changes by itself within two weeks.` : '',
  );

  constructor() {
    const messages = inject(MessageService);
    inject(ApiClient)
      .readToday()
      .subscribe({ next: today => this.today.set(today), error: (error: unknown) => messages.problem(error) });
  }

  protected local(instant: number): string {
    return localTimeAt(instant, this.#zone);
  }

  /** Where a fault is mended. */
  protected placeOf(fault: Fault): Place {
    // Something that cannot be read at all has no place of its own; whoever runs the server mends it.
    if (fault.recordId === '') return { link: ['/today'], query: {} };
    return placesOf(fault.recordKind).mendedAt(fault, instant => this.local(instant));
  }
}
