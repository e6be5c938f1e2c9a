import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { Between, BetweenRow } from '@contract/between';
import { writeFullMoment } from '@core/format/moment';
import { instantOf, isLocalDateTime, localTimeAt } from '@core/schedule/local-time';
import { catchError, of, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { listStyles } from './list-styles';
import { workedOnAt } from '../kinds/index';
import type { Place } from '../kinds/kind-places';
import { ComparisonView } from '../shared/comparison-view';
import { DateField } from '../shared/date-field';
import { ToldPipe } from '../shared/told.pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

const headings: Readonly<Record<BetweenRow['what'], string>> = {
  comes: $localize`Comes`,
  goes: $localize`Goes`,
  changes: $localize`Changes`,
  'shows otherwise': $localize`Begins or stops showing`,
};

/** How far ahead one looks to begin with: from a Friday to its Monday. */
const threeDays = 3 * 86_400_000;

/** What changes on the whole site between two moments, past or to come. Its address can be sent. */
@Component({
  selector: 'almanac-between',
  imports: [ComparisonView, DateField, RouterLink, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>What changes</h1>
      <p class="title-face vantage">
        <ng-container i18n>between</ng-container>&ngsp;
        <almanac-date-field
          class="in-line"
          fieldId="between-from"
          label="The earlier moment"
          i18n-label
          [value]="moments().from"
          (valueChange)="go({ from: $event })"
        />
        &ngsp;<ng-container i18n>and</ng-container>&ngsp;
        <almanac-date-field
          class="in-line"
          fieldId="between-until"
          label="The later moment"
          i18n-label
          [value]="moments().until"
          (valueChange)="go({ until: $event })"
        />
      </p>
      <span class="grow"></span>
      <a i18n class="btn-word" routerLink="/almanac">The whole plan</a>
    </div>
    @if (isTurned()) {
      <p i18n class="form-fault" role="alert">The second moment must lie after the first.</p>
    } @else if (found()) {
      @for (group of groups(); track group.what) {
        <section [attr.aria-label]="group.heading">
          <h2 class="section">{{ group.heading }}</h2>
          @for (row of group.rows; track row.recordId) {
            <article>
              <p class="row-line">
                <a [routerLink]="placeOf(row).link" [queryParams]="placeOf(row).query">{{ row.title }}</a>
                <span class="quiet">{{ row.kind | told }}</span>
                @if (row.kind !== 'page') {
                  @if (row.gained.count > 0) {
                    <span i18n>shows on {{ pagesOf(row.gained) }}</span>
                  }
                  @if (row.lost.count > 0) {
                    <span i18n>no more on {{ pagesOf(row.lost) }}</span>
                  }
                }
                <span class="grow"></span>
                @if (row.lost.first[0] ?? row.gained.first[0]; as page) {
                  <a
                    i18n
                    routerLink="/arrange"
                    [queryParams]="{ page: page.id, at: moments().from }"
                    ariaLabel="{{ row.title }}: look before"
                    i18n-ariaLabel
                    >Look before</a
                  >
                }
                @if (row.gained.first[0] ?? row.lost.first[0]; as page) {
                  <a
                    i18n
                    routerLink="/arrange"
                    [queryParams]="{ page: page.id, at: moments().until }"
                    ariaLabel="{{ row.title }}: look after"
                    i18n-ariaLabel
                    >Look after</a
                  >
                }
              </p>
              @if (row.fields.length > 0) {
                <almanac-comparison [changes]="row.fields" />
              }
            </article>
          }
        </section>
      } @empty {
        <p i18n class="quiet">Nothing is different: {{ said().from }} and {{ said().until }} are alike.</p>
      }
      @if (found()!.count > found()!.rows.length) {
        <p i18n class="notice-line">The first {{ found()!.rows.length }} of {{ found()!.count }}.</p>
      }
    }
  `,
  styles: `
    ${listStyles}
    article {
      border-bottom: 1px solid var(--hair);
      padding: 5px 0;
    }
    article p {
      margin: 0;
    }
    almanac-comparison {
      display: block;
      max-width: 860px;
      margin: 2px 0 4px 14px;
    }
  `,
})
export class BetweenWorkspace {
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  /** Two moments by the site's clocks, as "2027-03-19T09:00"; left out, now and three days later. */
  readonly from = input<string>();
  readonly until = input<string>();
  protected readonly moments = computed(() => {
    const { now, zone } = this.#session.site;
    const given = (text: string | undefined, otherwise: number) => (text && isLocalDateTime(text) ? text : localTimeAt(otherwise, zone));
    return { from: given(this.from(), now), until: given(this.until(), now + threeDays) };
  });
  protected readonly isTurned = computed(() => this.#instants().from >= this.#instants().until);
  protected readonly said = computed(() => {
    const { from, until } = this.#instants();
    return { from: writeFullMoment(from, this.#session.style), until: writeFullMoment(until, this.#session.style) };
  });
  readonly #instants = computed(() => {
    const { zone } = this.#session.site;
    const { from, until } = this.moments();
    return { from: instantOf({ local: from, zone }), until: instantOf({ local: until, zone }) };
  });
  protected readonly found = toSignal(
    toObservable(this.#instants).pipe(
      switchMap(({ from, until }) =>
        this.#api.readBetween(from, until).pipe(
          catchError((error: unknown) => {
            this.#messages.problem(error);
            return of<Between | null>(null);
          }),
        ),
      ),
    ),
  );
  protected readonly groups = computed(() =>
    (['comes', 'goes', 'changes', 'shows otherwise'] as const)
      .map(what => ({ what, heading: headings[what], rows: (this.found()?.rows ?? []).filter(row => row.what === what) }))
      .filter(group => group.rows.length > 0),
  );

  protected go(query: { from?: string; until?: string }): void {
    void this.#router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected placeOf({ kind, recordId: id, title }: BetweenRow): Place {
    return workedOnAt({ id, kind, title, detail: '', pageId: null });
  }

  /** "Visit, Tern Point and 14 more". */
  protected pagesOf({ count, first }: BetweenRow['gained']): string {
    const titles = first.map(each => each.title).join(', ');
    return count > first.length ? $localize`${titles} and ${count - first.length} more` : titles;
  }
}
