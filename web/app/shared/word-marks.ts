import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Comparison } from '@contract/messages';

/** Prose with the words marked that came and went. */
@Component({
  selector: 'almanac-word-marks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p>
    @for (part of words(); track $index) {
      @switch (part.kind) {
        @case ('added') {
          <ins>{{ part.text }}</ins>
        }
        @case ('removed') {
          <del>{{ part.text }}</del>
        }
        @default {
          <span>{{ part.text }}</span>
        }
      }
    }
  </p>`,
  styles: `
    p {
      margin: 0;
      white-space: pre-wrap;
      overflow-wrap: anywhere;
      font: 13.5px/1.55 var(--title);
    }
  `,
})
export class WordMarks {
  readonly words = input.required<Comparison['changes'][number]['words']>();
}
