import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { PageRow } from '@contract/messages';
import { picksOf, switchMode, treeOfPicks, type PickExtent, type WherePicks } from '@core/rule/picks';
import type { RuleTree, WhereTest } from '@core/rule/rule';
import { phraseWhereTest } from '@core/rule/sentence';
import { SessionService } from '../state/session.service';
import { TestForm } from './test-form';
import { textIn } from '../shared/typed-event';

interface Row {
  readonly page: PageRow;
  readonly pick: PickExtent | null;
  readonly exception: PickExtent | null;
  /** A page above it is picked with everything beneath. */
  readonly isCovered: boolean;
}

/** Which pages: a mode, and a tree to pick in. */
@Component({
  selector: 'almanac-where-control',
  imports: [ScrollingModule, TestForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (picks(); as now) {
      <fieldset class="modes">
        <legend i18n class="visually-hidden">On which pages</legend>
        @for (mode of modes; track mode.name) {
          <label
            ><input
              type="radio"
              class="form-check-input"
              name="where-mode"
              [checked]="now.mode === mode.name"
              (change)="setMode(mode.name)"
            />
            {{ mode.label }}</label
          >
        }
      </fieldset>
      @for (other of now.others; track $index) {
        <p class="other">
          <span class="chip">{{ describe(other) }}</span> <button i18n class="btn-word" (click)="dropOther(other)">Leave out</button>
        </p>
      }
      @if (now.mode !== 'every') {
        <div class="row-line tools">
          <input
            class="form-control"
            type="search"
            placeholder="Search pages"
            i18n-placeholder
            aria-label="Search pages"
            i18n-aria-label
            (input)="search.set(textIn($event))"
          />
          <button i18n class="btn-word" (click)="setAll(true)">All</button>
          <button i18n class="btn-word" (click)="setAll(false)">None</button>
          <button i18n class="btn-word" (click)="invert()">Invert</button>
        </div>
        <cdk-virtual-scroll-viewport itemSize="28" class="tree" role="group" aria-label="Pages" i18n-aria-label tabindex="0">
          <!-- None is used again for another page: what is pressed while the list changes is gone, and no other page is chosen for it. -->
          <div
            *cdkVirtualFor="let row of rows(); trackBy: byId; templateCacheSize: 0"
            class="page"
            [style.padding-left.px]="8 + row.page.depth * 14"
          >
            <label class="grow">
              <input
                type="checkbox"
                class="form-check-input"
                [checked]="row.pick !== null"
                [class.covered]="row.isCovered"
                (change)="toggle(row)"
              />
              <span [class.quiet]="row.page.status !== 'live'">{{ row.page.title }}</span>
            </label>
            @if (row.pick !== null) {
              <button
                i18n
                class="extent"
                [attr.aria-pressed]="row.pick === 'beneath'"
                [class.on]="row.pick === 'beneath'"
                (click)="setExtent(row, row.pick === 'beneath' ? 'this' : 'beneath')"
              >
                and all beneath
              </button>
            } @else if (row.isCovered && now.mode === 'only') {
              <button
                class="extent"
                [attr.aria-pressed]="row.exception !== null"
                [class.no]="row.exception !== null"
                (click)="turnException(row)"
              >
                @if (row.exception === 'beneath') {
                  <ng-container i18n>left out, with all beneath</ng-container>
                } @else if (row.exception) {
                  <ng-container i18n>left out</ng-container>
                } @else {
                  <ng-container i18n>leave out</ng-container>
                }
              </button>
            }
          </div>
        </cdk-virtual-scroll-viewport>
      }
      @if (now.mode === 'only') {
        @if (adding(); as test) {
          <div class="also">
            <almanac-test-form [test]="test" [pages]="pages()" (testChange)="adding.set($event)" />
            <button i18n class="btn btn-plain" (click)="addOther(test)">Add</button>
            <button i18n class="btn-word" (click)="adding.set(null)">Leave it</button>
          </div>
        } @else {
          <button i18n class="btn-word also" (click)="adding.set({ test: 'type', type: 'page' })">
            And also pages of a type, topic, layout…
          </button>
        }
      }
      <p i18n class="form-help">“And all beneath” takes in pages that are added there later.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      width: 380px;
      max-width: 100%;
    }
    .modes {
      display: flex;
      gap: 14px;
      flex-wrap: wrap;
      margin-bottom: 8px;
    }
    label {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      min-height: 24px;
    }
    .form-check-input {
      margin: 0;
      flex: none;
    }
    .tools {
      margin-bottom: 6px;
    }
    .tools input {
      max-width: 190px;
    }
    .tree {
      height: 244px;
      border: 1px solid var(--hair);
      background: #fff;
    }
    .page {
      display: flex;
      align-items: center;
      height: 28px;
      padding-right: 8px;
    }
    .page span {
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
      max-width: 200px;
    }
    .covered {
      background: var(--tide-wash);
      border-color: var(--tide);
    }
    .extent {
      border: 0;
      background: none;
      font-size: 11px;
      color: var(--ink-2);
      min-height: 24px;
      border-radius: 2px;
      padding: 0 6px;
      white-space: nowrap;
    }
    .extent:hover {
      text-decoration: underline;
    }
    .extent.on {
      background: var(--tide-wash);
      color: var(--tide);
      font-weight: 600;
    }
    .extent.no {
      background: var(--ember-wash);
      color: #8f2d1b;
      font-weight: 600;
    }
    .also {
      margin-top: 6px;
    }
    .other {
      margin: 0 0 4px;
    }
  `,
})
export class WhereControl {
  protected readonly textIn = textIn;
  readonly #session = inject(SessionService);
  readonly tree = input.required<RuleTree<WhereTest>>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly treeChange = output<RuleTree<WhereTest>>();
  protected readonly modes = [
    { name: 'every', label: $localize`Every page` },
    { name: 'only', label: $localize`Only these` },
    { name: 'except', label: $localize`Every page but these` },
  ] as const;
  /** A test on its way to be added to what is picked. */
  protected readonly adding = signal<WhereTest | null>(null);
  protected readonly search = signal('');
  // Kept beside the rule, so that a switch to "every page" and back loses no pick.
  readonly #remembered = signal<WherePicks | null>(null);
  protected readonly picks = computed(() => {
    const read = picksOf(this.tree());
    const remembered = this.#remembered();
    return remembered && JSON.stringify(treeOfPicks(remembered)) === JSON.stringify(this.tree()) ? remembered : read;
  });
  protected readonly rows = computed((): readonly Row[] => {
    const { picks, exceptions } = this.picks() ?? { picks: new Map<string, PickExtent>(), exceptions: new Map<string, PickExtent>() };
    const text = this.search().trim().toLowerCase();
    const covered = new Set<string>();
    return this.pages().flatMap(page => {
      const isCovered = page.parentId !== null && (covered.has(page.parentId) || picks.get(page.parentId) === 'beneath');
      if (isCovered) covered.add(page.id);
      if (text !== '' && !page.title.toLowerCase().includes(text) && !page.path.includes(text)) return [];
      return [{ page, pick: picks.get(page.id) ?? null, exception: exceptions.get(page.id) ?? null, isCovered }];
    });
  });

  protected readonly byId = (_index: number, row: Row): string => row.page.id;

  protected setMode(mode: WherePicks['mode']): void {
    this.#emit(switchMode(this.picks()!, mode));
  }

  protected toggle(row: Row): void {
    const picks = new Map(this.picks()!.picks);
    if (row.pick === null) picks.set(row.page.id, 'this');
    else picks.delete(row.page.id);
    this.#emit({ ...this.picks()!, picks });
  }

  protected setExtent(row: Row, extent: PickExtent): void {
    this.#emit({ ...this.picks()!, picks: new Map(this.picks()!.picks).set(row.page.id, extent) });
  }

  /** From meant to left out, to left out with all beneath, and back. */
  protected turnException(row: Row): void {
    const exceptions = new Map(this.picks()!.exceptions);
    if (row.exception === null) exceptions.set(row.page.id, 'this');
    else if (row.exception === 'this') exceptions.set(row.page.id, 'beneath');
    else exceptions.delete(row.page.id);
    this.#emit({ ...this.picks()!, exceptions });
  }

  /** All or none of the pages that the search leaves in sight. */
  protected setAll(isPicked: boolean): void {
    const picks = new Map(this.picks()!.picks);
    for (const { page } of this.rows()) {
      if (isPicked && !picks.has(page.id)) picks.set(page.id, 'this');
      if (!isPicked) picks.delete(page.id);
    }
    this.#emit({ ...this.picks()!, picks });
  }

  protected invert(): void {
    const picks = new Map(this.picks()!.picks);
    for (const { page, pick } of this.rows()) {
      if (pick === null) picks.set(page.id, 'this');
      else picks.delete(page.id);
    }
    this.#emit({ ...this.picks()!, picks });
  }

  protected describe(test: WhereTest): string {
    return phraseWhereTest(
      test,
      this.#session.names(id => this.pages().find(page => page.id === id)?.title ?? $localize`a page that is gone`),
    );
  }

  /** Adds what a test asks for to what is picked. */
  protected addOther(test: WhereTest): void {
    const others = this.picks()!.others.filter(each => JSON.stringify(each) !== JSON.stringify(test));
    this.adding.set(null);
    this.#emit({ ...this.picks()!, others: [...others, test] });
  }

  protected dropOther(test: WhereTest): void {
    this.#emit({ ...this.picks()!, others: this.picks()!.others.filter(each => each !== test) });
  }

  #emit(picks: WherePicks): void {
    this.#remembered.set(picks);
    this.treeChange.emit(treeOfPicks(picks));
  }
}
