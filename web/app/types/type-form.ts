import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  renditionNames,
  type Rendition,
  type RenditionName,
  type SiteField,
  type SiteType,
  type SiteTypes,
} from '@core/site-types/site-type';
import { choiceIn, isTickedIn, textIn } from '../shared/typed-event';
import { calledAfter } from './field-kinds';
import { FieldRows } from './field-rows';
import { RenditionForm } from './rendition-form';

/** One type of a site: what it is called, what it consists of, how it is shown. */
@Component({
  selector: 'almanac-type-form',
  imports: [FieldRows, RenditionForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line">
      <label
        ><span i18n class="form-label">Label</span
        ><input class="form-control" maxlength="60" [value]="type().label" (input)="setLabel(textIn($event))"
      /></label>
      <label
        ><span i18n class="form-label">Of</span
        ><select class="form-select" [disabled]="!isNew()" (change)="set({ of: choiceIn($event) })">
          <option i18n value="page" [selected]="type().of === 'page'">pages</option>
          <option i18n value="block" [selected]="type().of === 'block'">blocks</option>
        </select></label
      >
      <label class="grow"
        ><span i18n class="form-label">What it is for</span
        ><input class="form-control" maxlength="300" [value]="type().description" (input)="set({ description: textIn($event) })"
      /></label>
    </div>
    <p class="line">
      <label class="row-line"
        ><input
          type="checkbox"
          class="form-check-input"
          [checked]="type().isKeptFromNew"
          (change)="set({ isKeptFromNew: isTickedIn($event) })"
        />
        <ng-container i18n>not offered for what is new</ng-container></label
      >
      @if (type().of === 'page') {
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="type().isKeptFromLists"
            (change)="set({ isKeptFromLists: isTickedIn($event) })"
          />
          <ng-container i18n>left out of listings that do not ask for it</ng-container></label
        >
      }
    </p>
    <h3 i18n>Fields</h3>
    @if (type().of === 'page') {
      <p i18n class="quiet">Besides standfirst, text, picture, topics and date, which all pages have.</p>
    }
    <almanac-field-rows [fields]="own()" (fieldsChange)="setOwn($event)" />
    @if (types().shared.length > 0) {
      <p class="line">
        <span i18n class="quiet">Shared:</span>
        @for (each of sharable(); track each.called) {
          <label class="row-line"
            ><input type="checkbox" class="form-check-input" [checked]="shares(each.called)" (change)="toggleShared(each.called)" />
            {{ each.field.label }}</label
          >
        }
      </p>
    }
    <h3 i18n>How it is shown</h3>
    @for (name of renditions(); track name) {
      <almanac-rendition-form
        [label]="renditionLabels[name]"
        [name]="name"
        [types]="types()"
        [at]="at()"
        (renditionChange)="setRendition(name, $event)"
      />
    }
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 6px 14px;
      margin-bottom: 6px;
    }
    h3 {
      margin: 12px 0 2px;
    }
  `,
})
export class TypeForm {
  readonly types = input.required<SiteTypes>();
  readonly at = input.required<number>();
  /** Whether it has not been saved yet, so that what it is of can be chosen. */
  readonly isNew = input.required<boolean>();
  readonly typeChange = output<SiteType>();
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  protected readonly choiceIn = choiceIn<SiteType['of']>;
  protected readonly type = computed(() => this.types().types[this.at()]!);
  protected readonly own = computed(() => this.type().fields.flatMap(each => ('shared' in each ? [] : [each])));
  protected readonly sharable = computed(() => this.types().shared.filter(each => each.state === 'used'));
  protected readonly renditions = computed(() => (this.type().of === 'page' ? renditionNames : (['whole'] as const)));
  protected readonly renditionLabels: Readonly<Record<RenditionName, string>> = {
    whole: $localize`By itself`,
    card: $localize`As a card`,
    line: $localize`In a line`,
  };

  protected set(part: Partial<SiteType>): void {
    this.typeChange.emit({ ...this.type(), ...part });
  }

  protected setLabel(label: string): void {
    this.set({ label, ...(this.isNew() ? { name: calledAfter(label) } : {}) });
  }

  protected setOwn(fields: readonly SiteField[]): void {
    this.set({ fields: [...fields, ...this.type().fields.filter(each => 'shared' in each)] });
  }

  protected shares(called: string): boolean {
    return this.type().fields.some(each => 'shared' in each && each.shared === called);
  }

  protected toggleShared(called: string): void {
    const { fields } = this.type();
    this.set({
      fields: this.shares(called) ? fields.filter(each => !('shared' in each && each.shared === called)) : [...fields, { shared: called }],
    });
  }

  protected setRendition(name: RenditionName, rendition: Rendition | null): void {
    const rest = Object.fromEntries(Object.entries(this.type().renditions).filter(([each]) => each !== name));
    this.set({ renditions: rendition ? { ...rest, [name]: rendition } : rest });
  }
}
