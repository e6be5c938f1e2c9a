import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { BlockRow } from '@contract/messages';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { mayWrite } from '@core/rights/grants';
import { midSentence, told } from '@core/tongue/say';
import { openCopies } from '../arrange/copies-dialog';
import { FilterBar, type FilterField } from '../shared/filter-bar';
import { filterChoices } from '../shared/filter-choices';
import { takingOff } from '../shared/record-changes';
import { SendService } from '../shared/send.service';
import { TickAll } from '../shared/tick-all';
import { Ticks } from '../shared/ticks';
import { PagesService } from '../state/pages.service';
import { WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import { ApiClient } from '../api/api-client';
import { PhaseMark } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { beingWritten, LiveService } from '../state/live.service';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { Toolbar } from '../shared/toolbar';
import { WritersChip } from '../writing/writers-chip';

/** The stock: every block, what it says, and where it is used. */
@Component({
  selector: 'almanac-blocks',
  imports: [WritersChip, ScrollingModule, RouterLink, FilterBar, PhaseMark, WhenPipe, Toolbar, TickAll],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1 i18n>Blocks</h1>
        <p i18n class="quiet">{{ shown().length }} of {{ blocks().length }} in the stock.</p>
      </div>
      <almanac-filter-bar class="grow" list="blocks" [fields]="fields()" />
      @if (mayWrite) {
        <a i18n class="btn btn-plain" routerLink="/blocks/new" [queryParams]="{ ofType: type() }">Write a block</a>
      }
    </div>
    <div class="many" role="toolbar" aria-label="With the chosen ones" i18n-aria-label>
      <almanac-tick-all [ticks]="ticks" />
      @if (ticks.chosen().size > 0 && mayPlace) {
        <button i18n class="btn btn-plain" (click)="copies()">Copies, each in its place…</button>
        <button i18n class="btn btn-plain danger" (click)="takeOut()">Take out of the stock…</button>
      }
    </div>
    <div class="split">
      <cdk-virtual-scroll-viewport itemSize="58" class="rows panel" tabindex="0" role="list" aria-label="The stock" i18n-aria-label>
        <div
          *cdkVirtualFor="let block of shown(); trackBy: byId; templateCacheSize: 0"
          role="listitem"
          class="line"
          [class.on]="block.id === chosen()?.id"
        >
          <input
            type="checkbox"
            class="form-check-input tick"
            ariaLabel="Choose {{ block.title }}"
            i18n-ariaLabel
            [checked]="ticks.chosen().has(block.id)"
            (change)="ticks.toggle(block.id)"
          />
          <button class="open" (click)="filter({ sel: block.id })" [attr.aria-pressed]="block.id === chosen()?.id">
            <almanac-phase [status]="block.status" />
            <span class="words"
              ><span class="title"
                >{{ block.title }}
                @if (block.waiting && block.status !== block.waiting) {
                  <span class="chip ochre">
                    @if (block.waiting === 'draft') {
                      <ng-container i18n>draft waiting</ng-container>
                    } @else {
                      <ng-container i18n>in review</ng-container>
                    }
                  </span>
                }
                <almanac-writers [of]="[block.id]" /></span
              ><span class="excerpt quiet">
                @if (block.excerpt) {
                  {{ block.excerpt }}
                } @else {
                  <ng-container i18n>made from the page tree</ng-container>
                }
              </span></span
            >
            <span class="quiet type">{{ block.typeLabel }}</span>
            <span i18n class="count">{block.pages.length, plural, =1 {1 page} other {{{ block.pages.length }} pages}}</span>
          </button>
        </div>
      </cdk-virtual-scroll-viewport>
      <aside class="panel" aria-label="The chosen one" i18n-aria-label tabindex="-1">
        @if (chosen(); as block) {
          <h2>{{ block.title }}</h2>
          <p i18n class="quiet">{{ block.typeLabel }} · last changed {{ block.changedAt | when: 'short' }} by {{ block.changedBy }}</p>
          @if (block.excerpt) {
            <p class="title-face says">{{ block.excerpt }}</p>
          }
          <div class="acts">
            <a i18n class="btn btn-plain" [routerLink]="['/blocks', block.id]">{block.pages.length, plural,
              =0 {Edit words}
              =1 {Edit words}
              other {Edit words: changes {{ block.pages.length }} pages}
            }</a>
            @if (mayWrite) {
              <a i18n class="btn btn-plain" routerLink="/blocks/new" [queryParams]="{ like: block.id }">Write one like it</a>
            }
            @if (mayPlace && block.status === 'live') {
              <a i18n class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: block.pages[0]?.id, again: block.id }"
                >Show it in one more place</a
              >
              <a i18n class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: block.pages[0]?.id, copy: block.id }"
                >Make a separate copy</a
              >
            }
          </div>
          <h3 i18n class="where">
            Shows on {block.pages.length, plural, =1 {1 page} other {{{ block.pages.length }} pages}}, by
            {block.placementCount, plural, =1 {1 placement} other {{{ block.placementCount }} placements}}
            {block.insetCount, plural, =0 {} =1 {and inside 1 text} other {and inside {{ block.insetCount }} texts}}
          </h3>
          @if (block.readers) {
            <p i18n class="notice-line">Only for {{ block.readers }}, whoever may read the page.</p>
          }
          <ul>
            @for (page of block.pages; track page.id) {
              <li>
                <a routerLink="/arrange" [queryParams]="{ page: page.id }">{{ page.title }}</a>
                <span class="code quiet">{{ page.path }}</span>
              </li>
            } @empty {
              <li i18n class="quiet">It is placed on no page.</li>
            }
          </ul>
        } @else {
          <p i18n class="quiet">Choose one to see what it says and where it is used.</p>
        }
      </aside>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr);
      height: 100%;
      padding: 14px 20px 14px;
    }
    .head {
      display: flex;
      align-items: center;
      gap: 16px;
      padding-bottom: 10px;
      flex-wrap: wrap;
    }
    p {
      margin: 0 0 4px;
    }
    .head p {
      margin: 0;
    }
    .search {
      width: 200px;
    }
    .form-select {
      width: auto;
    }
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 400px;
      gap: 16px;
      min-height: 0;
    }
    .rows {
      height: 100%;
    }
    .line {
      height: 58px;
      border-bottom: 1px solid #ece6d9;
    }
    .line.on {
      background: var(--tide-wash);
    }
    .line {
      display: flex;
      align-items: center;
    }
    .tick {
      flex: none;
      margin: 0 8px 0 12px;
    }
    .many {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 34px;
      padding-bottom: 6px;
    }
    .open {
      display: grid;
      grid-template-columns: 18px minmax(0, 1fr) 130px 70px;
      gap: 10px;
      align-items: center;
      width: 100%;
      height: 57px;
      padding: 0 14px;
      border: 0;
      background: none;
      text-align: start;
      font: inherit;
      color: var(--ink);
    }
    .open:hover {
      background: #f8f5ec;
    }
    .on .open {
      background: none;
    }
    .words {
      min-width: 0;
      display: grid;
    }
    .title {
      font-weight: 600;
    }
    .title,
    .excerpt {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .excerpt {
      font-size: 12px;
    }
    .count {
      text-align: end;
    }
    aside {
      padding: 14px 18px;
      overflow: auto;
    }
    .says {
      border-left: 3px solid var(--hair);
      padding-left: 10px;
      margin: 8px 0;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin: 10px 0;
    }
    .where {
      margin: 14px 0 2px;
      border-bottom: 1px solid var(--hair);
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 3px 0;
      display: flex;
      gap: 12px;
      justify-content: space-between;
      white-space: nowrap;
    }
    li .code {
      overflow: hidden;
      text-overflow: ellipsis;
    }
    @media (max-width: 900px) {
      :host {
        height: auto;
      }
      .head {
        flex-direction: column;
        align-items: flex-start;
      }
      .split {
        grid-template-columns: minmax(0, 1fr);
      }
      .rows {
        height: 48vh;
      }
      .open {
        grid-template-columns: 18px minmax(0, 1fr) 64px;
      }
      .type {
        display: none;
      }
    }
  `,
})
export class BlocksWorkspace {
  readonly #router = inject(Router);
  readonly #api = inject(ApiClient);
  readonly #modal = inject(NgbModal);
  readonly #sending = inject(SendService);
  readonly #pages = inject(PagesService);
  readonly #working = inject(WorkingChangesService);
  readonly #messages = inject(MessageService);
  protected readonly live = inject(LiveService);
  readonly #session = inject(SessionService);
  protected readonly mayPlace = this.#session.mayWrite('placement');
  protected readonly mayWrite = mayWrite(this.#session.grants, this.#session.written('block'));
  readonly find = input<string>();
  readonly type = input<string>();
  readonly used = input<string>();
  readonly status = input<string>();
  readonly readers = input<string>();
  readonly region = input<string>();
  readonly by = input<string>();
  readonly sel = input<string>();
  readonly #site = this.#session.site;
  protected readonly fields = computed((): readonly FilterField[] => {
    const { regions, insertionPoints } = this.#site.theme;
    return [
      { name: 'find', label: $localize`Title or words` },
      {
        name: 'type',
        label: $localize`Type`,
        choices: this.#session.site.blockTypes.map(each => ({ value: each.name, label: midSentence(each.label) })),
      },
      {
        name: 'status',
        label: $localize`Status`,
        choices: [
          ...filterChoices(['live', 'scheduled', 'draft', 'in review', 'expired', beingWritten], told),
          { value: 'retired', label: $localize`taken off` },
        ],
      },
      {
        name: 'used',
        label: $localize`Used`,
        choices: [
          { value: 'several', label: $localize`on several pages` },
          { value: 'nowhere', label: $localize`on no page` },
          { value: 'inset', label: $localize`inside texts` },
        ],
      },
      {
        name: 'region',
        label: $localize`Region`,
        choices: [...regions, ...insertionPoints].map(each => ({ value: each.name, label: midSentence(each.label) })),
      },
      {
        name: 'readers',
        label: $localize`Readers`,
        choices: [{ value: 'page', label: $localize`as the page` }, ...filterChoices(this.blocks().map(each => each.readers))],
      },
      { name: 'by', label: $localize`Changed by`, choices: filterChoices(this.blocks().map(each => each.changedBy)) },
    ];
  });
  protected readonly blocks = signal<readonly BlockRow[]>([]);
  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    return this.blocks().filter(
      block =>
        (text === '' || block.title.toLowerCase().includes(text) || block.excerpt.toLowerCase().includes(text)) &&
        (!this.type() || block.type === this.type()) &&
        isUsed(block, this.used()) &&
        (this.status() === beingWritten
          ? this.live.writersOf(block.id) !== null
          : this.status()
            ? block.status === this.status()
            : block.status !== 'retired') &&
        (!this.region() || block.targets.includes(this.region()!)) &&
        (!this.readers() || (this.readers() === 'page' ? block.readers === '' : block.readers === this.readers())) &&
        (!this.by() || block.changedBy === this.by()),
    );
  });
  protected readonly ticks = new Ticks(computed(() => this.shown().map(block => block.id)));
  /** The one that was chosen, else the first in sight. */
  protected readonly chosen = computed(() => this.blocks().find(block => block.id === this.sel()) ?? this.shown()[0] ?? null);

  constructor() {
    this.#load();
  }

  protected readonly byId = (_index: number, block: BlockRow): string => block.id;

  /** Copies of all that are chosen, retargeted in one table, then sent in one go. */
  protected copies(): void {
    openCopies(this.#modal, [...this.ticks.chosen()], this.#pages.pages()).then(
      changes => this.#send(changes),
      () => undefined,
    );
  }

  protected takeOut(): void {
    const chosen = this.blocks().filter(block => this.ticks.chosen().has(block.id));
    this.#api.readRecords(chosen.map(block => block.id)).subscribe({
      next: records => void this.#send(records.map(record => takingOff(record, $localize`taken out of the stock`))),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  // Laid among the unsaved changes first: what is not sent now can be undone or sent from Arrange.
  async #send(changes: readonly WorkingChange[]): Promise<void> {
    if (changes.length === 0) return;
    this.#working.make(changes);
    if (await this.#sending.send()) {
      this.ticks.clear();
      this.#load();
    } else
      this.#messages.done($localize`Nothing is saved yet: your changes wait in Arrange, where they can be sent or undone.`, {
        label: $localize`Open Arrange`,
        link: ['/arrange'],
      });
  }

  #load(): void {
    this.#api.listBlocks().subscribe({ next: blocks => this.blocks.set(blocks), error: (error: unknown) => this.#messages.problem(error) });
  }

  protected filter(queryParams: Record<string, string | null>): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}

function isUsed(block: BlockRow, used: string | undefined): boolean {
  if (used === 'inset') return block.insetCount > 0;
  return used === 'several' ? block.pages.length > 1 : used === 'nowhere' ? block.pages.length === 0 : true;
}
