import { ChangeDetectionStrategy, Component, type ElementRef, input, output, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { PageRow } from '@contract/messages';
import { servicePages } from '@core/page/service-pages';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { NgbTypeaheadModule, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { map, type Observable } from 'rxjs';
import { FocusInside } from './focus-inside';

const mostFound = 14;

/** A word of a sentence that is a page, found by its title or address, or one that nobody wrote. */
@Component({
  selector: 'almanac-page-word',
  imports: [FormsModule, FocusInside, NgbPopoverModule, NgbTypeaheadModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      class="word"
      [ngbPopover]="choice"
      #popover="ngbPopover"
      (shown)="search().nativeElement.focus()"
      ariaLabel="Page: {{ title() }}"
      i18n-ariaLabel
    >
      {{ title() }}
    </button>
    <ng-template #choice>
      <label i18n class="form-label" for="page-word">Page</label>
      <input
        #search
        class="form-control"
        id="page-word"
        type="search"
        placeholder="Title or path"
        i18n-placeholder
        [ngbTypeahead]="found"
        [resultTemplate]="row"
        [inputFormatter]="blank"
        [focusFirst]="true"
        (selectItem)="choose($event); popover.close()"
      />
      <ng-template #row let-page="result"
        ><span [style.padding-left.px]="page.depth * 10">{{ page.title }}</span
        >&ngsp;<span class="code path">{{ page.path }}</span></ng-template
      >
      <p class="form-help">
        <ng-container i18n>Or a page that nobody wrote:</ng-container>
        @for (each of services; track each) {
          <button class="btn-word" (click)="chosen.emit('service:' + each); popover.close()">{{ each }}</button>
        }
        @if (withNone()) {
          <button class="btn-word" (click)="chosen.emit(''); popover.close()">{{ withNone() }}</button>
        }
      </p>
    </ng-template>
  `,
  styles: `
    /* As pale as it may be on either ground: that of the list, and of the row in hand. */
    .path {
      opacity: 0.8;
    }
  `,
})
export class PageWord {
  readonly pages = input.required<readonly PageRow[]>();
  readonly title = input.required<string>();
  /** What stands for no page at all, where that may be chosen. */
  readonly withNone = input('');
  /** The id of a page, "service:" and a name, or empty for none. */
  readonly chosen = output<string>();
  protected readonly services = servicePages;
  protected readonly search = viewChild.required<ElementRef<HTMLInputElement>>('search');

  protected readonly found = (text$: Observable<string>): Observable<readonly PageRow[]> =>
    text$.pipe(
      map(text =>
        this.pages()
          .filter(page => page.title.toLowerCase().includes(text.toLowerCase()) || page.path.includes(text.toLowerCase()))
          .slice(0, mostFound),
      ),
    );

  protected readonly blank = (): string => '';

  protected choose(event: NgbTypeaheadSelectItemEvent<PageRow>): void {
    this.chosen.emit(event.item.id);
  }
}
