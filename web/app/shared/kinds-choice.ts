import { ChangeDetectionStrategy, Component, inject, input, model } from '@angular/core';
import { kindNamed, recordKinds } from '@core/kinds/index';
import type { GovernedKind } from '@core/workflow/governed';
import { SessionService } from '../state/session.service';
import { ChosenChip } from './chosen-chip';
import { ToldPipe } from './told.pipe';
import { toggled } from './toggled';
import { textIn } from './typed-event';

/** Chooses kinds of record, and types of each. */
@Component({
  selector: 'almanac-kinds-choice',
  imports: [ChosenChip, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (each of kinds(); track each.kind) {
      <almanac-chosen [name]="each.kind | told" (dropped)="drop(each.kind)">{{ each.kind | told }}</almanac-chosen>
      @for (type of each.types; track type) {
        <almanac-chosen [isNarrower]="true" [name]="labelOf(type)" (dropped)="toggleType(each.kind, type)"
          ><ng-container i18n>only {{ labelOf(type) }}</ng-container></almanac-chosen
        >
      }
      @if (typesOf(each.kind).length > each.types.length) {
        <select
          class="form-select"
          ariaLabel="Types of {{ each.kind | told }}"
          i18n-ariaLabel
          (change)="toggleType(each.kind, textIn($event))"
        >
          <option i18n value="" selected>of a type…</option>
          @for (type of typesOf(each.kind); track type.name) {
            @if (!each.types.includes(type.name)) {
              <option [value]="type.name">{{ type.label }}</option>
            }
          }
        </select>
      }
    }
    @if (kinds().length < all.length) {
      <select class="form-select" aria-label="Kinds" i18n-aria-label (change)="add(textIn($event))">
        <option value="" selected>
          @if (kinds().length === 0) {
            {{ noneMeans() }}
          } @else {
            <ng-container i18n>and…</ng-container>
          }
        </option>
        @for (kind of all; track kind) {
          @if (!has(kind)) {
            <option [value]="kind">{{ kind | told }}</option>
          }
        }
      </select>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .form-select {
      width: auto;
      max-width: 180px;
      padding-block: 2px;
      font-size: 13px;
    }
  `,
})
export class KindsChoice {
  readonly #site = inject(SessionService).site;
  protected readonly textIn = textIn;
  protected readonly all = recordKinds;
  readonly kinds = model.required<readonly GovernedKind[]>();
  /** What it means that none is chosen, in a word or two. */
  readonly noneMeans = input.required<string>();

  protected has(kind: string): boolean {
    return this.kinds().some(each => each.kind === kind);
  }

  /** The types by which records of a kind are told apart; a placement by what it shows. */
  protected typesOf(kind: string): readonly { readonly name: string; readonly label: string }[] {
    const { pageTypes, blockTypes } = this.#site;
    const { typedBy } = kindNamed(kind);
    return typedBy ? { 'page types': pageTypes, 'block types': blockTypes }[typedBy] : [];
  }

  protected labelOf(type: string): string {
    return [...this.#site.blockTypes, ...this.#site.pageTypes].find(each => each.name === type)?.label ?? type;
  }

  protected add(kind: string): void {
    if (kind) this.kinds.set([...this.kinds(), { kind, types: [] }]);
  }

  protected drop(kind: string): void {
    this.kinds.set(this.kinds().filter(each => each.kind !== kind));
  }

  protected toggleType(kind: string, type: string): void {
    if (type) this.kinds.set(this.kinds().map(each => (each.kind === kind ? { ...each, types: toggled(each.types, type) } : each)));
  }
}
