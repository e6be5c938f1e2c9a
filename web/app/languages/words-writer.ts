import { isWaiting } from '@core/ledger/stage';
import { VerbPipe } from '../shared/verb.pipe';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { CoverageTable } from '@contract/languages';
import { ApiClient } from '../api/api-client';
import { fieldControls } from '../fields/index';
import { placesOf } from '../kinds/index';
import { WhenPipe } from '../shared/when-pipe';
import { MergeService } from '../merging/merge.service';
import { JoiningService } from '../reviews/joining.service';
import { SessionService } from '../state/session.service';
import { Holding } from '../writing/holding';
import { LivePreview } from '../writing/live-preview';
import { isUnfinished } from './coverage-kinds';
import { WordsRow } from './words-row';
import { WordsService } from './words.service';
import { BaseMoved } from '../writing/base-moved';

/** Writing a record in a locale: source and own words side by side, field by field, and on to the next unfinished by one key. */
@Component({
  selector: 'almanac-words-writer',
  imports: [BaseMoved, RouterLink, WordsRow, LivePreview, WhenPipe, Holding, VerbPipe],
  providers: [WordsService, fieldControls],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'hear($event)' },
  template: `
    @if (words.record(); as record) {
      <div class="bar" [style.border-inline-start-color]="colour()">
        <h1>{{ record.title }}</h1>
        <span class="chip in" [lang]="record.locale">{{ here()?.name }}</span>
        @switch (record.state) {
          @case ('out') {
            <span i18n class="chip">left out here</span>
          }
          @case ('follows') {
            <span i18n class="quiet small">follows throughout</span>
          }
        }
        @if (words.proposal(); as proposal) {
          <span class="chip ochre">
            @if (proposal.stage === 'draft') {
              <ng-container i18n>your draft</ng-container>
            } @else {
              <ng-container i18n>in review</ng-container>
            }
          </span>
        }
        @if (words.isChanged()) {
          <span i18n class="small quiet">not saved yet; kept in this browser</span>
        }
        <span class="grow"></span>
        <a i18n class="btn-word" [routerLink]="[placesOf(record.kind).writer ?? placesOf(record.kind).workspace, record.id]"
          >In {{ began()?.name }}</a
        >
        <button class="btn-word" [attr.aria-pressed]="showsPage()" (click)="showsPage.set(!showsPage())">
          @if (showsPage()) {
            <ng-container i18n>Without the page</ng-container>
          } @else {
            <ng-container i18n>With the page</ng-container>
          }
        </button>
        @if (words.mayWrite) {
          @if (words.draftable().length > 1) {
            <button i18n class="btn-word" [disabled]="words.isBusy()" (click)="words.draft(words.draftable())">
              Draft the rest by machine
            </button>
          }
          @if (words.isChanged()) {
            <button i18n class="btn btn-plain" (click)="words.discard()">Discard</button>
          }
          @if (words.proposal(); as proposal) {
            <button i18n class="btn btn-plain" [disabled]="!words.isChanged() || words.isBusy()" (click)="words.save()">Save draft</button>
            @for (move of proposal.moves; track move.name) {
              @if (proposal.stage === 'draft' && isWaiting(move.to)) {
                <button class="btn btn-primary" [disabled]="words.isBusy()" (click)="words.move(move.name)">{{ move.name | verb }}</button>
              }
            }
            <button i18n type="button" class="btn-word" (click)="joinAnother(proposal.editionId)">Together with…</button>
            <a i18n class="btn btn-plain" [routerLink]="['/reviews', proposal.editionId]">The proposal</a>
          } @else {
            @if (record.state !== 'out' && !words.isChanged()) {
              <button i18n class="btn btn-plain" (click)="words.leaveOut()">Leave out here…</button>
            }
            <button
              class="btn btn-primary"
              [disabled]="(!words.isChanged() && record.state !== 'out') || words.isBusy()"
              (click)="words.save()"
            >
              @if (record.state === 'out' && !words.isChanged()) {
                <ng-container i18n>Bring back…</ng-container>
              } @else {
                <ng-container i18n>Save…</ng-container>
              }
            </button>
          }
        } @else {
          <span i18n class="quiet">Your roles let you read this, not write it in {{ here()?.name }}.</span>
        }
        @if (next(); as next) {
          <a i18n class="btn btn-plain" [routerLink]="['/languages', locale(), next.id]" title="Alt+N" i18n-title>Next unfinished</a>
        }
      </div>
      @if (words.wasKept() && words.isChanged()) {
        <p class="notice-line">
          <ng-container i18n>These are words you had not saved. They were kept in this browser.</ng-container>&ngsp;
          <button i18n class="btn-word" (click)="words.discard()">Discard them</button>
        </p>
      }
      <almanac-holding
        [recordId]="record.id"
        [kind]="record.kind"
        [locale]="record.locale"
        [isChanged]="words.isChanged()"
        (reload)="words.open(record.id, record.locale)"
      />
      @if (words.proposal()?.baseMoved) {
        <almanac-base-moved [isChanged]="words.isChanged()" (wanted)="bringLiveIn()" />
      }
      @for (other of words.others(); track other.id) {
        <p i18n class="notice-line">
          {{ other.author.name }} has a proposal {other.stage, select, draft {in draft} other {in review}} on this here too.
          <a [routerLink]="['/reviews', other.editionId]">Look at it</a>
        </p>
      }
      @if (words.problem(); as problem) {
        <p class="notice-line ember" role="alert">{{ problem.message }}</p>
      }
      <div class="body" [class.with-page]="showsPage()">
        <form class="fields" (submit)="$event.preventDefault()" ariaLabel="Words in {{ here()?.name }}" i18n-ariaLabel>
          @for (field of shown(); track field.name) {
            <almanac-words-row [field]="field" />
          }
          @if (fixed().length > 0) {
            <p i18n class="quiet small fixed">The same in every locale: {{ fixed() }}.</p>
          }
          @if (record.revisions.length > 0) {
            <h2 i18n>What was written here</h2>
            <ul class="small">
              @for (revision of record.revisions.slice(0, 8); track revision.id) {
                <li>
                  {{ revision.createdAt | when }} · {{ revision.author }}
                  @if (revision.isLive) {
                    <span i18n class="chip">live</span>
                  }
                </li>
              }
            </ul>
          }
        </form>
        @if (showsPage()) {
          <div class="preview">
            <almanac-live-preview [page]="record.pages[0]?.id ?? ''" [changes]="changes()" [locale]="record.locale" />
          </div>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr);
      height: 100%;
    }
    .bar {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 10px;
      padding: 6px 20px;
      min-height: 44px;
      border-bottom: 1px solid var(--hair);
      border-inline-start: 6px solid transparent;
    }
    h1 {
      font-size: 17px;
      margin: 0;
      max-width: 340px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .in {
      font-weight: 650;
    }
    .notice-line {
      margin: 6px 20px 0;
    }
    .body {
      grid-row: 3;
      min-height: 0;
      display: grid;
      grid-template-columns: minmax(0, 1fr);
    }
    .body.with-page {
      grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
    }
    .fields {
      overflow: auto;
      padding: 4px 20px 24px;
      background: var(--sheet);
    }
    .preview {
      padding: 10px 16px 0;
      border-inline-start: 1px solid var(--hair);
      min-height: 0;
    }
    .fixed {
      margin: 10px 0 0;
    }
    h2 {
      font-size: 14px;
      margin: 16px 0 4px;
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
  `,
})
export class WordsWriter {
  protected readonly isWaiting = isWaiting;
  protected readonly words = inject(WordsService);
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  readonly #session = inject(SessionService);
  readonly #joining = inject(JoiningService);
  readonly #merges = inject(MergeService);
  protected readonly placesOf = placesOf;
  readonly locale = input.required<string>();
  readonly id = input.required<string>();
  protected readonly showsPage = signal(false);
  readonly #table = signal<CoverageTable>({ locales: [], rows: [] });
  protected readonly here = computed(() => this.#session.locale(this.locale()));
  protected readonly began = computed(() => this.#session.locale(this.words.record()?.baseLocale ?? ''));
  protected readonly colour = computed(() => colourOf(this.#session.site.locales.findIndex(each => each.tag === this.locale())));
  /** What there is to write; fields that are empty and may stay so come last. */
  protected readonly shown = computed(() => {
    const fields = (this.words.record()?.fields ?? []).filter(each => each.mayDiffer);
    return [...fields.filter(each => each.state !== 'empty'), ...fields.filter(each => each.state === 'empty')];
  });
  protected readonly fixed = computed(() =>
    (this.words.record()?.fields ?? [])
      .filter(each => !each.mayDiffer && each.base !== '' && each.base !== null)
      .map(each => each.label)
      .join(', '),
  );
  protected readonly changes = computed(() => {
    const record = this.words.record();
    return record ? [{ recordId: record.id, kind: record.kind, value: this.words.value(), retires: false, locale: record.locale }] : [];
  });
  /** The next record of the same kind that is unfinished here, after this one. */
  protected readonly next = computed(() => {
    const { locales, rows } = this.#table();
    const at = locales.indexOf(this.locale());
    const from = rows.findIndex(row => row.id === this.id()) + 1;
    return [...rows.slice(from), ...rows.slice(0, from)].find(
      ({ id, cells }) => id !== this.id() && cells[at] !== undefined && isUnfinished(cells[at]),
    );
  });

  constructor() {
    toObservable(computed(() => ({ id: this.id(), locale: this.locale() })))
      .pipe(takeUntilDestroyed())
      .subscribe(({ id, locale }) => this.words.open(id, locale));
    toObservable(computed(() => this.words.record()?.kind))
      .pipe(takeUntilDestroyed())
      .subscribe(kind => kind && this.#api.readCoverage(kind).subscribe({ next: table => this.#table.set(table), error: () => undefined }));
  }

  protected async joinAnother(editionId: string): Promise<void> {
    if (await this.#joining.join(editionId)) this.words.open(this.id(), this.locale());
  }

  protected async bringLiveIn(): Promise<void> {
    const { proposal, record } = { proposal: this.words.proposal(), record: this.words.record() };
    if (proposal && record && (await this.#merges.intoProposal(proposal.id, record.title))) this.words.open(record.id, record.locale);
  }

  protected hear(event: KeyboardEvent): void {
    const next = this.next();
    if (!event.altKey || event.key.toLowerCase() !== 'n' || !next) return;
    event.preventDefault();
    void this.#router.navigate(['/languages', this.locale(), next.id]);
  }
}

// Locales are told apart by where their colours lie on the wheel: as far from each other as there are of them.
function colourOf(at: number): string {
  return at <= 0 ? 'transparent' : `hsl(${(at * 137) % 360} 45% 42%)`;
}
