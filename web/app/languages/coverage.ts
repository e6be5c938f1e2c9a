import { told } from '@core/tongue/say';
import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { CoverageCell, CoverageTable } from '@contract/languages';
import { ApiClient } from '../api/api-client';
import { FilterBar, type FilterField } from '../shared/filter-bar';
import { filterChoices } from '../shared/filter-choices';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { coverageKinds, isUnfinished } from './coverage-kinds';

const day = 86_400_000;

/** Every page, block, menu and file against every locale: what has words of its own, follows, is behind, is left out or waits. */
@Component({
  selector: 'almanac-coverage',
  imports: [ScrollingModule, RouterLink, FilterBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1 i18n>Languages</h1>
        <p i18n class="quiet">{{ shown().length }} of {{ rows().length }} {{ kindLabel() }}.</p>
      </div>
      <almanac-filter-bar class="grow" list="languages" [fields]="fields()" />
      <a i18n class="btn btn-plain" routerLink="/languages/out-and-in" [queryParams]="{ locale: locale(), section: section() }"
        >Out and in</a
      >
      @if (next(); as next) {
        <a i18n class="btn btn-primary" [routerLink]="['/languages', next.tag, next.id]">Next unfinished</a>
      }
    </div>
    <div class="legend small" aria-hidden="true">
      <span i18n><i class="mark own"></i> own words</span>
      <span i18n><i class="mark part"></i> some own words</span>
      <span i18n><i class="mark behind"></i> behind</span>
      <span i18n><i class="mark follows"></i> follows</span>
      <span i18n><i class="mark out"></i> left out</span>
      <span i18n>… waits for a decision or its date</span>
    </div>
    <div
      class="panel table"
      role="table"
      ariaLabel="How far {{ kindLabel() }} are written"
      i18n-ariaLabel
      [style.--columns]="columns().length"
    >
      <div class="line heads" role="row">
        <span role="columnheader">{{ kindLabel() }}</span>
        @for (column of columns(); track column.tag) {
          <span role="columnheader" class="locale" [title]="column.tag">
            <b>{{ column.name }}</b>
            <span class="quiet small">{{ column.summary }}</span>
          </span>
        }
      </div>
      <cdk-virtual-scroll-viewport itemSize="34" class="rows" role="rowgroup">
        <div *cdkVirtualFor="let row of shown(); trackBy: byId; templateCacheSize: 0; let at = index" class="line" role="row">
          <span role="rowheader" class="title" [style.padding-inline-start.px]="12 + row.depth * 12" [title]="row.path">{{
            row.title
          }}</span>
          @for (column of columns(); track column.tag; let nth = $index) {
            <span role="cell">
              @if (row.cells[column.at]![0] === 'b') {
                <span i18n class="began small quiet">began here</span>
              } @else {
                <a
                  class="cell"
                  [attr.data-cell]="at + ',' + nth"
                  [tabindex]="at === focus().row && nth === focus().column ? 0 : -1"
                  [routerLink]="['/languages', column.tag, row.id]"
                  [attr.aria-label]="row.title + ', ' + column.name + ': ' + wordsOf(row.cells[column.at]!)"
                  (keydown)="walk($event, at, nth)"
                  (focus)="focus.set({ row: at, column: nth })"
                >
                  <i class="mark {{ markOf(row.cells[column.at]!) }}"></i>
                  <span>{{ countOf(row.cells[column.at]!) }}</span>
                </a>
              }
            </span>
          }
        </div>
      </cdk-virtual-scroll-viewport>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr);
      height: 100%;
      padding: 14px 20px;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 16px;
      padding-bottom: 8px;
    }
    p {
      margin: 0;
    }
    .legend {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      padding-bottom: 6px;
      color: var(--ink-2);
    }
    .table {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      min-height: 0;
      overflow: hidden;
    }
    .rows {
      height: 100%;
    }
    .line {
      display: grid;
      grid-template-columns: minmax(180px, 1.6fr) repeat(var(--columns), minmax(96px, 1fr));
      align-items: center;
      height: 34px;
      border-bottom: 1px solid #ece6d9;
    }
    .heads {
      height: auto;
      padding: 6px 0;
      align-items: end;
      border-bottom: 1px solid var(--hair);
      /* As wide as the rows beneath, whose list has a bar to scroll by. */
      scrollbar-gutter: stable;
      overflow-y: auto;
    }
    .heads > :first-child {
      padding-inline-start: 12px;
    }
    .locale {
      display: grid;
      line-height: 1.25;
    }
    .title {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .cell {
      display: inline-flex;
      align-items: center;
      gap: 7px;
      min-height: 28px;
      min-width: 60px;
      padding: 0 6px 0 0;
      color: var(--ink);
      text-decoration: none;
      font-variant-numeric: tabular-nums;
    }
    .cell:hover {
      background: var(--tide-wash);
    }
    .mark {
      display: inline-block;
      width: 12px;
      height: 12px;
      border: 1.5px solid var(--ink-2);
      border-radius: 2px;
      vertical-align: -1px;
    }
    .own {
      background: var(--tide);
      border-color: var(--tide);
    }
    .part {
      background: linear-gradient(to top, var(--tide) 50%, transparent 50%);
      border-color: var(--tide);
    }
    .behind {
      border-color: var(--ember);
      background: repeating-linear-gradient(45deg, var(--ember) 0 2px, transparent 2px 4.5px);
    }
    .follows {
      border-style: dotted;
    }
    .out {
      border-color: transparent;
      background: linear-gradient(var(--ink-2), var(--ink-2)) center / 12px 1.5px no-repeat;
    }
  `,
})
export class CoverageWorkspace {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly #pages = inject(PagesService).pages;
  readonly kind = input<string>();
  readonly locale = input<string>();
  readonly find = input<string>();
  readonly section = input<string>();
  readonly type = input<string>();
  readonly by = input<string>();
  readonly state = input<string>();
  readonly age = input<string>();
  protected readonly table = signal<CoverageTable>({ locales: [], rows: [] });
  protected readonly rows = computed(() => this.table().rows);
  protected readonly focus = signal({ row: 0, column: 0 });
  protected readonly kindLabel = computed(() => coverageKinds.find(each => each.value === (this.kind() || 'page'))?.label ?? 'records');

  constructor() {
    effect(() => {
      const kind = this.kind() || 'page';
      this.#api.readCoverage(kind).subscribe({
        next: table => this.table.set(table),
        error: (error: unknown) => this.#messages.problem(error),
      });
    });
  }

  /** The locales that are looked at: those that this person writes stand first. */
  protected readonly columns = computed(() => {
    const wanted = this.locale();
    const mine = new Set(this.#session.grants.flatMap(each => each.locales));
    return this.table()
      .locales.map((tag, at) => ({ tag, at, name: this.#session.locale(tag)?.name ?? tag, summary: summaryOf(this.shown(), at) }))
      .filter(each => !wanted || each.tag === wanted)
      .filter(each => this.rows().some(row => row.cells[each.at]![0] !== 'b'))
      .sort((a, b) => Number(mine.has(b.tag)) - Number(mine.has(a.tag)));
  });

  protected readonly fields = computed((): readonly FilterField[] => {
    const sections = this.#pages().filter(page => page.depth === 1);
    return [
      { name: 'find', label: $localize`Title` },
      { name: 'kind', label: $localize`Kind`, choices: coverageKinds.slice(1) },
      {
        name: 'locale',
        label: $localize`Locale`,
        choices: this.table().locales.map(tag => ({ value: tag, label: this.#session.locale(tag)?.name ?? tag })),
      },
      {
        name: 'state',
        label: $localize`State`,
        choices: [
          { value: 'unfinished', label: $localize`unfinished` },
          { value: 'behind', label: $localize`behind` },
          { value: 'waits', label: $localize`waits` },
          { value: 'out', label: $localize`left out` },
        ],
      },
      ...((this.kind() || 'page') === 'page'
        ? [{ name: 'section', label: $localize`Section`, choices: sections.map(page => ({ value: page.id, label: page.title })) }]
        : []),
      {
        name: 'type',
        label: $localize`Type`,
        choices: filterChoices(
          this.rows().map(row => row.type),
          told,
        ),
      },
      { name: 'by', label: $localize`Changed by`, choices: filterChoices(this.rows().map(row => row.changedBy)) },
      {
        name: 'age',
        label: $localize`Changed`,
        choices: [
          { value: '7', label: $localize`within a week` },
          { value: '31', label: $localize`within a month` },
          { value: '365', label: $localize`within a year` },
        ],
      },
    ];
  });

  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    const wanted = this.locale();
    const looked = this.table().locales.flatMap((tag, at) => (!wanted || tag === wanted ? [at] : []));
    const since = this.age() ? this.#session.site.now - Number(this.age()) * day : -Infinity;
    return this.rows().filter(
      row =>
        (text === '' || row.title.toLowerCase().includes(text)) &&
        (!this.section() || row.section === this.section()) &&
        (!this.type() || row.type === this.type()) &&
        (!this.by() || row.changedBy === this.by()) &&
        row.changedAt >= since &&
        (!this.state() || looked.some(at => isIn(this.state()!, row.cells[at]!))),
    );
  });

  /** The first thing left to do in a locale that this person writes. */
  protected readonly next = computed(() => {
    const mine = this.#session.grants.flatMap(each => each.locales);
    for (const { tag, at } of this.columns()) {
      if (mine.length > 0 && !mine.includes(tag)) continue;
      const row = this.shown().find(each => isIn('unfinished', each.cells[at]!));
      if (row) return { tag, id: row.id };
    }
    return null;
  });

  protected readonly byId = (_at: number, row: CoverageTable['rows'][number]): string => row.id;

  protected markOf([state, own, , behind]: CoverageCell): string {
    if (state === 'x') return 'out';
    return behind > 0 ? 'behind' : own === 0 ? 'follows' : state === 'o' ? 'own' : 'part';
  }

  protected countOf([state, own, of, behind, isWaiting]: CoverageCell): string {
    const count =
      state === 'x' ? '' : behind > 0 ? $localize`${behind} behind` : own === 0 ? '' : state === 'o' ? '' : $localize`${own} of ${of}`;
    return `${count}${isWaiting ? ' …' : ''}`;
  }

  protected wordsOf([state, own, of, behind, isWaiting]: CoverageCell): string {
    const said =
      state === 'x'
        ? $localize`left out`
        : own === 0
          ? $localize`follows`
          : behind > 0
            ? $localize`${own} of ${of} with own words, ${behind} behind`
            : $localize`${own} of ${of} with own words`;
    return isWaiting ? $localize`${said}, something waits` : said;
  }

  /** Arrows go from cell to cell, as in any table that is one stop for the Tab key. @see WAI-ARIA, grid */
  protected walk(event: KeyboardEvent, row: number, column: number): void {
    const by = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    const target = document.querySelector<HTMLElement>(`[data-cell="${row + by[0]!},${column + by[1]!}"]`);
    target?.focus();
  }
}

function isIn(state: string, cell: CoverageCell): boolean {
  const [letter, , , behind, isWaiting] = cell;
  if (letter === 'b') return false;
  if (state === 'behind') return behind > 0;
  if (state === 'waits') return isWaiting;
  if (state === 'out') return letter === 'x';
  return isUnfinished(cell);
}

// "31 of 60, 2 behind"
function summaryOf(rows: CoverageTable['rows'], at: number): string {
  const cells = rows.map(row => row.cells[at]!).filter(([letter]) => letter !== 'b' && letter !== 'x');
  const done = cells.filter(([letter]) => letter === 'o').length;
  const behind = cells.filter(([, , , count]) => count > 0).length;
  return behind > 0 ? $localize`${done} of ${cells.length}, ${behind} behind` : $localize`${done} of ${cells.length}`;
}
