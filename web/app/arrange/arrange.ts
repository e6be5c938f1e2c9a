import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { placesOf } from '../kinds/index';
import { Router } from '@angular/router';
import type { WhyQuestion } from '@contract/assembling';
import type { Effect, OrderRow } from '@contract/messages';
import { catchError, EMPTY, filter, map, switchMap, tap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { KeysService } from '../state/keys.service';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { localTimeAt } from '@core/schedule/local-time';
import { SessionService } from '../state/session.service';
import { unsaved, WorkingChangesService } from '../state/working-changes.service';
import { holdUnsaved } from '../writing/hold-unsaved';
import { Breaches } from '../shared/breaches';
import { SendService } from '../shared/send.service';
import { AddPanel, type AddStart } from './add-panel';
import { PlacementActs } from './placement-acts.service';
import { WidthChoice, type WidthName } from './width-choice';
import { ArrangeService, questionFor } from './arrange.service';
import { moveTo } from './placement-changes';
import { RunningOrder, type OrderMove } from './running-order';
import { Sheet } from './sheet';
import { Slip } from './slip';
import { VantageSentence } from './vantage-sentence';
import { WhyPanel } from './why-panel';
import { TimeRibbon } from '../shared/ribbon';
import { rowNumbers } from '../shared/row-numbers';

/** The real page beside its running order, from a vantage. */
@Component({
  selector: 'almanac-arrange',
  imports: [VantageSentence, Sheet, RunningOrder, Slip, AddPanel, TimeRibbon, WhyPanel, WidthChoice, Breaches],
  providers: [ArrangeService, PlacementActs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 i18n class="visually-hidden">Arrange</h1>
    <div class="vantage">
      <almanac-vantage-sentence
        [vantage]="arrange.vantage()"
        [pages]="pages.pages()"
        [pageTitle]="pageTitle()"
        [readerWords]="arrange.view()?.readerWords ?? ''"
        (look)="arrange.look($event)"
      />
      <span class="grow"></span>
      @if (arrange.vantage().withEditions.length > 0) {
        <span i18n class="chip ochre">with a proposal</span>
        <button i18n class="btn-word" (click)="arrange.look({ withEditions: [] })">without it</button>
      }
      @if (working.changes().length > 0) {
        <span i18n class="small quiet unsaved">with {{ working.changes().length }} unsaved</span>
      }
      @if (publicAddress(); as address) {
        <a i18n class="btn-word" [href]="address" target="_blank" rel="noopener">On the public site</a>
      }
      @if (working.state().earlier.length > 0) {
        <button i18n class="btn btn-plain" (click)="working.undo()">Undo</button>
      }
      @if (working.state().later.length > 0) {
        <button i18n class="btn btn-plain" (click)="working.redo()">Redo</button>
      }
      @if (working.changes().length > 0) {
        <button i18n class="btn btn-plain" (click)="ask()">What changes?</button>
        <button class="btn btn-primary" (click)="send()">{{ sendLabel() }}</button>
      }
    </div>
    <div class="body">
      <div class="sheet-side">
        @if (arrange.isLoading()) {
          <div class="working" role="progressbar" aria-label="The page is being made" i18n-aria-label></div>
        }
        @if (arrange.fault(); as fault) {
          <p class="notice-line ember" role="alert">{{ fault }}</p>
        }
        @if (arrange.view(); as view) {
          @if (!view.sight.isAsAsked) {
            <p i18n class="notice-line" role="status">What you are adding is shown {{ view.sight.words }}.</p>
          } @else if (!view.sight.isInSight) {
            <p i18n class="notice-line" role="status">What you are adding shows to nobody yet, or not within the next years.</p>
          }
          @if (!view.mayRead) {
            <p i18n class="notice-line">This reader may not read the page; shown is what they would have if they might.</p>
          }
          <almanac-sheet
            [html]="view.html"
            [width]="width()"
            [targets]="sheetTargets()"
            [numbers]="numbers()"
            [titles]="titles()"
            [selected]="arrange.previewed() || arrange.vantage().selected"
            (placementChosen)="arrange.select($event)"
            [points]="acts.adding() ? points : []"
            (targetChosen)="point($event)"
            (scaled)="scale.set($event)"
          />
        } @else if (!arrange.fault()) {
          <p i18n class="quiet wait">The page is being made…</p>
        }
        <almanac-width-choice class="widths" [(name)]="widthName" [percent]="percent()" />
      </div>
      <aside aria-label="Running order" i18n-aria-label tabindex="-1">
        @if (arrange.view(); as view) {
          @if (whyQuestion(); as question) {
            <almanac-why-panel [question]="question" [mayChange]="mayPlace" (closed)="acts.asked.set('')" (wanted)="acts.apply($event)" />
          } @else if (acts.adding(); as start) {
            <almanac-add-panel
              [start]="start"
              [page]="view.page.id"
              [view]="view"
              [pointed]="pointed()"
              (closed)="acts.adding.set(null)"
              (placed)="placed($event)"
              (pagesWanted)="acts.showPages($event, 'Which pages')"
            />
          } @else {
            <almanac-running-order
              [view]="view"
              [selected]="arrange.vantage().selected"
              [changed]="changedIds()"
              [mayMove]="mayPlace"
              (chosen)="toggle($event)"
              (moved)="move($event)"
              (addWanted)="add($event)"
            >
              <ng-template let-row>
                <almanac-slip
                  [row]="row"
                  [view]="view"
                  [pages]="pages.pages()"
                  [page]="view.page.id"
                  [mayChange]="mayPlace"
                  [isChanged]="isUnsaved(row.placementId)"
                  (reload)="arrange.refresh()"
                  [effect]="effectOf(row.placementId)"
                  (ruleChange)="acts.change(row, { rule: $event }, 'new rule')"
                  (valueChange)="acts.change(row, $event, 'changed')"
                  (targetChange)="acts.moveToTarget(row, $event)"
                  (placeChange)="move({ row, target: row.target.name, index: $event })"
                  (wish)="acts.fulfil($event, row)"
                />
              </ng-template>
            </almanac-running-order>
            <almanac-breaches
              class="breaches"
              [check]="arrange.checked().check"
              [isUnknown]="arrange.checked().isUnknown"
              (again)="arrange.checkAgain()"
            />
          }
        }
      </aside>
    </div>
    <footer>
      @if (arrange.view(); as view) {
        <almanac-ribbon
          [page]="view.page.id"
          [moment]="arrange.vantage().moment"
          [selected]="arrange.vantage().selected"
          [revision]="savedCount()"
          [unsaved]="unsavedChanges()"
          [withEditions]="arrange.vantage().withEditions"
          (momentChange)="arrange.look({ moment: $event }, true)"
          (laneChosen)="arrange.select($event)"
        />
      }
    </footer>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr) auto;
      height: 100%;
      min-height: 520px;
    }
    .vantage {
      display: flex;
      align-items: center;
      gap: 8px;
      padding: 5px 20px;
      min-height: 42px;
      border-bottom: 1px solid var(--hair);
    }
    .unsaved {
      white-space: nowrap;
    }
    .body {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(380px, 492px);
      min-height: 0;
    }
    .sheet-side {
      position: relative;
      padding: 0 14px 0 14px;
      min-height: 0;
      display: flex;
      flex-direction: column;
    }
    almanac-sheet {
      flex: 1;
      min-height: 0;
    }
    aside {
      border-left: 1px solid var(--hair);
      background: var(--sheet);
      overflow: auto;
      min-height: 0;
    }
    /* In sight wherever the running order is scrolled to, and beneath it: what comes late moves nothing under the hand. */
    .breaches {
      position: sticky;
      bottom: 0;
      z-index: 4;
      margin: 0 18px;
    }
    .widths {
      position: absolute;
      left: 14px;
      bottom: 10px;
      width: 98px;
    }
    /* Shown only when it takes a while, so that quick answers do not flicker. */
    .working {
      position: absolute;
      inset: 0 0 auto;
      height: 2px;
      background: linear-gradient(90deg, transparent, var(--tide), transparent) 0 0 / 40% 100% no-repeat;
      opacity: 0;
      animation:
        appear 0s 0.3s forwards,
        pass 1.2s linear infinite;
    }
    @keyframes appear {
      to {
        opacity: 1;
      }
    }
    @keyframes pass {
      from {
        background-position: -70% 0;
      }
      to {
        background-position: 170% 0;
      }
    }
    .wait {
      padding: 30px 0 0 90px;
    }
    footer {
      border-top: 3px double var(--hair);
      padding: 6px 20px 8px;
      height: 122px;
    }
    @media (max-width: 1000px) {
      .body {
        grid-template-columns: minmax(560px, 1fr) 400px;
        overflow-x: auto;
      }
      :host {
        overflow-x: auto;
      }
    }
  `,
})
export class ArrangeWorkspace {
  /** A block to place once more, or to copy: how other workspaces hand one over. */
  readonly again = input<string>();
  readonly copy = input<string>();
  protected readonly arrange = inject(ArrangeService);
  protected readonly acts = inject(PlacementActs);
  protected readonly pages = inject(PagesService);
  protected readonly working = inject(WorkingChangesService);
  readonly #session = inject(SessionService);
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  readonly #sending = inject(SendService);
  readonly #messages = inject(MessageService);
  private readonly ribbon = viewChild(TimeRibbon);
  protected readonly unsavedChanges = computed(() => unsaved(this.working.changes()));
  protected readonly mayPlace = this.#session.mayWrite('placement');
  protected readonly widthName = signal<WidthName>('desk');
  protected readonly width = computed(() => this.#session.site.theme.widths[this.widthName()]);
  protected readonly scale = signal(1);
  protected readonly percent = computed(() => Math.round(this.scale() * 100));
  protected readonly points = this.#session.site.theme.insertionPoints;
  protected readonly pointed = signal('');
  protected readonly savedCount = signal(0);
  protected readonly whyQuestion = computed((): WhyQuestion | null => {
    const view = this.arrange.view();
    if (this.acts.asked() === '' || !view) return null;
    return { ...questionFor(this.arrange.vantage(), view.page.id, this.working.changes()), placementId: this.acts.asked() };
  });
  protected readonly changedIds = computed(
    () => new Set(this.working.changes().flatMap(change => [change.recordId, ...this.#placementsOf(change.recordId)])),
  );
  protected readonly numbers = computed(() => rowNumbers(this.arrange.view()));
  protected readonly titles = computed(() => new Map(this.#rows().map(row => [row.placementId, row.title])));
  protected readonly sheetTargets = computed(() =>
    (this.arrange.view()?.targets ?? []).map(target => ({
      name: target.name,
      kind: target.kind,
      label: target.label,
      count: target.rows.filter(row => row.number !== null).length,
    })),
  );
  /** Where the page is met on the public site, at the moment looked at; empty where it is not. */
  protected readonly publicAddress = computed(() => {
    const { moment, page: asked } = this.arrange.vantage();
    const page = this.pages.pages().find(each => each.id === this.arrange.view()?.page.id);
    if (moment !== null && !asked.startsWith('service:'))
      return `${this.arrange.view()?.page.path ?? '/'}?almanac-at=${localTimeAt(moment, this.#session.site.zone)}`;
    return page?.status === 'live' ? page.path : '';
  });
  protected readonly pageTitle = computed(() => {
    const view = this.arrange.view();
    const page = this.pages.pages().find(each => each.id === view?.page.id);
    const parent = page && this.pages.pages().find(each => each.id === page.parentId && each.parentId !== null);
    return view ? (parent ? `${parent.title} › ${view.page.title}` : view.page.title) : $localize`a page`;
  });
  protected readonly sendLabel = computed(() => {
    const effects = this.arrange.effects();
    const placement = effects.filter(effect =>
      this.working.changes().some(change => change.recordId === effect.recordId && placesOf(change.kind).isSelectable),
    );
    const label =
      effects.length === 1
        ? effects[0]!.label
        : placement.length === 1
          ? placement[0]!.label
          : $localize`${this.working.changes().length} changes`;
    return $localize`Save: ${label}`;
  });

  constructor() {
    inject(KeysService).bind([
      { key: 'b', does: $localize`The change before`, run: () => this.#step(-1) },
      { key: 'n', does: $localize`The next change`, run: () => this.#step(1) },
      { key: 't', does: $localize`Back to now`, run: () => this.arrange.look({ moment: null }) },
      { key: 'm', does: $localize`Move the selected placement elsewhere`, run: () => this.#focusRegion() },
      { key: 'u', does: $localize`Undo`, run: () => this.working.undo() },
      { key: 'Escape', does: $localize`Close the panel or the slip`, run: () => this.#closeFront() },
      { key: 'Alt+ArrowUp', does: $localize`On a row: one place up`, run: () => undefined },
      { key: 'Alt+ArrowDown', does: $localize`On a row: one place down`, run: () => undefined },
    ]);
    toObservable(computed(() => ({ again: this.again(), copy: this.copy() })))
      .pipe(
        filter(({ again, copy }) => Boolean(again ?? copy) && this.mayPlace),
        // Taken over once: a reload must not begin anew.
        tap(() => this.#router.navigate([], { queryParams: { again: null, copy: null }, queryParamsHandling: 'merge', replaceUrl: true })),
        switchMap(({ again, copy }) => this.#handedOver(again ?? copy!, again ? 'again' : 'copy')),
        takeUntilDestroyed(),
      )
      .subscribe(start => this.acts.adding.set(start));
    holdUnsaved(id => this.#rows().find(each => each.placementId === id)?.locale);
    effect(() => {
      const selected = this.arrange.vantage().selected;
      if (selected)
        requestAnimationFrame(() =>
          document
            .querySelector(`[data-row="${CSS.escape(selected)}"]`)
            ?.closest('.item')
            ?.scrollIntoView({ block: 'nearest' }),
        );
    });
  }

  #handedOver(id: string, kind: 'again' | 'copy'): Observable<AddStart> {
    return this.#api.readRecord(id).pipe(
      map(({ title }): AddStart => {
        const start = { target: 'main', blockId: id, title };
        return kind === 'again' ? { kind, ...start } : { kind, ...start, placement: null };
      }),
      catchError((error: unknown) => {
        this.arrange.report(error);
        return EMPTY;
      }),
    );
  }

  protected effectOf(recordId: string): Effect | null {
    return this.arrange.effects().find(each => each.recordId === recordId) ?? null;
  }

  protected toggle(placementId: string): void {
    this.arrange.select(placementId === this.arrange.vantage().selected ? '' : placementId);
  }

  /** A place on the sheet: where what is being added goes, or where something new begins. */
  protected point(target: string): void {
    if (this.acts.adding()) this.pointed.set(target);
    else this.add(target);
  }

  protected add(target: string): void {
    this.pointed.set('');
    if (this.mayPlace) this.acts.adding.set({ kind: 'new', target });
    else
      this.#messages.done(
        $localize`Placing needs the role of editor, manager or administrator. You can change words: choose something and use “Edit words”.`,
      );
  }

  protected placed(placementId: string): void {
    this.acts.adding.set(null);
    this.arrange.select(placementId);
  }

  protected move({ row, target, index }: OrderMove): void {
    const view = this.arrange.view();
    const change = view && moveTo(view, row, target, index);
    if (!change) return;
    const pages = row.pageCount;
    this.arrange.make([change]);
    if (pages > 1)
      this.#messages.done($localize`“${row.title}” moves on all ${pages} of its pages. Undo takes it back; nothing is saved yet.`);
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-row="${CSS.escape(row.placementId)}"]`)?.focus());
  }

  protected ask(): void {
    this.#sending.ask();
  }

  protected async send(): Promise<void> {
    if (!(await this.#sending.send())) return;
    this.savedCount.update(count => count + 1);
    this.arrange.refresh();
  }

  protected isUnsaved(placementId: string): boolean {
    return this.working.changes().some(each => each.recordId === placementId && each.baseRevisionId !== null);
  }

  #closeFront(): void {
    if (this.acts.asked()) this.acts.asked.set('');
    else if (this.acts.adding()) this.acts.adding.set(null);
    else this.arrange.select('');
  }

  #step(direction: 1 | -1): void {
    const at = this.ribbon()?.neighbour(direction);
    if (at !== null && at !== undefined) this.arrange.look({ moment: at });
  }

  #focusRegion(): void {
    document.querySelector<HTMLElement>('almanac-slip .region')?.click();
  }

  #rows(): readonly OrderRow[] {
    return (this.arrange.view()?.targets ?? []).flatMap(target => target.rows);
  }

  #placementsOf(blockId: string): readonly string[] {
    return this.#rows()
      .filter(row => row.blockId === blockId)
      .map(row => row.placementId);
  }
}
