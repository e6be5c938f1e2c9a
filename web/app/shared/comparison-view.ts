import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Comparison } from '@contract/messages';
import { WordMarks } from './word-marks';

/** Two values field by field, words marked as they came and went. */
@Component({
  selector: 'almanac-comparison',
  imports: [WordMarks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl>
      @for (change of changes(); track change.field) {
        <dt>{{ change.label }}</dt>
        <dd>
          @if (change.words.length > 0) {
            <almanac-word-marks [words]="change.words" />
          } @else if (isNew()) {
            <p class="words">{{ change.after }}</p>
          } @else {
            <p class="words">
              <del>{{ change.before }}</del> <ins>{{ change.after }}</ins>
            </p>
          }
          @if (change.note) {
            <p class="form-help">{{ change.note }}</p>
          }
        </dd>
      } @empty {
        <dd i18n class="quiet">No difference.</dd>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: 130px minmax(0, 1fr);
      margin: 0;
    }
    dt {
      color: var(--ink-2);
      font-weight: 600;
      font-size: 12px;
      padding: 5px 10px 5px 0;
      border-top: 1px solid #ece6d9;
    }
    dd {
      margin: 0;
      padding: 5px 0;
      border-top: 1px solid #ece6d9;
      grid-column: 2;
    }
    .words {
      margin: 0;
      white-space: pre-wrap;
      overflow-wrap: anywhere;
      font: 13.5px/1.55 var(--title);
    }
    @media (max-width: 600px) {
      dl {
        grid-template-columns: 1fr;
      }
      dd {
        grid-column: 1;
        border-top: 0;
      }
    }
  `,
})
export class ComparisonView {
  readonly changes = input.required<Comparison['changes']>();
  /** Nothing to compare with: the values are simply shown. */
  readonly isNew = input(false);
}
