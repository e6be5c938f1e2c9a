import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { ViewRequest } from '@contract/messages';
import { entriesOf, outlineOf, type MenuValue, type OutlineRow } from '@core/menu/menu';
import { v7 as uuidv7 } from 'uuid';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { WriterFrame } from '../writing/writer-frame';
import { WritingService } from '../writing/writing.service';
import { Outline } from './outline';

/** Writing a menu as an outline, beside a page on which it shows. */
@Component({
  selector: 'almanac-menu-writer',
  imports: [WriterFrame, Outline],
  providers: [WritingService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-writer-frame [page]="previewPage()" [changes]="changes()" [publicPath]="writing.record()?.pagesChanged?.[0]?.path ?? ''">
      @if ((writing.record()?.pagesChanged ?? []).length > 1) {
        <span i18n bar class="chip ochre">an edit changes {{ writing.record()!.pagesChanged.length }} pages</span>
      }
      @if (writing.value(); as menu) {
        <div class="field">
          <label i18n class="form-label" for="menu-title">Title</label>
          <input
            class="form-control"
            id="menu-title"
            [class.is-invalid]="writing.faultOf('title')"
            [value]="menu.title"
            (input)="set({ title: textIn($event) })"
          />
          <p class="form-help">
            @if (writing.faultOf('title'); as fault) {
              {{ fault }}
            } @else {
              <ng-container i18n>For lists, and for whoever chooses it in a block.</ng-container>
            }
          </p>
        </div>
        <almanac-outline [rows]="rows()" [fault]="writing.faultOf('entries') ?? ''" (rowsChange)="setRows($event)" />
        @if (writing.record() && writing.record()!.pagesChanged.length === 0) {
          <p i18n class="notice-line">It stands on no page yet. Choose it in a block of the type menu.</p>
        }
      }
    </almanac-writer-frame>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
  `,
})
export class MenuWriter {
  protected readonly writing = inject<WritingService<MenuValue>>(WritingService);
  readonly #pages = inject(PagesService).pages;
  protected readonly textIn = textIn;
  readonly id = input.required<string>();
  /** The proposal to go on with. */
  readonly proposal = input<string>();
  protected readonly rows = computed(() => outlineOf(this.writing.value()?.entries ?? []));
  protected readonly previewPage = computed(() => this.writing.record()?.pagesChanged[0]?.id ?? this.#pages()[0]?.id ?? '');
  protected readonly changes = computed((): ViewRequest['changes'] => {
    const value = this.writing.value();
    return value === null ? [] : [{ recordId: this.writing.id, kind: 'menu', value, retires: false, locale: this.writing.locale() }];
  });

  constructor() {
    toObservable(computed(() => ({ id: this.id(), proposal: this.proposal() ?? null })))
      .pipe(takeUntilDestroyed())
      .subscribe(({ id, proposal }) =>
        id === 'new'
          ? this.writing.openNew('menu', uuidv7(), { version: 1, title: '', entries: [] })
          : this.writing.open('menu', id, proposal),
      );
  }

  protected set(part: Partial<MenuValue>): void {
    this.writing.set({ ...this.writing.value()!, ...part });
  }

  protected setRows(rows: readonly OutlineRow[]): void {
    this.set({ entries: entriesOf(rows) });
  }
}
