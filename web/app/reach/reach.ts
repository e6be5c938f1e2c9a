import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { WhyQuestion } from '@contract/assembling';
import { instantOf, localTimeAt } from '@core/schedule/local-time';
import { ApiClient } from '../api/api-client';
import { changeOfRemedy } from '../arrange/placement-changes';
import { WhyPanel, type WhyRemedy } from '../arrange/why-panel';
import { saveTable } from '../shared/save-table';
import { MessageService } from '../state/message.service';
import { readerChoices } from '../state/readers';
import { DateField } from '../shared/date-field';
import { SessionService } from '../state/session.service';
import { readerOf, vantageOf } from '../state/vantage';
import { WorkingChangesService, unsaved } from '../state/working-changes.service';
import { ReachGridView, type ReachCell } from './reach-grid';
import { ReachService } from './reach.service';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { textIn } from '../shared/typed-event';

/** Which placements show on which pages, all at once, with the change in hand. */
@Component({
  selector: 'almanac-reach',
  imports: [MidSentencePipe, DateField, ReachGridView, WhyPanel],
  providers: [ReachService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>Reach</h1>
      <p class="title-face vantage">
        <ng-container i18n>Of</ng-container>&ngsp;
        <select class="word" aria-label="Region" i18n-aria-label (change)="go({ region: textIn($event) || null })">
          <option i18n value="">every region</option>
          @for (each of targets; track each.name) {
            <option [value]="each.name" [selected]="each.name === region()">{{ each.label | midSentence }}</option>
          }</select
        ><ng-container i18n>, as</ng-container>&ngsp;
        <select class="word" aria-label="Reader" i18n-aria-label (change)="go({ as: textIn($event) })">
          @for (each of readers; track each.name) {
            <option [value]="each.name" [selected]="each.name === vantage().as">{{ each.word }}</option>
          }</select
        >&ngsp; <ng-container i18n>in</ng-container>&ngsp;
        <select class="word" aria-label="Locale" i18n-aria-label (change)="go({ in: textIn($event) })">
          @for (each of site.locales; track each.tag) {
            <option [value]="each.tag" [selected]="each.tag === (vantage().locale || site.locale)">{{ each.name }}</option>
          }</select
        >&ngsp;
        <ng-container i18n>on</ng-container>
        <almanac-date-field
          class="in-line"
          fieldId="reach-moment"
          label="Moment"
          i18n-label
          [value]="local()"
          (valueChange)="go({ at: $event || null })"
        />
        @if (vantage().moment !== null) {
          <button i18n class="btn-word danger" (click)="go({ at: null })">back to now</button>
        }
      </p>
      <span class="grow"></span>
      <button i18n class="btn btn-plain" (click)="save()">Save as CSV</button>
    </div>
    <div class="tools">
      <input
        class="form-control"
        type="search"
        aria-label="Pages"
        i18n-aria-label
        placeholder="Pages"
        i18n-placeholder
        [value]="page() ?? ''"
        (input)="go({ page: textIn($event) || null })"
      />
      <input
        class="form-control"
        type="search"
        aria-label="Placements"
        i18n-aria-label
        placeholder="Placements"
        i18n-placeholder
        [value]="find() ?? ''"
        (input)="go({ find: textIn($event) || null })"
      />
      <label class="row-line"
        ><input type="checkbox" class="form-check-input" [checked]="diff() === '1'" (change)="go({ diff: diff() === '1' ? null : '1' })" />
        <ng-container i18n>Only differences</ng-container></label
      >
      @if (sel()) {
        <button i18n class="btn-word" (click)="go({ sel: null })">All placements again</button>
      }
      <span class="quiet grow sum" role="status">{{ summary() }}</span>
      <span i18n class="key" aria-hidden="true"
        ><b class="s">■</b> shows <b class="g">+</b> gains <b class="l">−</b> loses <b class="t">◔</b> later <b class="t">◕</b> over
        <b>×</b> excepted <b>–</b> away otherwise</span
      >
    </div>
    <div class="body">
      @if (reach.answer(); as answer) {
        @if (rows().length === 0 || columns().length === 0) {
          <p class="notice-line none">
            @if (diff() === '1' && working.changes().length === 0) {
              <ng-container i18n>There is no unsaved change, so nothing differs.</ng-container>
            } @else {
              <ng-container i18n>Nothing fits.</ng-container>
            }
            <button i18n class="btn-word" (click)="go({ page: null, find: null, diff: null, sel: null, region: null })">Show all</button>
          </p>
        } @else {
          <almanac-reach-grid
            [answer]="answer"
            [rows]="rows()"
            [columns]="columns()"
            (asked)="asked.set($event)"
            (columnChosen)="go({ sel: $event === sel() ? null : $event })"
          />
        }
      } @else {
        <p i18n class="quiet">Being computed…</p>
      }
      <aside aria-label="One placement" i18n-aria-label tabindex="0">
        @if (question(); as question) {
          <almanac-why-panel [question]="question" [mayChange]="mayPlace" (closed)="asked.set(null)" (wanted)="apply($event)" />
        } @else {
          <h2 i18n>Over its life</h2>
          <ul>
            @for (column of lives(); track column.id) {
              <li>
                <b>{{ column.title }}</b><span class="quiet">, {{ column.target | midSentence }}</span>
                <span class="life"
                  >{{ column.life }}
                  @if (column.gained > 0) {
                    <ng-container i18n>· gains {{ column.gained }}</ng-container>
                  }
                  @if (column.lost > 0) {
                    <ng-container i18n>· loses {{ column.lost }}</ng-container>
                  }
                </span>
              </li>
            }
          </ul>
          <p i18n class="form-help">Choose a cell to see why. Arrow keys move, Enter asks.</p>
        }
      </aside>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr);
      height: 100%;
      padding: 10px 20px 14px;
    }
    .head {
      display: flex;
      gap: 14px;
      align-items: center;
      flex-wrap: wrap;
    }
    h1 {
      margin: 0;
    }
    .vantage {
      margin: 0;
      font-size: 14.5px;
      color: var(--ink-2);
    }
    .when.time {
      color: var(--ember);
    }
    .tools {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 6px 0;
      flex-wrap: wrap;
    }
    .tools .form-control {
      width: 150px;
    }
    .key {
      font-size: 12px;
      color: var(--ink-2);
      white-space: nowrap;
    }
    .key .s {
      color: var(--tide);
    }
    .key .g {
      color: var(--leaf);
    }
    .key .l,
    .key .t {
      color: var(--ember);
    }
    .key b {
      margin-left: 6px;
    }
    .body {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 360px;
      gap: 12px;
      min-height: 0;
    }
    .none {
      align-self: start;
    }
    aside {
      background: var(--sheet);
      border: 1px solid var(--hair);
      overflow: auto;
      min-height: 0;
    }
    aside > h2,
    aside > ul,
    aside > .form-help {
      margin: 10px 14px 4px;
    }
    ul {
      list-style: none;
      padding: 0;
    }
    li {
      border-bottom: 1px solid #ece6d9;
      padding: 3px 0;
    }
    .life {
      display: block;
      font-size: 12px;
    }
    .form-check-input {
      margin: 0;
    }
  `,
})
export class ReachWorkspace {
  protected readonly textIn = textIn;
  protected readonly reach = inject(ReachService);
  protected readonly working = inject(WorkingChangesService);
  readonly #session = inject(SessionService);
  readonly #router = inject(Router);
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly site = this.#session.site;
  protected readonly mayPlace = this.#session.mayWrite('placement');
  readonly region = input<string>();
  readonly as = input<string>();
  readonly in = input<string>();
  readonly at = input<string>();
  readonly page = input<string>();
  readonly find = input<string>();
  readonly diff = input<string>();
  readonly sel = input<string>();
  protected readonly targets = [...this.site.theme.regions, ...this.site.theme.insertionPoints];
  protected readonly readers = readerChoices(this.site);
  protected readonly asked = signal<ReachCell | null>(null);
  protected readonly vantage = computed(() => vantageOf({ as: this.as(), in: this.in(), at: this.at() }, this.site.zone));
  protected readonly local = computed(() => localTimeAt(this.vantage().moment ?? this.site.now, this.site.zone));
  readonly #changes = computed(() => unsaved(this.working.changes()));
  protected readonly rows = computed(() => {
    const answer = this.reach.answer();
    if (!answer) return [];
    const text = (this.page() ?? '').toLowerCase();
    const differing = new Set(answer.differingPages);
    return answer.pages.flatMap((page, position) =>
      (text === '' || page.title.toLowerCase().includes(text) || page.path.includes(text)) &&
      (this.diff() !== '1' || differing.has(position))
        ? [position]
        : [],
    );
  });
  protected readonly columns = computed(() => {
    const answer = this.reach.answer();
    if (!answer) return [];
    const text = (this.find() ?? '').toLowerCase();
    return answer.columns.flatMap((column, position) =>
      (text === '' || column.title.toLowerCase().includes(text)) &&
      (!this.sel() || column.id === this.sel()) &&
      (this.diff() !== '1' || column.gained + column.lost > 0)
        ? [position]
        : [],
    );
  });
  protected readonly lives = computed(() =>
    this.columns()
      .slice(0, 200)
      .map(position => this.reach.answer()!.columns[position]!),
  );
  protected readonly summary = computed(() => {
    const answer = this.reach.answer();
    if (!answer) return '';
    const gained = answer.columns.reduce((sum, column) => sum + column.gained, 0);
    const lost = answer.columns.reduce((sum, column) => sum + column.lost, 0);
    const changes = gained + lost === 0 ? '' : $localize` With your unsaved changes ${gained} gained, ${lost} lost.`;
    return $localize`${this.columns().length} placements on ${this.rows().length} pages.${changes}`;
  });
  protected readonly question = computed((): WhyQuestion | null => {
    const cell = this.asked();
    if (!cell) return null;
    const { signedIn, roles, memberships } = readerOf(this.vantage().as);
    const page = cell.page.id;
    const { moment, locale } = this.vantage();
    return {
      placementId: cell.column.id,
      vantage: {
        page: page as WhyQuestion['vantage']['page'],
        reader: { signedIn, roles: [...roles], memberships: [...memberships] },
        moment,
        locale: locale || null,
      },
      changes: this.#changes(),
    };
  });

  constructor() {
    const asked = computed(() => {
      const { as, locale, moment } = this.vantage();
      const question = { moment, locale: locale || null, changes: this.#changes() };
      return [question, { reader: readerOf(as), target: this.region() ?? '', placements: [] }] as const;
    });
    toObservable(asked)
      .pipe(takeUntilDestroyed())
      .subscribe(([question, sight]) => this.reach.see(question, sight));
  }

  protected go(queryParams: Record<string, string | null>): void {
    if (
      'at' in queryParams &&
      queryParams['at'] &&
      !Number.isFinite(instantOf({ local: queryParams['at'].slice(0, 16), zone: this.site.zone }))
    )
      return;
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected apply(remedy: WhyRemedy): void {
    this.working.make([changeOfRemedy(remedy)]);
    this.#messages.done($localize`Done, and not saved yet. The grid shows what it changes.`, {
      label: $localize`Look at it in Arrange`,
      link: ['/arrange'],
      query: { sel: remedy.why.placementId },
    });
  }

  /** Hands over the whole table, as it is filtered by region and placement, for a spreadsheet. */
  protected save(): void {
    const { signedIn, roles, memberships } = readerOf(this.vantage().as);
    const { moment, locale } = this.vantage();
    this.#api
      .reachCsv({
        reader: { signedIn, roles: [...roles], memberships: [...memberships] },
        moment,
        locale: locale || null,
        target: this.region() ?? '',
        placements: this.sel() ? [this.sel()!] : [],
        changes: this.#changes(),
      })
      .subscribe({
        next: csv => saveTable('reach.csv', csv),
        error: (error: unknown) => this.#messages.problem(error),
      });
  }
}
