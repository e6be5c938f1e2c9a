import { ChangeDetectionStrategy, Component, computed, input, output, viewChild } from '@angular/core';
import type { EditionDetail } from '@contract/messages';
import { SetTimes, type Timed } from '../shared/set-times';

/** Moves what is approved and still ahead to another date, saying first what readers then get. */
@Component({
  selector: 'almanac-move-in-time',
  imports: [SetTimes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details (toggle)="times()?.ask()">
      <summary i18n>Move it to another date</summary>
      <p i18n class="quiet">Until then readers have what they have now.</p>
      <almanac-set-times [thing]="thing()" (done)="moved.emit()" />
    </details>
  `,
  styles: `
    summary {
      color: var(--tide);
      font-weight: 600;
      min-height: 26px;
    }
  `,
})
export class MoveInTime {
  readonly edition = input.required<EditionDetail>();
  readonly moved = output();
  protected readonly times = viewChild(SetTimes);
  protected readonly thing = computed((): Timed => {
    const { id, title, publishedFrom, publishedUntil, afterwards } = this.edition();
    return { by: 'edition', id, title, from: publishedFrom!, until: publishedUntil, afterwards, hasBegun: false };
  });
}
