import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { catchError, of, switchMap } from 'rxjs';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { PageRow } from '@contract/messages';
import type { PageValue } from '@core/page/page';
import { told, word } from '@core/tongue/say';
import { ApiClient } from '../api/api-client';
import { FilterBar, type FilterField } from '../shared/filter-bar';
import { filterChoices } from '../shared/filter-choices';
import { PhaseMark } from '../shared/phase-mark';
import { puttingBack, takingOff } from '../shared/record-changes';
import { TimeRibbon } from '../shared/ribbon';
import { SendService } from '../shared/send.service';
import { TickAll } from '../shared/tick-all';
import { Ticks } from '../shared/ticks';
import { WhenPipe } from '../shared/when-pipe';
import { beingWritten, LiveService } from '../state/live.service';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { ToldPipe } from '../shared/told.pipe';
import { SessionService } from '../state/session.service';
import { queryOf, vantageOf } from '../state/vantage';
import { unsaved, WorkingChangesService, type WorkingChange } from '../state/working-changes.service';
import { Toolbar } from '../shared/toolbar';
import { askPageCopy } from './copy-dialog';
import { askOrder } from './order-dialog';
import { WritersChip } from '../writing/writers-chip';

/** The tree of pages with their status, what waits and what comes next. */
@Component({
  selector: 'almanac-pages',
  imports: [WritersChip, ToldPipe, ScrollingModule, RouterLink, FilterBar, PhaseMark, TimeRibbon, WhenPipe, Toolbar, TickAll],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1 i18n>Pages</h1>
        <p class="quiet">
          <ng-container i18n>{{ shown().length }} of {{ rows().length }}.</ng-container>
          @if (moment() !== null) {
            <span class="ahead"
              ><ng-container i18n>As on {{ moment()! | when }}</ng-container> ·
              <button i18n class="btn-word danger" (click)="look(null)">back to now</button></span
            >
          }
        </p>
      </div>
      <almanac-filter-bar class="grow" list="pages" [fields]="fields()" />
    </div>
    <div class="many" role="toolbar" aria-label="With the chosen ones" i18n-aria-label>
      <almanac-tick-all [ticks]="ticks" />
      @if (only(); as page) {
        @if (mayAdd && page.status === 'live') {
          @if (page.parentId !== null) {
            <button i18n class="btn btn-plain" (click)="copy(page)">Copy with all beneath…</button>
          }
          @if (beneath(page).length > 1) {
            <button i18n class="btn btn-plain" (click)="order(page)">Order of what is beneath…</button>
          }
        }
      }
      @if (ticks.chosen().size > 0 && mayAdd) {
        <button i18n class="btn btn-plain danger" (click)="propose(true)">Take off…</button>
        <button i18n class="btn btn-plain" (click)="propose(false)">Put back…</button>
      }
    </div>
    <div class="table" role="table" aria-label="Pages" i18n-aria-label>
      <div class="line head-line" role="row">
        <span i18n role="columnheader">Title</span><span i18n role="columnheader">Address</span><span i18n role="columnheader">Type</span
        ><span i18n role="columnheader">Status</span><span i18n role="columnheader">Next change</span
        ><span i18n role="columnheader">Last changed</span
        ><span role="columnheader"><span i18n class="visually-hidden">Actions</span></span>
      </div>
      <cdk-virtual-scroll-viewport itemSize="32" class="rows" tabindex="0" role="rowgroup" aria-label="Page list" i18n-aria-label>
        <div *cdkVirtualFor="let page of shown(); trackBy: byId; templateCacheSize: 0" class="line" role="row">
          <span role="cell" class="title" [style.padding-left.px]="isFiltered() ? 0 : page.depth * 18"
            ><input
              type="checkbox"
              class="form-check-input tick"
              ariaLabel="Choose {{ page.title }}"
              i18n-ariaLabel
              [checked]="ticks.chosen().has(page.id)"
              (change)="ticks.toggle(page.id)"
            /><a [routerLink]="['/pages', page.id]">{{ page.title }}</a></span
          >
          <span role="cell" class="code quiet">{{ page.path }}</span>
          <span role="cell">{{ page.type | told }}</span>
          <span role="cell"
            ><almanac-phase [status]="page.status" [withWord]="true" />
            @if (page.waiting && page.status !== page.waiting) {
              <span class="chip ochre">
                @if (page.waiting === 'draft') {
                  <ng-container i18n>draft waiting</ng-container>
                } @else {
                  <ng-container i18n>in review</ng-container>
                }
              </span>
            }
            <almanac-writers [of]="[page.id]" />
          </span>
          <span role="cell">
            @if (page.nextChange) {
              <span class="chip ember">{{ page.nextChange | when: 'short' }}</span>
            }
          </span>
          <span role="cell" class="quiet">{{ page.changedAt | when: 'day' }}, {{ page.changedBy }}</span>
          <span role="cell" class="acts">
            @if (page.status === 'live') {
              <a i18n routerLink="/arrange" [queryParams]="{ page: page.id, at: at() }" ariaLabel="Arrange {{ page.title }}" i18n-ariaLabel
                >Arrange</a
              >
              @if (mayAdd) {
                <a
                  i18n
                  [routerLink]="['/pages', 'new']"
                  [queryParams]="{ parent: page.id }"
                  ariaLabel="Add a page beneath {{ page.title }}"
                  i18n-ariaLabel
                  >Add beneath</a
                >
              }
            }
          </span>
        </div>
      </cdk-virtual-scroll-viewport>
      @if (shown().length === 0) {
        <p class="quiet none">
          @if (isFiltered()) {
            <ng-container i18n>No page matches the filter.</ng-container>
          } @else {
            <ng-container i18n>No pages yet.</ng-container>
          }
        </p>
      }
    </div>
    <footer>
      <almanac-ribbon
        [page]="null"
        [moment]="moment()"
        [unsaved]="unsaved()"
        [revision]="saved()"
        (momentChange)="look($event)"
        (laneChosen)="open($event)"
      />
    </footer>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr) auto;
      height: 100%;
      padding: 14px 20px 0;
    }
    .head {
      display: flex;
      align-items: center;
      gap: 16px;
      padding-bottom: 10px;
      flex-wrap: wrap;
    }
    p {
      margin: 0;
    }
    .search {
      width: 200px;
    }
    .form-select {
      width: auto;
    }
    .table {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      background: var(--sheet);
      border: 1px solid var(--hair);
      border-bottom: 0;
      min-height: 0;
      overflow-x: auto;
    }
    .line {
      display: grid;
      grid-template-columns: minmax(200px, 1.5fr) minmax(190px, 1.4fr) 60px 160px 90px minmax(210px, 1.2fr) 140px;
      gap: 10px;
      align-items: center;
      height: 32px;
      padding: 0 12px;
      border-bottom: 1px solid #ece6d9;
      min-width: 1080px;
    }
    .head-line {
      font-weight: 600;
      font-size: 11.5px;
      color: var(--ink-2);
      border-bottom: 1px solid var(--hair);
    }
    .rows {
      min-width: 1080px;
      height: 100%;
    }
    .line > span {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .title a {
      color: var(--ink);
      font-weight: 550;
    }
    .title a:hover {
      color: var(--tide);
      text-decoration: underline;
    }
    .acts {
      display: flex;
      gap: 12px;
      justify-content: flex-end;
    }
    .many {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 34px;
    }
    .tick {
      margin: 0 10px 0 0;
      vertical-align: text-bottom;
    }
    .none {
      padding: 14px;
    }
    .ahead {
      color: var(--ember);
      margin-left: 6px;
    }
    footer {
      background: var(--paper);
      border-top: 1px solid var(--hair);
    }
    /* In a narrow window the tree with its states; the rest is a tap away. */
    @media (max-width: 900px) {
      .head {
        flex-direction: column;
        align-items: flex-start;
      }
      .line,
      .rows {
        min-width: 0;
      }
      .line {
        grid-template-columns: minmax(0, 1fr) 96px;
      }
      .line > span:nth-child(2),
      .line > span:nth-child(3),
      .line > span:nth-child(n + 5) {
        display: none;
      }
    }
  `,
})
export class PagesWorkspace {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly live = inject(LiveService);
  readonly #sending = inject(SendService);
  readonly #modal = inject(NgbModal);
  readonly #router = inject(Router);
  readonly #working = inject(WorkingChangesService);
  protected readonly pages = inject(PagesService);
  readonly find = input<string>();
  readonly status = input<string>();
  readonly type = input<string>();
  readonly layout = input<string>();
  readonly by = input<string>();
  /** The moment that is looked at, as "2027-04-01T09:00" by the site's clock; left out, now. */
  readonly at = input<string>();
  protected readonly moment = computed(() => vantageOf({ at: this.at() }, this.#session.site.zone).moment);
  readonly #then = toSignal(
    toObservable(this.moment).pipe(
      switchMap(moment =>
        moment === null
          ? of(null)
          : this.#api.listPages(moment).pipe(
              catchError((error: unknown) => {
                this.#messages.problem(error);
                return of(null);
              }),
            ),
      ),
    ),
    { initialValue: null },
  );
  /** The pages of now, or of the moment that is looked at once they are known. */
  protected readonly rows = computed(() => (this.moment() === null ? null : this.#then()) ?? this.pages.pages());
  protected readonly unsaved = computed(() => unsaved(this.#working.changes()));
  /** Grows when something was saved, so that what is planned is asked for again. */
  protected readonly saved = signal(0);
  protected readonly mayAdd = this.#session.mayWrite('page');
  readonly #layouts = computed(() => {
    const used = new Set(this.pages.pages().map(page => page.layout));
    return this.#session.site.theme.layouts.filter(each => used.has(each.name)).map(({ name, label }) => ({ value: name, label }));
  });
  protected readonly fields = computed((): readonly FilterField[] => {
    return [
      { name: 'find', label: $localize`Title or path` },
      {
        name: 'status',
        label: $localize`Status`,
        choices: [
          ...filterChoices(['live', 'scheduled', 'draft', 'in review', 'expired', word`changes waiting`, beingWritten], told),
          { value: 'retired', label: $localize`taken off` },
        ],
      },
      {
        name: 'type',
        label: $localize`Type`,
        choices: filterChoices(
          this.pages.pages().map(page => page.type),
          told,
        ),
      },
      { name: 'layout', label: $localize`Layout`, choices: this.#layouts() },
      { name: 'by', label: $localize`Changed by`, choices: filterChoices(this.pages.pages().map(page => page.changedBy)) },
    ];
  });
  protected readonly isFiltered = computed(() => Boolean(this.find() || this.status() || this.type() || this.layout() || this.by()));
  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    return this.rows().filter(
      page =>
        (text === '' || page.title.toLowerCase().includes(text) || page.path.includes(text)) &&
        (this.status() === beingWritten ? this.live.writersOf(page.id) !== null : hasStatus(page, this.status())) &&
        (!this.type() || page.type === this.type()) &&
        (!this.layout() || page.layout === this.layout()) &&
        (!this.by() || page.changedBy === this.by()),
    );
  });

  protected readonly ticks = new Ticks(computed(() => this.shown().map(page => page.id)));

  constructor() {
    this.pages.refresh();
  }

  /** Proposes to take all chosen pages off, or to put back what they last said, in one edition. */
  protected propose(retires: boolean): void {
    const chosen = this.shown().filter(page => this.ticks.chosen().has(page.id) && (page.status === 'live') === retires);
    if (chosen.length === 0)
      return this.#messages.done(
        retires ? $localize`None of the chosen pages is live.` : $localize`All of the chosen pages are live already.`,
      );
    this.#api.readRecords(chosen.map(page => page.id)).subscribe({
      next: records => {
        this.#propose(records.map(record => (retires ? takingOff(record, $localize`taken off`) : puttingBack(record))));
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  /** The page that is chosen alone. */
  protected readonly only = computed(() => {
    const [id, ...others] = this.ticks.chosen();
    return others.length === 0 ? (this.pages.pages().find(page => page.id === id) ?? null) : null;
  });

  protected beneath(above: PageRow): readonly PageRow[] {
    return this.pages.pages().filter(page => page.parentId === above.id && page.status === 'live');
  }

  protected async copy(page: PageRow): Promise<void> {
    const copied = await askPageCopy(this.#modal, page).catch(() => []);
    this.#propose(copied.map(each => ({ ...each, retires: false, title: titleOf(each.value), did: $localize`copied` })));
  }

  protected async order(above: PageRow): Promise<void> {
    const orders = await askOrder(this.#modal, above.title, this.beneath(above)).catch(() => new Map<string, string>());
    if (orders.size === 0) return;
    this.#api.readRecords([...orders.keys()]).subscribe({
      next: records =>
        this.#propose(
          records.map(({ id, kind, title, live }) => ({
            recordId: id,
            kind,
            title,
            value: { ...(live!.value as PageValue), order: orders.get(id)! },
            retires: false,
            baseRevisionId: live!.revisionId,
            did: $localize`moved in the order`,
          })),
        ),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected look(moment: number | null): void {
    void this.#router.navigate([], {
      queryParams: queryOf({ moment }, this.#session.site.zone),
      queryParamsHandling: 'merge',
      replaceUrl: true,
    });
  }

  protected open(id: string): void {
    void this.#router.navigate(['/pages', id]);
  }

  #propose(changes: readonly WorkingChange[]): void {
    if (changes.length === 0) return;
    this.#working.make(changes);
    void this.#send();
  }

  async #send(): Promise<void> {
    if (!(await this.#sending.send())) return;
    this.ticks.clear();
    this.saved.update(count => count + 1);
    this.pages.refresh();
  }

  protected readonly byId = (_index: number, page: PageRow): string => page.id;
}

function hasStatus(page: PageRow, status: string | undefined): boolean {
  return !status || page.status === status || (status === 'changes waiting' && page.waiting !== null);
}

// A placement has no title of its own.
function titleOf(value: unknown): string {
  const { title } = value as { readonly title: unknown };
  return typeof title === 'string' ? title : $localize`a placement of it`;
}
