import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PagesField } from '@core/fields/pages/pages';
import { indentOf } from '../../shared/labels';
import { textIn } from '../../shared/typed-event';
import { PagesService } from '../../state/pages.service';
import { ChosenList } from '../chosen-list';
import { Control } from '../control';

/** Several pages, in the order in which they were chosen. */
@Component({
  selector: 'almanac-pages-control',
  imports: [ChosenList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (value().length > 0) {
      <almanac-chosen-list [label]="field().label" [chosen]="chosen()" (orderChange)="change()($event)" />
    }
    <select
      class="form-select"
      [id]="controlId()"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      [disabled]="value().length >= (field().most ?? 100)"
      (change)="add(textIn($event))"
    >
      <option i18n value="" selected>Add a page</option>
      @for (page of left(); track page.id) {
        <option [value]="page.id">{{ indentOf(page.depth) }}{{ page.title }}</option>
      }
    </select>
  `,
})
export class PagesControl extends Control<PagesField, readonly string[]> {
  readonly #pages = inject(PagesService).pages;
  protected readonly textIn = textIn;
  protected readonly indentOf = indentOf;
  protected readonly chosen = computed(() =>
    this.value().map(id => ({ id, title: this.#pages().find(page => page.id === id)?.title ?? $localize`a page that is gone` })),
  );
  protected readonly left = computed(() => this.#pages().filter(page => !this.value().includes(page.id)));

  protected add(id: string): void {
    if (id !== '') this.change()([...this.value(), id]);
  }
}
