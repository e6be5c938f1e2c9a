import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { LiveService } from '../state/live.service';

/** Who else writes on any of some records at this moment, as a mark in a list; nothing where nobody does. */
@Component({
  selector: 'almanac-writers',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (writers(); as writers) {
      <span i18n class="chip tide">{{ writers }} writing</span>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .chip {
      margin-inline-start: 6px;
    }
  `,
})
export class WritersChip {
  readonly #live = inject(LiveService);
  /** Ids of the records: one, or a placement and the block that it shows. */
  readonly of = input.required<readonly string[]>();
  protected readonly writers = computed(() => this.#live.writersOf(...this.of()));
}
