import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { FieldedKindName } from '@contract/fielded';
import type { ViewRequest } from '@contract/messages';
import { freshFielded, type FieldedValue } from '@core/kinds/fielded/fielded';
import { inSpokenWords } from '@core/tongue/declared';
import { v7 as uuidv7 } from 'uuid';
import type { FaultAt } from '../fields/control';
import { FieldsForm } from '../fields/fields-form';
import { fieldControls } from '../fields/index';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { WriterFrame } from '../writing/writer-frame';
import { WritingService } from '../writing/writing.service';
import { CampaignReport } from './campaign-report';
import { fieldedKinds } from './fielded-kinds';

/** Writing a record made of fields, beside a page on which it shows. */
@Component({
  selector: 'almanac-fielded-writer',
  imports: [WriterFrame, FieldsForm, CampaignReport],
  providers: [WritingService, fieldControls],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-writer-frame [page]="previewPage()" [changes]="changes()" [publicPath]="writing.record()?.pagesChanged?.[0]?.path ?? ''">
      @if ((writing.record()?.pagesChanged ?? []).length > 1) {
        <span i18n bar class="chip ochre">an edit changes {{ writing.record()!.pagesChanged.length }} pages</span>
      }
      @if (writing.value(); as value) {
        <div class="field">
          <label i18n class="form-label" for="fielded-title">Title</label>
          <input
            class="form-control"
            id="fielded-title"
            [class.is-invalid]="writing.faultOf('title')"
            [value]="value.title"
            (input)="set({ title: textIn($event) })"
          />
          @if (writing.faultOf('title'); as fault) {
            <p class="form-fault" role="alert">{{ fault }}</p>
          } @else {
            <p class="form-help">{{ words().titleHelp }}</p>
          }
        </div>
        <almanac-fields-form [fields]="fields()" [values]="value.fields" [faultAt]="faultAt" (valuesChange)="set({ fields: $event })" />
        @if (kind() === 'campaign' && !writing.isNew()) {
          <almanac-campaign-report [campaign]="writing.id" [title]="value.title" />
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
export class FieldedWriter {
  protected readonly writing = inject<WritingService<FieldedValue>>(WritingService);
  readonly #pages = inject(PagesService).pages;
  protected readonly textIn = textIn;
  readonly kind = input.required<FieldedKindName>();
  /** Record id, or "new". */
  readonly id = input.required<string>();
  /** The proposal to go on with. */
  readonly proposal = input<string>();
  protected readonly words = computed(() => fieldedKinds[this.kind()]);
  protected readonly fields = computed(() => inSpokenWords(this.words().fields));
  protected readonly faultAt: FaultAt = pointer => this.writing.faultOf(`fields${pointer}`);
  protected readonly previewPage = computed(() => this.writing.record()?.pagesChanged[0]?.id ?? this.#pages()[0]?.id ?? '');
  protected readonly changes = computed((): ViewRequest['changes'] => {
    const value = this.writing.value();
    return value === null ? [] : [{ recordId: this.writing.id, kind: this.kind(), value, retires: false, locale: this.writing.locale() }];
  });

  constructor() {
    toObservable(computed(() => ({ id: this.id(), proposal: this.proposal() ?? null, kind: this.kind() })))
      .pipe(takeUntilDestroyed())
      .subscribe(({ id, proposal, kind }) =>
        id === 'new' ? this.writing.openNew(kind, uuidv7(), freshFielded(this.words().fields)) : this.writing.open(kind, id, proposal),
      );
  }

  protected set(part: Partial<FieldedValue>): void {
    this.writing.set({ ...this.writing.value()!, ...part });
  }
}
