import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { placesOf } from '../kinds/index';
import { RouterLink } from '@angular/router';
import type { ListingQuestionWish } from '@contract/listing';
import type { ViewRequest } from '@contract/messages';
import { freshBlock, type BlockValue } from '@core/block/block';
import { carriedOver } from '@core/fields/index';
import { freshPlacement } from '@core/placement/placement';
import { thisPageOnly } from '@core/rule/rule';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient } from '../api/api-client';
import { BeginAs } from './begin-as';
import { ListedPages } from './listed-pages';
import { WhoControl } from '../rule/who-control';
import type { FaultAt } from '../fields/control';
import { FieldsForm } from '../fields/fields-form';
import { fieldControls } from '../fields/index';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { isTickedIn, textIn } from '../shared/typed-event';
import { PhaseMark } from '../shared/phase-mark';
import { ToldPipe } from '../shared/told.pipe';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { WriterFrame } from '../writing/writer-frame';
import { WritingService } from '../writing/writing.service';

/** Writing a block beside the page it shows on; says how many pages an edit changes. */
@Component({
  selector: 'almanac-block-writer',
  imports: [ToldPipe, MidSentencePipe, RouterLink, WriterFrame, FieldsForm, BeginAs, ListedPages, WhoControl, PhaseMark],
  providers: [WritingService, fieldControls],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-writer-frame
      [page]="previewPage()"
      [changes]="changes()"
      [block]="writing.id"
      [showing]="writing.id"
      [publicPath]="shownOn()[0]?.path ?? ''"
    >
      @if (shownOn().length > 1) {
        <span i18n bar class="chip ochre">an edit changes {{ shownOn().length }} pages</span>
      }
      @if (writing.value(); as block) {
        @if (writing.isNew()) {
          <div class="field">
            <label i18n class="form-label" for="block-type">Type</label>
            <select class="form-select" id="block-type" (change)="setType(textIn($event))">
              @for (each of types; track each.name) {
                <option [value]="each.name" [selected]="each.name === block.type">{{ each.label | midSentence }}</option>
              }
            </select>
            <p class="form-help">{{ type()?.description }}</p>
          </div>
        }
        <div class="field">
          <label i18n class="form-label" for="block-title">Title</label
          ><input
            class="form-control"
            id="block-title"
            [class.is-invalid]="writing.faultOf('title')"
            [value]="block.title"
            (input)="set({ title: textIn($event) })"
          />
          @if (writing.faultOf('title'); as words) {
            <p class="form-fault" role="alert">{{ words }}</p>
          } @else {
            <p i18n class="form-help">Lists and search use it, even where a page does not show it.</p>
          }
        </div>
        @if (type(); as type) {
          @if (writing.isNew()) {
            <almanac-begin-as [type]="type" (chosen)="set({ fields: $event })" />
          }
          <almanac-fields-form
            [fields]="type.fields"
            [values]="block.fields"
            [faultAt]="faultAt"
            (valuesChange)="set({ fields: $event })"
          />
        }
        @if (listingQuestion(); as question) {
          <almanac-listed-pages [question]="question" />
        }
        <h3 i18n>Readers</h3>
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="block.readers === null"
            (change)="set({ readers: isTickedIn($event) ? null : {} })"
          />
          <ng-container i18n>as the page it stands on</ng-container></label
        >
        @if (block.readers; as readers) {
          <almanac-who-control [tree]="readers" (treeChange)="set({ readers: $event })" />
        }
        @if (writing.record(); as record) {
          <h3 i18n class="used">Where it is used</h3>
          @for (use of record.usedOn; track use.placementId) {
            <p class="use">
              <almanac-phase [status]="use.status" /> {{ use.target }}: {{ use.where }}
              <span i18n class="quiet">· {use.pageCount, plural, =1 {1 page} other {{{ use.pageCount }} pages}}</span>
              @if (use.firstPageId) {
                · <a i18n routerLink="/arrange" [queryParams]="{ page: use.firstPageId, sel: use.placementId }">Arrange</a>
              }
            </p>
          } @empty {
            <p i18n class="quiet">Nowhere yet. Open a page in Arrange and choose “Add here” to place it.</p>
          }
          @if (record.insetIn.length > 0) {
            <h3 i18n class="used">Inside these texts</h3>
            @for (each of record.insetIn; track each.recordId) {
              <p class="use">
                <a [routerLink]="[writerOf(each.kind), each.recordId]">{{ each.title }}</a>
                <span class="quiet">{{ each.kind | told }}</span>
              </p>
            }
          }
        }
        @if (shownOn().length === 0) {
          <label class="row-line"
            ><ng-container i18n>Look at it as if it stood in</ng-container>&ngsp;
            <select class="form-select trial" (change)="trialRegion.set(textIn($event))">
              @for (each of regions; track each.name) {
                <option [value]="each.name" [selected]="each.name === trialRegion()">{{ each.label | midSentence }}</option>
              }
            </select></label
          >
        }
      }
    </almanac-writer-frame>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .used {
      margin-top: 14px;
      border-bottom: 1px solid var(--hair);
      padding-bottom: 2px;
    }
    .trial {
      width: auto;
    }
    .use {
      margin: 0;
      padding: 4px 0;
      border-bottom: 1px solid #ece6d9;
    }
  `,
})
export class BlockWriter {
  protected readonly writing = inject<WritingService<BlockValue>>(WritingService);
  protected readonly pages = inject(PagesService);
  readonly #session = inject(SessionService);
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  /** Record id, or "new". */
  readonly id = input.required<string>();
  /** For a new one: its type. */
  readonly ofType = input<string>();
  /** For a new one: the block that it begins as. */
  readonly like = input<string>();
  /** The proposal to go on with. */
  readonly proposal = input<string>();
  /** The page from which one came. */
  readonly page = input<string>();
  protected readonly type = computed(() => this.#session.blockType(this.writing.value()?.type ?? ''));
  protected readonly faultAt: FaultAt = pointer => this.writing.faultOf(`fields${pointer}`);
  protected readonly types = this.#session.site.blockTypes.filter(each => !each.isKeptFromNew);
  /** The pages that show it. */
  protected readonly shownOn = computed(() => this.writing.record()?.pagesChanged ?? []);
  protected readonly previewPage = computed(() => {
    const asked = this.shownOn().find(each => each.id === this.page());
    return asked?.id ?? this.shownOn()[0]?.id ?? this.pages.pages()[0]?.id ?? '';
  });
  /** What it would list, where its type lists pages. */
  protected readonly listingQuestion = computed((): ListingQuestionWish | null => {
    const value = this.writing.value();
    const page = this.previewPage();
    if (!value || !this.type()?.listsPages || page === '') return null;
    return { vantage: { page, locale: this.writing.locale() }, change: { recordId: this.writing.id, kind: 'block', value } };
  });
  readonly #trialId = uuidv7();
  protected readonly regions = this.#session.site.theme.regions;
  /** Where it is looked at while it is placed nowhere. */
  protected readonly trialRegion = signal('main');
  protected readonly changes = computed((): ViewRequest['changes'] => {
    const value = this.writing.value();
    if (!value) return [];
    const change = { recordId: this.writing.id, kind: 'block' as const, value, retires: false, locale: this.writing.locale() };
    if (this.shownOn().length > 0) return [change];
    // Shown on no page: stood on the front page for the look of it only.
    const trial = freshPlacement({
      blockId: this.writing.id,
      target: { kind: 'region', name: this.trialRegion() },
      order: 'Zz',
      rule: thisPageOnly(this.previewPage()),
    });
    return this.previewPage() === ''
      ? []
      : [change, { recordId: this.#trialId, kind: 'placement', value: trial, retires: false, locale: this.writing.locale() }];
  });

  constructor() {
    toObservable(computed(() => ({ id: this.id(), proposal: this.proposal() ?? null })))
      .pipe(takeUntilDestroyed())
      .subscribe(({ id, proposal }) => (id === 'new' ? this.#begin() : this.writing.open('block', id, proposal)));
  }

  #begin(): void {
    const like = this.like();
    if (like !== undefined)
      this.#api.readRecord(like).subscribe({
        next: ({ live, newest }) => {
          const held = (live?.value ?? newest) as BlockValue;
          this.writing.openNew('block', uuidv7(), { ...held, title: $localize`${held.title}, again` });
        },
        error: (error: unknown) => this.#messages.problem(error),
      });
    else {
      const type = this.#session.blockType(this.ofType() ?? '') ?? this.types[0];
      if (type) this.writing.openNew('block', uuidv7(), freshBlock(type, ''));
    }
  }

  /** Turns a new one to another type: its title and what both have stays. */
  protected setType(name: string): void {
    const type = this.#session.blockType(name);
    const held = this.writing.value();
    if (!type || !held) return;
    const fields = carriedOver(this.type()?.fields ?? [], type.fields, held.fields);
    this.set({ ...freshBlock(type, held.title), readers: held.readers, fields });
  }

  protected writerOf(kind: string): string | undefined {
    return placesOf(kind).writer;
  }

  protected set(part: Partial<BlockValue>): void {
    this.writing.set({ ...this.writing.value()!, ...part });
  }
}
