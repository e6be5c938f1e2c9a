import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Comparison } from '@contract/messages';
import { wordsMarkedIn } from '../remarks/marked-words';
import { MarkedText } from './marked-text';
import { WordMarks } from './word-marks';

/** Two values field by field, words marked as they came and went. */
@Component({
  selector: 'almanac-comparison',
  imports: [MarkedText, WordMarks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (hasText()) {
      <p class="sides">
        <button
          i18n
          type="button"
          class="btn-word"
          [attr.aria-pressed]="isSideBySide()"
          [class.on]="isSideBySide()"
          (click)="isSideBySide.set(!isSideBySide())"
        >
          Old beside new
        </button>
      </p>
    }
    <dl>
      @for (change of changes(); track change.field) {
        <dt>{{ change.label }}</dt>
        <dd #said (mouseup)="mark(change.field, said)">
          @if (change.pictures; as pictures) {
            <p class="pictures">
              @if (pictures.before; as address) {
                <del><img [src]="address" [alt]="change.before" /></del>
              }
              @if (pictures.after; as address) {
                <ins><img [src]="address" [alt]="change.after" /></ins>
              }
            </p>
          }
          @if (change.text; as text) {
            <almanac-marked-text [blocks]="text" [isSideBySide]="isSideBySide()" />
          } @else if (change.words.length > 0) {
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
    .pictures {
      display: flex;
      gap: 12px;
      margin: 0 0 4px;
    }
    .pictures img {
      max-width: 160px;
      max-height: 110px;
      display: block;
    }
    .pictures del {
      opacity: 0.6;
    }
    .sides {
      margin: 0;
      text-align: end;
    }
    .on {
      text-decoration: underline;
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
  /** Words of a field that were marked with the pointer. */
  readonly marked = output<{ readonly field: string; readonly quote: string }>();
  protected readonly hasText = computed(() => this.changes().some(each => each.text !== null));
  protected readonly isSideBySide = signal(false);
  /** Nothing to compare with: the values are simply shown. */
  readonly isNew = input(false);

  protected mark(field: string, said: HTMLElement): void {
    const quote = wordsMarkedIn(said);
    if (quote !== '') this.marked.emit({ field, quote });
  }
}
