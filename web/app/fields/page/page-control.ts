import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { PageField } from '@core/fields/page/page';
import { indentOf } from '../../shared/labels';
import { PagesService } from '../../state/pages.service';
import { Control } from '../control';
import { OptionSelect } from '../option-select';

/** A page of the site, chosen in its tree. */
@Component({
  selector: 'almanac-page-control',
  imports: [OptionSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<almanac-option-select [of]="this" [options]="options()" none="Not chosen" i18n-none />`,
})
export class PageControl extends Control<PageField, string> {
  readonly #pages = inject(PagesService).pages;
  protected readonly options = computed(() => this.#pages().map(({ id, title, depth }) => ({ value: id, label: indentOf(depth) + title })));
}
