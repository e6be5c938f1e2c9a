import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { PageField } from '@core/fields/page/page';
import { indentOf } from '../../shared/labels';
import { textIn } from '../../shared/typed-event';
import { PagesService } from '../../state/pages.service';
import { Control } from '../control';

/** A page of the site, chosen in its tree. */
@Component({
  selector: 'almanac-page-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      class="form-select"
      [id]="controlId()"
      [class.is-invalid]="isInvalid"
      [attr.aria-describedby]="describedBy()"
      (change)="change()(textIn($event))"
    >
      <option value="" [selected]="value() === ''">Not chosen</option>
      @for (page of pages(); track page.id) {
        <option [value]="page.id" [selected]="page.id === value()">{{ indentOf(page.depth) }}{{ page.title }}</option>
      }
    </select>
  `,
})
export class PageControl extends Control<PageField, string> {
  protected readonly textIn = textIn;
  protected readonly indentOf = indentOf;
  protected readonly pages = inject(PagesService).pages;
}
