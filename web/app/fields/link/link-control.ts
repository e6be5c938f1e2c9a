import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { addressOf, linkTyped } from '@core/fields/link/typed-link';
import type { LinkField } from '@core/fields/link/link';
import type { LinkTarget } from '@core/rich-text/document';
import { textIn } from '../../shared/typed-event';
import { PagesService } from '../../state/pages.service';
import { Control } from '../control';

/** Where a link leads: a path that is typed and belongs to a page means that page, wherever it moves. */
@Component({
  selector: 'almanac-link-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="form-control"
      placeholder="/visit or https://…"
      i18n-placeholder
      [id]="controlId()"
      [class.is-invalid]="isInvalid || faultAt()('/address') !== null"
      [attr.aria-describedby]="describedBy()"
      [value]="typed()"
      (input)="set(textIn($event))"
    />
    @if (leadsTo(); as title) {
      <p i18n class="form-help">Leads to the page “{{ title }}”, also when its address changes.</p>
    }
    @if (faultAt()('/address'); as words) {
      <p class="form-fault" role="alert">{{ words }}</p>
    }
  `,
})
export class LinkControl extends Control<LinkField, LinkTarget | null> {
  readonly #pages = inject(PagesService);
  protected readonly textIn = textIn;
  protected readonly typed = computed(() => addressOf(this.value(), this.#pages.pathOf));
  protected readonly leadsTo = computed(() => this.#pages.pages().find(page => page.id === this.value()?.page)?.title ?? '');

  protected set(text: string): void {
    this.change()(linkTyped(text, this.#pages.idAt));
  }
}
