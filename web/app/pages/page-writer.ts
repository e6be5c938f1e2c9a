import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { FieldValues } from '@core/fields/field';
import { carriedOver, initialValues } from '@core/fields/index';
import type { AnyField } from '@core/fields/kinds';
import { writeDate } from '@core/format/moment';
import { shelvedAt } from '@core/page/back-shelf';
import { topicsOf, type PageValue } from '@core/page/page';
import { generateKeyBetween } from 'fractional-indexing';
import { v7 as uuidv7 } from 'uuid';
import { WhoControl } from '../rule/who-control';
import type { FaultAt } from '../fields/control';
import { FieldsForm } from '../fields/fields-form';
import { OnceOverForm, type PageEnd } from './once-over-form';
import { fieldControls } from '../fields/index';
import { addressFor } from '../shared/address-for';
import { indentOf } from '../shared/labels';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { isTickedIn, textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { WriterFrame } from '../writing/writer-frame';
import { WritingService } from '../writing/writing.service';

/** Writing a page: its words left, with room to be long in, what is about it folded beneath; the sheet right. */
@Component({
  selector: 'almanac-page-writer',
  imports: [MidSentencePipe, OnceOverForm, RouterLink, WriterFrame, FieldsForm, WhoControl],
  providers: [WritingService, fieldControls],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-writer-frame [page]="previewPage()" [changes]="changes()" [showing]="writing.id" [publicPath]="path()">
      <a i18n bar class="btn-word" routerLink="/arrange" [queryParams]="{ page: writing.id }">Arrange</a>
      @if (writing.value(); as page) {
        <div class="field">
          <label i18n class="form-label" for="page-title">Title</label
          ><input
            class="form-control"
            id="page-title"
            [class.is-invalid]="writing.faultOf('title')"
            [value]="page.title"
            (input)="set({ title: textIn($event) })"
          />
          @if (writing.faultOf('title'); as words) {
            <p class="form-fault" role="alert">{{ words }}</p>
          }
        </div>
        <almanac-fields-form
          idPrefix="page"
          [fields]="written()"
          [values]="page.fields"
          [faultAt]="faultAt"
          (valuesChange)="setFields(written(), $event)"
        />
        <details class="about" [open]="isUnsettled()">
          <summary>
            <b i18n>About this page</b><span class="quiet words">{{ aboutWords() }}</span>
          </summary>
          <div class="pair">
            <div class="field">
              <label i18n class="form-label" for="page-parent">Page above</label>
              <select class="form-select" id="page-parent" [disabled]="page.parentId === null" (change)="set({ parentId: textIn($event) })">
                @for (each of possibleParents(); track each.id) {
                  <option [value]="each.id" [selected]="each.id === page.parentId">{{ indent(each.depth) }}{{ each.title }}</option>
                }
              </select>
              @if (writing.faultOf('parentId'); as words) {
                <p class="form-fault" role="alert">{{ words }}</p>
              }
            </div>
            <div class="field">
              <label i18n class="form-label" for="page-segment">Address</label
              ><input
                class="form-control code"
                id="page-segment"
                [disabled]="page.parentId === null"
                [class.is-invalid]="writing.faultOf('segment')"
                [value]="page.segment"
                (input)="set({ segment: textIn($event) })"
              />
              <p class="form-help code">{{ path() }}</p>
              @if (writing.faultOf('segment'); as words) {
                <p class="form-fault" role="alert">{{ words }}</p>
              }
            </div>
            <div class="field">
              <label i18n class="form-label" for="page-type">Type</label
              ><select class="form-select" id="page-type" (change)="setType(textIn($event))">
                @for (type of types(); track type.name) {
                  <option [value]="type.name" [selected]="type.name === page.type">{{ type.label | midSentence }}</option>
                }
              </select>
            </div>
            <div class="field">
              <label i18n class="form-label" for="page-layout">Layout</label
              ><select class="form-select" id="page-layout" (change)="set({ layout: textIn($event) })">
                @for (layout of layouts; track layout.name) {
                  <option [value]="layout.name" [selected]="layout.name === page.layout">{{ layout.label }}</option>
                }
              </select>
            </div>
            <div class="field">
              <label class="row-line"
                ><input type="checkbox" class="form-check-input" [checked]="page.inMenu" (change)="set({ inMenu: isTickedIn($event) })" />
                <ng-container i18n>In menus</ng-container></label
              ><input
                class="form-control"
                aria-label="Name in menus"
                i18n-aria-label
                placeholder="as its title"
                i18n-placeholder
                [value]="page.menuLabel"
                (input)="set({ menuLabel: textIn($event) })"
              />
            </div>
            <almanac-fields-form
              class="about-fields"
              idPrefix="page"
              [fields]="about()"
              [values]="page.fields"
              [faultAt]="faultAt"
              (valuesChange)="setFields(about(), $event)"
            />
          </div>
          <div class="field">
            <h3 i18n>Who may read it</h3>
            <label class="row-line"
              ><input
                type="checkbox"
                class="form-check-input"
                [checked]="page.readers === null"
                (change)="set({ readers: isTickedIn($event) ? null : {} })"
              />
              @if (readersAbove(); as readers) {
                <ng-container i18n>The same as the page above: {{ readers }}</ng-container>
              } @else {
                <ng-container i18n>The same as the page above, which is anyone</ng-container>
              }
            </label>
            @if (page.readers; as readers) {
              <almanac-who-control [tree]="readers" (treeChange)="set({ readers: $event })" />
            }
          </div>
          @if (page.parentId !== null) {
            <almanac-once-over-form [page]="page" [fault]="writing.faultOf('onceOver') ?? ''" (pageChange)="setEnd($event)" />
          }
        </details>
      }
    </almanac-writer-frame>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
      --text-room: max(220px, calc(100vh - 570px));
    }
    .about {
      border-top: 3px double var(--hair);
      margin-top: 14px;
      padding-top: 6px;
    }
    .words {
      display: block;
      font-size: 12px;
    }
    summary {
      cursor: pointer;
      min-height: 28px;
    }
    .about-fields {
      display: contents;
    }
    /* What holds dates needs the whole width. */
    .about-fields ::ng-deep .field:has(almanac-moment-control, almanac-repetition-control) {
      grid-column: 1 / -1;
    }
    .pair {
      display: grid;
      margin-top: 8px;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 0 16px;
    }
    @media (max-width: 520px) {
      .pair {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class PageWriter {
  protected readonly writing = inject<WritingService<PageValue>>(WritingService);
  readonly #pages = inject(PagesService);
  readonly #site = inject(SessionService).site;
  readonly #style = inject(SessionService).style;
  /** Record id, or "new". */
  readonly id = input.required<string>();
  /** The proposal to go on with. */
  readonly proposal = input<string>();
  /** For a new page: the page above. */
  readonly parent = input<string>();
  /** Those offered, and the one that the page is of. */
  protected readonly types = computed(() =>
    this.#site.pageTypes.filter(each => !each.isKeptFromNew || each.name === this.writing.value()?.type),
  );
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  readonly #type = computed(() => this.#site.pageTypes.find(each => each.name === this.writing.value()?.type));
  /** The fields that are read as the page, and those that say something about it. */
  protected readonly written = computed(() => (this.#type()?.fields ?? []).filter(field => !field.isAbout));
  protected readonly about = computed(() => (this.#type()?.fields ?? []).filter(field => field.isAbout));
  protected readonly faultAt: FaultAt = pointer => this.writing.faultOf(`fields${pointer}`);
  protected readonly indent = indentOf;
  protected readonly layouts = this.#site.theme.layouts;
  protected readonly changes = computed(() => {
    const value = this.writing.value();
    return value && (this.writing.isChanged() || this.writing.proposal() || this.writing.isNew())
      ? [{ recordId: this.writing.id, kind: 'page' as const, value, retires: false, locale: this.writing.locale() }]
      : [];
  });
  protected readonly previewPage = computed(() => (this.writing.value()?.title ? this.writing.id : ''));
  protected readonly possibleParents = computed(() => this.#pages.pages().filter(page => page.id !== this.writing.id));
  protected readonly path = computed(() => {
    const value = this.writing.value();
    const above = this.#pages.pages().find(page => page.id === value?.parentId);
    return value?.parentId === null ? '/' : `${above?.path === '/' ? '' : (above?.path ?? '…')}/${value?.segment ?? ''}`;
  });

  /** What is about the page stands folded once it is settled: a new page, or one that was refused for it, shows it. */
  protected readonly isUnsettled = computed(
    () =>
      this.writing.isNew() ||
      ['parentId', 'segment', 'layout', 'type', 'onceOver', ...this.about().map(field => `fields/${field.name}`)].some(each =>
        this.writing.faultOf(each),
      ),
  );
  /** Address, type, layout, topics and readers in one line. */
  protected readonly aboutWords = computed(() => {
    const value = this.writing.value();
    if (!value) return '';
    const layout = this.layouts.find(each => each.name === value.layout)?.label ?? value.layout;
    const readers =
      value.readers === null
        ? this.readersAbove()
          ? $localize`for ${this.readersAbove()}`
          : $localize`for anyone`
        : $localize`for readers of its own`;
    return [
      this.path(),
      value.type,
      layout.toLowerCase(),
      topicsOf(value).join(', '),
      value.inMenu ? '' : $localize`in no menu`,
      this.#shelfWords(value),
      readers,
    ]
      .filter(Boolean)
      .join(' · ');
  });

  #shelfWords(value: PageValue): string {
    const at = shelvedAt(value);
    return at === Infinity
      ? ''
      : at <= this.#site.now
        ? $localize`on the back shelf`
        : $localize`to the back shelf on ${writeDate(at, this.#style)}`;
  }

  /** Who may read the page above, in words; empty for anyone. */
  protected readonly readersAbove = computed(
    () => this.#pages.pages().find(each => each.id === this.writing.value()?.parentId)?.readers ?? '',
  );

  #opened: string | null = null;

  constructor() {
    toObservable(computed(() => ({ id: this.id(), proposal: this.proposal() ?? null, above: this.parent() ?? this.#pages.pages()[0]?.id })))
      .pipe(takeUntilDestroyed())
      .subscribe(({ id, proposal, above }) => {
        if (id === 'new') this.#begin(above);
        else if (id !== this.writing.id || proposal !== this.#opened) this.writing.open('page', id, (this.#opened = proposal));
      });
  }

  #begin(parentId: string | undefined): void {
    const [type] = this.types();
    if (!parentId || !type || this.writing.value()) return;
    this.writing.openNew('page', uuidv7(), {
      version: 3,
      type: type.name,
      typeVersion: type.version,
      title: '',
      parentId,
      segment: '',
      order: generateKeyBetween(this.#lastOrderBeneath(parentId), null),
      layout: this.layouts[0]!.name,
      readers: null,
      inMenu: true,
      menuLabel: '',
      fields: initialValues(type.fields),
    });
  }

  protected set(part: Partial<PageValue>): void {
    const value = this.writing.value()!;
    // A new page's address follows its title until it is given one of its own.
    const follows = this.writing.isNew() && part.title !== undefined && value.segment === addressFor(value.title);
    this.writing.set({ ...value, ...part, ...(follows ? { segment: addressFor(part.title!) } : {}) });
  }

  /** Takes in what was written in one of the two forms; what the other one has just taken in stays. */
  protected setFields(of: readonly AnyField[], values: FieldValues): void {
    const own = Object.fromEntries(of.map(({ name }) => [name, values[name]]));
    this.set({ fields: { ...this.writing.value()!.fields, ...own } });
  }

  /** What it says of its own end; what is undefined is left out of what is stored. */
  protected setEnd(part: PageEnd): void {
    const value = { ...this.writing.value()!, ...part };
    this.writing.set(Object.fromEntries(Object.entries(value).filter(([, held]) => held !== undefined)) as unknown as PageValue);
  }

  #lastOrderBeneath(parentId: string): string | null {
    const orders = this.#pages
      .pages()
      .filter(page => page.parentId === parentId)
      .map(page => page.order);
    return orders.reduce<string | null>((last, order) => (last === null || order > last ? order : last), null);
  }

  /** Turns to another type: what both have stays, what only the other has begins as it does there. */
  protected setType(name: string): void {
    const type = this.types().find(each => each.name === name);
    const held = this.writing.value()!.fields;
    if (!type) return;
    this.set({ type: name, typeVersion: type.version, fields: carriedOver(this.#type()?.fields ?? [], type.fields, held) });
  }
}
