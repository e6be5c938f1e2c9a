import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { expectation } from '../kinds/expectation';
import { sharedRule } from '../kinds/shared-rule';
import { Router, RouterLink } from '@angular/router';
import type { ExpectationRow } from '@contract/assembling';
import type { ExpectationValue } from '@core/expectation/expectation';
import { everywhere } from '@core/rule/rule';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { v7 as uuidv7 } from 'uuid';
import { PagesService } from '../state/pages.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { ExpectationSentence } from './expectation-sentence';
import { RulesService } from './rules.service';
import { RuleRow } from './rule-row';
import { ruleRowStyles } from './rule-rows';
import { SeasonList } from './season-list';
import { SharedRulePanel } from './shared-rule-panel';
import { textIn } from '../shared/typed-event';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { openHistory } from '../shared/history-dialog';
import { WritersChip } from '../writing/writers-chip';
import { holdUnsaved } from '../writing/hold-unsaved';

/** Rules that many placements follow, and what is expected of the site. */
@Component({
  selector: 'almanac-rules',
  imports: [WritersChip, RouterLink, RuleRow, SeasonList, SharedRulePanel, ExpectationSentence],
  providers: [RulesService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>Rules</h1>
      <span class="grow"></span>
      @if (rules.working.state().earlier.length > 0) {
        <button i18n class="btn btn-plain" (click)="rules.working.undo()">Undo</button>
      }
      @if (rules.working.changes().length > 0) {
        <button i18n class="btn btn-primary" (click)="rules.send()">
          Save {rules.working.changes().length, plural, =1 {1 change} other {{{ rules.working.changes().length }} changes}}…
        </button>
      }
    </div>
    <div class="split">
      <section aria-labelledby="expected-title">
        <div class="title-line">
          <h2 i18n id="expected-title">What is expected</h2>
          @if (rules.mayChange) {
            <button i18n class="btn-word" (click)="expect()">Expect something more</button>
          }
        </div>
        <p i18n class="quiet">Checked on every change before it is made, and over the whole year ahead.</p>
        @for (each of expectations(); track each.id) {
          <article class="panel" [class.broken]="each.breaches.length > 0" [class.on]="each.id === sel()">
            <almanac-expectation-sentence
              [value]="each.value"
              [pages]="pages.pages()"
              [blocks]="rules.blocks()"
              [isReadOnly]="!rules.mayChange"
              (valueChange)="setExpectation(each, $event, 'changed')"
            />
            <p class="state">
              @if (rules.changedIds().has(each.id)) {
                <span i18n class="chip ochre">unsaved</span>
              } @else if (each.breaches.length === 0) {
                <span i18n class="kept">Kept, now and in the year ahead.</span>
              } @else {
                <span i18n class="not">Not kept.</span>
              }
              <almanac-writers [of]="[each.id]" />
              @if (each.revisionId) {
                <button i18n class="btn-word" ariaLabel="History: {{ each.sentence }}" i18n-ariaLabel (click)="openHistory(each)">
                  History
                </button>
              }
              @if (rules.mayChange) {
                <input
                  class="form-control because"
                  aria-label="Because"
                  i18n-aria-label
                  placeholder="why it is expected"
                  i18n-placeholder
                  [value]="each.value.reason"
                  (change)="setExpectation(each, { reason: textIn($event) }, 'new reason')"
                />
                <button i18n class="btn-word danger" ariaLabel="No longer expect: {{ each.sentence }}" i18n-ariaLabel (click)="drop(each)">
                  No longer
                </button>
              } @else {
                <span class="quiet">{{ each.reason }}</span>
              }
            </p>
            @if (!rules.changedIds().has(each.id)) {
              @for (breach of each.breaches.slice(0, 3); track $index) {
                <p class="notice-line ember">
                  {{ breach.words }}
                  @for (page of breach.pages.slice(0, 4); track page.id) {
                    <a routerLink="/arrange" [queryParams]="{ page: page.id }">{{ page.title }}</a>{{ $last ? '' : ', ' }}
                  }
                </p>
              }
              @if (each.isPartial) {
                <p i18n class="notice-line">There was too much to look at all of it: this is only a part.</p>
              }
            }
          </article>
        } @empty {
          <p i18n class="quiet">Nothing yet. Say what must hold, such as that a warning shows on every page it is about.</p>
        }
      </section>
      <section aria-labelledby="shared-title">
        <div class="title-line">
          <h2 i18n id="shared-title">Shared rules</h2>
          @if (rules.mayChange) {
            <button i18n class="btn-word" (click)="share()">Make a new one</button>
          }
        </div>
        <p i18n class="quiet">One rule, with its reason, for many placements in several regions; changed once.</p>
        @for (each of sharedRows(); track each.id) {
          <almanac-rule-row [row]="each" [isOpen]="each.id === chosenId()" (pressed)="choose(each.id)" />
          @if (each.id === chosenId()) {
            <div class="panel chosen"><almanac-shared-rule-panel [row]="each" /></div>
          }
        } @empty {
          <p i18n class="quiet">None yet. Make one of any rule, from its slip in Arrange.</p>
        }
        <almanac-season-list [chosen]="chosenId()" (choose)="choose($event)" />
      </section>
    </div>
  `,
  styles: `
    ${ruleRowStyles}
    :host {
      display: block;
      padding: 12px 20px 24px;
    }
    .head {
      display: flex;
      gap: 10px;
      align-items: center;
    }
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 28px;
      margin-top: 6px;
    }
    article {
      padding: 8px 14px;
      margin-bottom: 8px;
      border-left: 3px solid var(--leaf);
    }
    article.broken {
      border-left-color: var(--ember);
    }
    article.on {
      box-shadow: 0 0 0 1px var(--tide);
    }
    .state {
      display: flex;
      gap: 10px;
      align-items: center;
      margin: 2px 0;
    }
    .kept {
      color: var(--leaf);
      white-space: nowrap;
    }
    .not {
      color: var(--ember);
      font-weight: 600;
      white-space: nowrap;
    }
    .state .btn-word {
      white-space: nowrap;
    }
    .because {
      border: 0;
      border-bottom: 1.5px dotted var(--ink-2);
      background: none;
      min-height: 24px;
      padding: 0 2px;
    }
    @media (max-width: 900px) {
      .split {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class RulesWorkspace {
  readonly #modal = inject(NgbModal);
  protected readonly textIn = textIn;
  readonly #router = inject(Router);
  readonly #shared = inject(SharedRulesService);
  protected readonly rules = inject(RulesService);
  protected readonly pages = inject(PagesService);
  readonly sel = input<string>();
  /** Rows as stored, with what is new and unsaved. */
  protected readonly sharedRows = computed(() => {
    const stored = this.#shared.rules();
    const gone = new Set(
      this.rules.working
        .changes()
        .filter(each => each.retires)
        .map(each => each.recordId),
    );
    const fresh = this.rules.working
      .changes()
      .filter(each => each.kind === sharedRule.name && each.baseRevisionId === null && !stored.some(row => row.id === each.recordId));
    return [
      ...fresh.map(each => ({
        ...emptyRow,
        id: each.recordId,
        title: (each.value as SharedRuleValue).title,
        reason: (each.value as SharedRuleValue).reason,
        value: each.value as SharedRuleValue,
      })),
      ...stored.filter(row => !gone.has(row.id)),
    ];
  });
  protected readonly chosenId = computed(() => this.sel() ?? '');
  protected readonly expectations = computed((): readonly ExpectationRow[] => {
    const changes = this.rules.working.changes().filter(each => each.kind === expectation.name);
    const stored = this.rules.expectations();
    const fresh = changes.filter(each => !each.retires && !stored.some(row => row.id === each.recordId));
    return [
      ...fresh.map((each): ExpectationRow => ({
        ...emptyExpectation,
        id: each.recordId,
        value: each.value as ExpectationValue,
        sentence: each.title,
      })),
      ...stored
        .filter(row => !changes.some(each => each.retires && each.recordId === row.id))
        .map(row => {
          const change = changes.find(each => each.recordId === row.id);
          return change ? { ...row, value: change.value as ExpectationValue } : row;
        }),
    ];
  });

  constructor() {
    holdUnsaved();
  }

  protected choose(id: string): void {
    void this.#router.navigate([], {
      queryParams: { sel: id === this.chosenId() ? null : id },
      queryParamsHandling: 'merge',
      replaceUrl: true,
    });
  }

  protected expect(): void {
    const first = this.rules.blocks()[0];
    if (!first) return;
    const value: ExpectationValue = {
      version: 1,
      subject: { kind: 'blocks', blockIds: [first.id] },
      claim: 'shows',
      count: 1,
      where: {},
      who: {},
      when: {},
      reason: '',
    };
    this.rules.working.make([
      {
        recordId: uuidv7(),
        kind: 'expectation',
        value,
        retires: false,
        baseRevisionId: null,
        title: $localize`A new expectation`,
        did: $localize`new`,
      },
    ]);
  }

  protected share(): void {
    const id = uuidv7();
    const value: SharedRuleValue = { version: 1, title: $localize`A new shared rule`, reason: $localize`Not said yet.`, rule: everywhere };
    this.rules.working.make([
      { recordId: id, kind: 'shared rule', value, retires: false, baseRevisionId: null, title: value.title, did: $localize`new` },
    ]);
    this.choose(id);
  }

  protected setExpectation(row: ExpectationRow, part: Partial<ExpectationValue>, did: string): void {
    this.rules.working.make([
      {
        recordId: row.id,
        kind: 'expectation',
        value: { ...row.value, ...part },
        retires: false,
        baseRevisionId: row.revisionId,
        title: row.sentence,
        did: row.revisionId === null ? $localize`new` : did,
      },
    ]);
  }

  /** What it has said so far; an older version can be gone back to. */
  protected openHistory(row: ExpectationRow): void {
    void openHistory(this.#modal, row.id, this.rules.mayChange).then(
      older => older !== null && this.setExpectation(row, older as ExpectationValue, $localize`an older version`),
    );
  }

  protected drop(row: ExpectationRow): void {
    if (row.revisionId === null) return this.rules.working.drop(row.id);
    this.rules.working.make([
      {
        recordId: row.id,
        kind: 'expectation',
        value: null,
        retires: true,
        baseRevisionId: row.revisionId,
        title: row.sentence,
        did: $localize`no longer expected`,
      },
    ]);
  }
}

const fresh = { revisionId: null, status: 'draft' as const, waiting: null, nextChange: null, changedAt: 0, changedBy: '', sentence: '' };
const emptyRow = { ...fresh, governs: [], followedBy: [] };
const emptyExpectation = { ...fresh, reason: '', breaches: [], isPartial: false };
