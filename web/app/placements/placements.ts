import { listOf, quoted } from '@core/format/moment';
import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlacementRow } from '@contract/assembling';
import type { PlacementValue } from '@core/placement/placement';
import { testsOf } from '@core/rule/rule';
import { midSentence, told, word } from '@core/tongue/say';
import { ApiClient } from '../api/api-client';
import { FilterBar, type FilterField } from '../shared/filter-bar';
import { filterChoices } from '../shared/filter-choices';
import { PhaseMark, type PhaseStatus } from '../shared/phase-mark';
import { SendService } from '../shared/send.service';
import { TickAll } from '../shared/tick-all';
import { Ticks } from '../shared/ticks';
import { ToldPipe } from '../shared/told.pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import { Toolbar } from '../shared/toolbar';
import { beingWritten, LiveService } from '../state/live.service';
import { WritersChip } from '../writing/writers-chip';

/** Every placement of the site, filtered, and acted on many at once. */
@Component({
  selector: 'almanac-placements',
  imports: [WritersChip, ToldPipe, ScrollingModule, RouterLink, FilterBar, PhaseMark, Toolbar, TickAll],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>Placements</h1>
      <p i18n class="quiet">{{ shown().length }} of {{ placements().length }}</p>
      <almanac-filter-bar list="placements" [fields]="fields()" />
    </div>
    <div class="acts" role="toolbar" aria-label="With the chosen ones" i18n-aria-label>
      <almanac-tick-all [ticks]="ticks" />
      @if (ticks.chosen().size > 0 && mayPlace) {
        @if (status() === 'retired') {
          <button i18n class="btn btn-plain" (click)="act({ off: false }, 'put back')">Put back</button>
        }
        <button i18n class="btn btn-plain" (click)="act({ off: false }, 'switched on')">Switch on</button>
        <button i18n class="btn btn-plain" (click)="act({ off: true }, 'switched off')">Switch off</button>
        <select class="form-select" aria-label="Move to" i18n-aria-label (change)="moveTo($any($event.target))">
          <option i18n value="">Move to…</option>
          @for (each of targets; track each.name) {
            <option [value]="each.name">{{ each.label }}</option>
          }
        </select>
        <select class="form-select" aria-label="Follow a shared rule" i18n-aria-label (change)="follow($any($event.target))">
          <option i18n value="">Follow a shared rule…</option>
          @for (each of shared.rules(); track each.id) {
            <option [value]="each.id">{{ each.title }}</option>
          }
        </select>
        <button i18n class="btn btn-plain danger" (click)="takeOff()">Take off</button>
      }
      <span class="grow"></span>
      @if (working.state().earlier.length > 0) {
        <button i18n class="btn btn-plain" (click)="working.undo()">Undo</button>
      }
      @if (working.changes().length > 0) {
        <button i18n class="btn btn-primary" (click)="send()">
          Save {working.changes().length, plural, =1 {1 change} other {{{ working.changes().length }} changes}}…
        </button>
      }
    </div>
    <div class="titles" aria-hidden="true">
      <span></span><span></span><span i18n>Block</span><span i18n>Region</span><span i18n>Where</span><span i18n>To whom</span
      ><span i18n>When</span><span i18n class="count">Pages</span>
    </div>
    <cdk-virtual-scroll-viewport itemSize="34" class="rows panel" tabindex="0" role="list" aria-label="Placements" i18n-aria-label>
      <div
        *cdkVirtualFor="let row of shown(); trackBy: byId; templateCacheSize: 0"
        role="listitem"
        class="line"
        [class.off]="row.off"
        [class.on]="ticks.chosen().has(row.id)"
      >
        <input
          type="checkbox"
          class="form-check-input"
          ariaLabel="Choose {{ row.title }}, {{ row.targetLabel }}"
          i18n-ariaLabel
          [checked]="ticks.chosen().has(row.id)"
          (change)="ticks.toggle(row.id)"
        />
        <almanac-phase [status]="markOf(row)" [title]="markOf(row)" />
        <span class="cut"
          ><a routerLink="/arrange" [queryParams]="{ page: row.pageId, sel: row.id }">{{ row.title }}</a>
          @if (changedIds().has(row.id)) {
            <span i18n class="chip ochre">unsaved</span>
          } @else if (row.waiting) {
            <span class="chip ochre">
              @if (row.waiting === 'draft') {
                <ng-container i18n>draft waiting</ng-container>
              } @else {
                <ng-container i18n>in review</ng-container>
              }
            </span>
          }
          <almanac-writers [of]="[row.id, row.blockId]" />
          @if (row.off) {
            <span i18n class="chip">off</span>
          } @else if (row.status === 'live' && row.time !== 'open') {
            <span class="chip">{{ row.time | told }}</span>
          }
        </span>
        <span class="cut">{{ row.targetLabel }}</span>
        <span class="cut" [title]="row.where"
          >{{ row.where }}
          @if (row.follows.length > 0) {
            <ng-container i18n>(by {{ namesOf(row.follows) }})</ng-container>
          }
        </span>
        <span class="cut" [title]="row.who">{{ row.who }}</span>
        <span class="cut" [title]="row.when">{{ row.when }}</span>
        <span class="count">{{ row.pageCount }}</span>
      </div>
    </cdk-virtual-scroll-viewport>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto auto minmax(0, 1fr);
      height: 100%;
      padding: 12px 20px 14px;
    }
    .head {
      display: grid;
      grid-template-columns: auto auto minmax(0, 1fr);
      gap: 4px 14px;
      align-items: baseline;
    }
    .head p,
    h1 {
      margin: 0;
    }
    .acts {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 42px;
      flex-wrap: wrap;
    }
    .acts .form-select {
      width: auto;
      max-width: 190px;
    }
    .titles,
    .line {
      display: grid;
      grid-template-columns:
        18px 18px minmax(150px, 1.3fr) minmax(100px, 0.8fr) minmax(150px, 1.5fr) minmax(90px, 0.8fr) minmax(110px, 1fr)
        46px;
      gap: 10px;
      align-items: center;
      padding: 0 12px;
    }
    .titles {
      font-size: 12px;
      color: var(--ink-2);
      height: 22px;
    }
    .rows {
      height: 100%;
    }
    .line {
      height: 34px;
      border-bottom: 1px solid #ece6d9;
    }
    .line.on {
      background: var(--tide-wash);
    }
    .off .cut {
      color: var(--ink-2);
    }
    .cut {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .cut .chip {
      margin-left: 6px;
    }
    /* In a narrow window what it is, where and on how many pages; the rest is a tap away. */
    @media (max-width: 900px) {
      .head {
        grid-template-columns: minmax(0, 1fr);
      }
      .titles,
      .line {
        grid-template-columns: 18px 18px minmax(0, 1.4fr) minmax(0, 1fr) 42px;
      }
      .titles span:nth-child(n + 5):not(.count),
      .line span:nth-of-type(n + 3):not(.count) {
        display: none;
      }
    }
    .count {
      text-align: end;
    }
    .form-check-input {
      margin: 0;
    }
  `,
})
export class PlacementsWorkspace {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #sending = inject(SendService);
  protected readonly working = inject(WorkingChangesService);
  protected readonly shared = inject(SharedRulesService);
  protected readonly mayPlace = this.#session.mayWrite('placement');
  protected readonly targets = [...this.#session.site.theme.regions, ...this.#session.site.theme.insertionPoints];
  readonly find = input<string>();
  readonly region = input<string>();
  readonly status = input<string>();
  readonly type = input<string>();
  readonly readers = input<string>();
  readonly by = input<string>();
  readonly locale = input<string>();
  readonly switch = input<string>();
  protected readonly placements = signal<readonly PlacementRow[]>([]);
  protected readonly changedIds = computed(() => new Set(this.working.changes().map(change => change.recordId)));
  protected readonly fields = computed((): readonly FilterField[] => {
    return [
      { name: 'find', label: $localize`Title or where` },
      {
        name: 'region',
        label: $localize`Region`,
        choices: this.targets.map(each => ({ value: each.name, label: midSentence(each.label) })),
      },
      {
        name: 'status',
        label: $localize`Status`,
        choices: filterChoices(
          ['live', 'over', word`not yet`, 'scheduled', 'draft', 'in review', 'expired', 'retired', beingWritten],
          told,
        ),
      },
      {
        name: 'type',
        label: $localize`Type`,
        choices: this.#session.site.blockTypes.map(each => ({ value: each.name, label: midSentence(each.label) })),
      },
      { name: 'readers', label: $localize`Readers`, choices: filterChoices(this.placements().map(each => each.who)) },
      {
        name: 'locale',
        label: $localize`Locale`,
        choices: this.#session.site.locales.map(each => ({ value: each.tag, label: each.name })),
      },
      { name: 'by', label: $localize`Changed by`, choices: filterChoices(this.placements().map(each => each.changedBy)) },
      { name: 'switch', label: $localize`Switch`, choices: filterChoices([word`on`, 'off'], told) },
    ];
  });
  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    return this.placements().filter(
      row =>
        (text === '' || `${row.title} ${row.where} ${row.follows.join(' ')}`.toLowerCase().includes(text)) &&
        (!this.region() || row.target.name === this.region()) &&
        this.#isAt(row) &&
        (!this.type() || row.blockType === this.type()) &&
        (!this.readers() || row.who === this.readers()) &&
        (!this.locale() || isForLocale(row, this.locale()!)) &&
        (!this.by() || row.changedBy === this.by()) &&
        (!this.switch() || row.off === (this.switch() === 'off')),
    );
  });
  readonly #live = inject(LiveService);
  protected readonly ticks = new Ticks(computed(() => this.shown().map(row => row.id)));

  constructor() {
    this.#load();
  }

  /** What shared rules are called, as a list. */
  protected namesOf(rules: readonly string[]): string {
    return listOf(rules.map(quoted));
  }

  #isAt(row: PlacementRow): boolean {
    if (this.status() === beingWritten) return this.#live.writersOf(row.id, row.blockId) !== null;
    return this.status() ? this.markOf(row) === this.status() : row.status !== 'retired';
  }

  /** What readers have: live is only what its rule lets show now. */
  protected markOf({ status, time }: PlacementRow): PhaseStatus {
    return status === 'live' && time !== 'open' ? time : status;
  }

  protected readonly byId = (_index: number, row: PlacementRow): string => row.id;

  /** Changes all that are chosen in one step, which can be undone in one. */
  protected act(part: Partial<PlacementValue>, did: string): void {
    this.#make(row => ({ value: { ...this.#valueOf(row), ...part }, did, retires: false }));
  }

  protected moveTo(select: HTMLSelectElement): void {
    const name = select.value;
    select.value = '';
    const target = this.targets.find(each => each.name === name);
    if (!target) return;
    const kind = this.#session.site.theme.regions.some(each => each.name === name) ? 'region' : 'insertion point';
    this.act({ target: { kind, name } }, $localize`moved to ${midSentence(target.label)}`);
  }

  protected follow(select: HTMLSelectElement): void {
    const id = select.value;
    select.value = '';
    if (id === '') return;
    this.#make(row => {
      const value = this.#valueOf(row);
      const follows = value.rule.follows.includes(id) ? value.rule.follows : [...value.rule.follows, id];
      return { value: { ...value, rule: { ...value.rule, follows } }, did: $localize`follows a shared rule`, retires: false };
    });
  }

  protected takeOff(): void {
    this.#make(() => ({ value: null, did: $localize`taken off`, retires: true }));
  }

  protected async send(): Promise<void> {
    if (!(await this.#sending.send())) return;
    this.ticks.clear();
    this.#load();
  }

  #make(change: (row: PlacementRow) => Pick<WorkingChange, 'value' | 'did' | 'retires'>): void {
    this.working.make(
      this.placements()
        .filter(row => this.ticks.chosen().has(row.id))
        .map(row => ({ recordId: row.id, kind: 'placement', baseRevisionId: row.revisionId, title: row.title, ...change(row) })),
    );
  }

  // What was changed before and is not saved yet is changed further.
  #valueOf(row: PlacementRow): PlacementValue {
    const change = this.working.changes().find(each => each.recordId === row.id && !each.retires);
    return (change?.value as PlacementValue | undefined) ?? row.value;
  }

  #load(): void {
    this.#api
      .listPlacements()
      .subscribe({ next: placements => this.placements.set(placements), error: (error: unknown) => this.#messages.problem(error) });
  }
}

// A rule that asks for no locale is for all of them.
function isForLocale({ value }: PlacementRow, locale: string): boolean {
  const asked = testsOf(value.rule.where).flatMap(test => (test.test === 'locale' ? [test.locale] : []));
  return asked.length === 0 || asked.includes(locale);
}
