import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { Between, BetweenOnPage, BetweenOnPageWish, BetweenRow } from '@contract/between';
import { writeFullMoment } from '@core/format/moment';
import { instantOf, isLocalDateTime, localTimeAt } from '@core/schedule/local-time';
import { catchError, map, of, switchMap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { listStyles } from './list-styles';
import { workedOnAt } from '../kinds/index';
import type { Place } from '../kinds/kind-places';
import { BetweenOnPageList } from './between-on-page';
import { SettingsBetween } from './settings-between';
import { ChoiceWord } from '../shared/choice-word';
import { ComparisonView } from '../shared/comparison-view';
import { DateField } from '../shared/date-field';
import { PageWord } from '../shared/page-word';
import { ToldPipe } from '../shared/told.pipe';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { localeChoices, readerChoices } from '../state/readers';
import { SessionService } from '../state/session.service';
import { readerOf } from '../state/vantage';

const headings: Readonly<Record<BetweenRow['what'], string>> = {
  comes: $localize`Comes`,
  goes: $localize`Goes`,
  changes: $localize`Changes`,
  'shows otherwise': $localize`Begins or stops showing`,
};

interface Asked {
  readonly from: number;
  readonly until: number;
  readonly page: string | undefined;
  readonly as: string | undefined;
  readonly locale: string | undefined;
}

/** What was found, of the whole site or of a page. */
interface Found {
  readonly site?: Between;
  readonly page?: BetweenOnPage;
}

/** How far ahead one looks to begin with: from a Friday to its Monday. */
const threeDays = 3 * 86_400_000;

/** What changes on the whole site, or on a page, between two moments, past or to come. Its address can be sent. */
@Component({
  selector: 'almanac-between',
  imports: [BetweenOnPageList, ChoiceWord, ComparisonView, DateField, PageWord, RouterLink, SettingsBetween, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>What changes</h1>
      <p class="title-face vantage">
        <ng-container i18n>on</ng-container>&ngsp;
        <almanac-page-word
          [pages]="pages()"
          [title]="pageTitle()"
          withNone="the whole site"
          i18n-withNone
          (chosen)="go({ page: $event || null, as: $event ? this.as() : null })"
        />&ngsp;
        @if (page()) {
          <ng-container i18n>as</ng-container>&ngsp;
          <almanac-choice-word
            label="Reader"
            i18n-label
            [choices]="readers"
            [value]="this.as() ?? 'anyone'"
            [otherwise]="this.as() ?? ''"
            (chosen)="go({ as: $event === 'anyone' ? null : $event })"
          />&ngsp;
        }
        @if (locales.length > 1) {
          <ng-container i18n>in</ng-container>&ngsp;
          <almanac-choice-word
            label="Locale"
            i18n-label
            [choices]="locales"
            [value]="locale()"
            [otherwise]="locale()"
            (chosen)="go({ in: $event === locales[0]!.name ? null : $event })"
          />&ngsp;
        }
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
    } @else if (ofPage(); as page) {
      <almanac-settings-between [settings]="page.settings" />
      <almanac-between-on-page [found]="page" [moments]="moments()" [page]="this.page()!" [as]="this.as()" [locale]="this.in()" />
      @if (page.parts.length + page.settings.length === 0 && page.isThere.before && page.isThere.after) {
        <p i18n class="quiet">Nothing is different: {{ said().from }} and {{ said().until }} are alike.</p>
      }
    } @else if (ofSite(); as found) {
      <almanac-settings-between [settings]="found.settings" />
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
                    [queryParams]="{ page: page.id, at: moments().from, in: this.in() }"
                    ariaLabel="{{ row.title }}: look before"
                    i18n-ariaLabel
                    >Look before</a
                  >
                }
                @if (row.gained.first[0] ?? row.lost.first[0]; as page) {
                  <a
                    i18n
                    routerLink="/arrange"
                    [queryParams]="{ page: page.id, at: moments().until, in: this.in() }"
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
      }
      @if (found.count + found.settings.length === 0) {
        <p i18n class="quiet">Nothing is different: {{ said().from }} and {{ said().until }} are alike.</p>
      }
      @if (found.count > found.rows.length) {
        <p i18n class="notice-line">The first {{ found.rows.length }} of {{ found.count }}.</p>
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
  /** A page; left out, the whole site. As whom it is read, and in which locale. */
  readonly page = input<string>();
  readonly as = input<string>();
  readonly in = input<string>();
  protected readonly pages = inject(PagesService).pages;
  protected readonly readers = readerChoices(this.#session.site);
  protected readonly locales = localeChoices(this.#session.site);
  protected readonly locale = computed(() => this.in() ?? this.#session.site.locale);
  protected readonly pageTitle = computed(() => {
    const page = this.page();
    if (!page) return $localize`the whole site`;
    if (page.startsWith('service:')) return page.slice('service:'.length);
    return this.pages().find(each => each.id === page)?.title ?? this.ofPage()?.title ?? '…';
  });
  readonly #found = toSignal(
    toObservable(computed(() => ({ ...this.#instants(), page: this.page(), as: this.as(), locale: this.in() }))).pipe(
      switchMap(asked =>
        this.#ask(asked).pipe(
          catchError((error: unknown) => {
            this.#messages.problem(error);
            return of<Found>({});
          }),
        ),
      ),
    ),
    { initialValue: {} as Found },
  );
  protected readonly ofSite = computed(() => this.#found().site);
  protected readonly ofPage = computed(() => this.#found().page);
  protected readonly groups = computed(() =>
    (['comes', 'goes', 'changes', 'shows otherwise'] as const)
      .map(what => ({ what, heading: headings[what], rows: (this.ofSite()?.rows ?? []).filter(row => row.what === what) }))
      .filter(group => group.rows.length > 0),
  );

  #ask({ from, until, page, as, locale }: Asked): Observable<Found> {
    if (from >= until) return of({});
    if (!page) return this.#api.readBetween(from, until, locale).pipe(map(site => ({ site })));
    const wish = { page: page as BetweenOnPageWish['page'], reader: { ...readerOf(as ?? 'anyone') }, locale: locale ?? null, from, until };
    return this.#api.readBetweenOnPage(wish as BetweenOnPageWish).pipe(map(found => ({ page: found })));
  }

  protected go(query: { from?: string; until?: string; page?: string | null; as?: string | null | undefined; in?: string | null }): void {
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
