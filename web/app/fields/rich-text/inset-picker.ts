import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ToldPipe } from '../../shared/told.pipe';
import { textIn } from '../../shared/typed-event';
import { StockService } from '../../state/stock.service';

/** How many blocks are offered at a time. */
const mostOffered = 12;

/** Offers the blocks of the stock to stand inside a text. */
@Component({
  selector: 'almanac-inset-picker',
  imports: [RouterLink, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  // Somebody comes back from writing one in another tab.
  host: { '(window:focus)': 'refresh()' },
  template: `
    <input
      class="form-control"
      type="search"
      placeholder="A block to show inside the text"
      i18n-placeholder
      aria-label="A block to show inside the text"
      i18n-aria-label
      (input)="search.set(textIn($event))"
    />
    @for (block of found(); track block.id) {
      <button type="button" class="block" (click)="picked.emit(block.id)">
        <b>{{ block.title }}</b>
        <span class="quiet">{{ block.typeLabel }}{{ block.status === 'live' ? '' : ', ' + (block.status | told) }}</span>
      </button>
    }
    <a i18n class="small" routerLink="/blocks/new" target="_blank">Write a new block, in a tab of its own; it is listed here then</a>
  `,
  styles: `
    :host {
      display: block;
      padding: 4px;
      border-bottom: 1px solid var(--hair);
      max-height: 190px;
      overflow: auto;
    }
    .block {
      display: block;
      width: 100%;
      border: 0;
      background: none;
      text-align: start;
      padding: 2px 6px;
      min-height: 26px;
      color: var(--ink);
    }
    .block:hover {
      background: var(--tide-wash);
    }
  `,
})
export class InsetPicker {
  /** The id of the block that was chosen. */
  readonly picked = output<string>();
  readonly #stock = inject(StockService);
  protected readonly textIn = textIn;
  protected readonly search = signal('');
  protected readonly found = computed(() => {
    const text = this.search().trim().toLowerCase();
    return this.#stock
      .blocks()
      .filter(block => block.status !== 'retired' && block.title.toLowerCase().includes(text))
      .slice(0, mostOffered);
  });

  constructor() {
    this.refresh();
  }

  protected refresh(): void {
    this.#stock.refresh();
  }
}
