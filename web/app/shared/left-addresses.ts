import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import type { Effect, ForwardingWish } from '@contract/messages';
import { PagesService } from '../state/pages.service';
import { indentOf } from './labels';
import { textIn } from './typed-event';

/** What becomes of the addresses of pages that move or are taken off. */
@Component({
  selector: 'almanac-left-addresses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (moves()) {
      <label class="row-line"
        ><ng-container i18n>The old address</ng-container>&ngsp;
        <select class="form-select" aria-label="What becomes of the old address" i18n-aria-label (change)="setMoved(textIn($event))">
          <option i18n value="for good" [selected]="wish().moved === 'for good'">leads for good to the new one</option>
          <option i18n value="for now" [selected]="wish().moved === 'for now'">leads for now to the new one</option>
          <option i18n value="not" [selected]="wish().moved === 'not'">leads nowhere</option>
        </select></label
      >
    }
    @if (takesOff()) {
      <label class="row-line"
        ><ng-container i18n>Whoever comes to its address then</ng-container>&ngsp;
        <select
          class="form-select"
          aria-label="Where the address of what is taken off leads"
          i18n-aria-label
          (change)="setTakenOff(textIn($event))"
        >
          <option i18n value="">finds nothing there</option>
          @for (page of pages(); track page.id) {
            <option i18n [value]="page.id" [selected]="page.id === wish().takenOffTo">
              is led to {{ indent(page.depth) }}{{ page.title }}
            </option>
          }
        </select></label
      >
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .form-select {
      width: auto;
      max-width: 380px;
    }
  `,
})
export class LeftAddresses {
  readonly #pages = inject(PagesService).pages;
  readonly effects = input.required<readonly Effect[]>();
  readonly wish = model.required<ForwardingWish>();
  protected readonly textIn = textIn;
  protected readonly indent = indentOf;
  protected readonly moves = computed(() => this.effects().some(each => each.leaves === 'moved'));
  protected readonly takesOff = computed(() => this.effects().some(each => each.leaves === 'taken off'));
  protected readonly pages = computed(() => {
    const going = new Set(this.effects().flatMap(each => each.lost.map(page => page.id)));
    return this.#pages().filter(page => page.status === 'live' && !going.has(page.id));
  });

  protected setMoved(moved: string): void {
    this.wish.set({ ...this.wish(), moved: moved as ForwardingWish['moved'] });
  }

  protected setTakenOff(page: string): void {
    this.wish.set({ ...this.wish(), takenOffTo: page || null });
  }
}

/** What is wished for unless somebody says otherwise. */
export const usualForwarding: ForwardingWish = { moved: 'for good', takenOffTo: null };
