import { listOf, percentOf } from '@core/format/moment';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { RememberedMatch } from '@contract/bench';
import type { WordsField } from '@contract/languages';
import { segmentsOf, withSegments, wordsOfPieces, wordsOfValue } from '@core/segments/segment';
import { warningsOfValue } from '@core/segments/checks';
import { missedTerms, termsIn } from '@core/segments/terms';
import { WordMarks } from '../shared/word-marks';
import { SessionService } from '../state/session.service';
import { WordsService } from './words.service';

/** What helps with one field: terms, what was written before for the same source, and what looks wrong. */
@Component({
  selector: 'almanac-words-helps',
  imports: [WordMarks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (warning of warnings(); track warning) {
      <p class="small ochre" role="status">{{ warning }}</p>
    }
    @for (each of missed(); track each.term) {
      <p i18n class="small ochre" role="status">
        “{{ each.term }}” is always said <span [lang]="here()">{{ listOf(each.forms, 'or') }}</span>. {{ each.note }}
      </p>
    }
    @if (terms().length > 0) {
      <p class="small quiet">
        <ng-container i18n>Terms:</ng-container>
        @for (each of terms(); track each.term; let isLast = $last) {
          {{ each.term }} – <span [lang]="here()" [title]="each.note">{{ each.forms[0] }}</span>{{ isLast ? '' : ', ' }}
        }
      </p>
    }
    @for (segment of remembered(); track segment.key) {
      @for (match of segment.matches; track match.target) {
        <div class="match small">
          <span class="likeness" [class.exact]="match.likeness === 100">
            @if (match.likeness === 100) {
              <ng-container i18n>the same</ng-container>
            } @else {
              {{ percentOf(match.likeness) }}
            }
          </span>
          <div>
            @if (match.likeness < 100) {
              <almanac-word-marks [words]="match.change" />
            }
            <span [lang]="here()">{{ match.target }}</span>
            <span i18n class="quiet"> in “{{ match.title }}”</span>
          </div>
          @if (words.mayWrite) {
            <button i18n type="button" class="btn-word" ariaLabel="Use {{ match.target }}" i18n-ariaLabel (click)="use(segment.key, match)">
              Use
            </button>
          }
        </div>
      }
    }
  `,
  styles: `
    p {
      margin: 3px 0 0;
    }
    .ochre {
      color: var(--ochre-ink, #7a4f00);
    }
    .match {
      display: grid;
      grid-template-columns: 62px minmax(0, 1fr) auto;
      gap: 8px;
      align-items: baseline;
      margin-top: 3px;
      padding-top: 3px;
      border-top: 1px dotted var(--hair);
    }
    .likeness {
      color: var(--ink-2);
      font-variant-numeric: tabular-nums;
    }
    .exact {
      color: var(--tide);
      font-weight: 600;
    }
  `,
})
export class WordsHelps {
  protected readonly listOf = listOf;
  protected readonly percentOf = percentOf;
  protected readonly words = inject(WordsService);
  readonly #session = inject(SessionService);
  readonly field = input.required<WordsField>();
  protected readonly here = computed(() => this.words.record()!.locale);
  readonly #own = computed(() => this.words.words()[this.field().name]);
  readonly #ownText = computed(() => wordsOfValue(this.#own()));
  readonly #terms = computed(() =>
    this.field().name === 'segment'
      ? []
      : termsIn(wordsOfValue(this.field().base), this.#session.site.terms, this.words.record()!.baseLocale, this.here()),
  );
  protected readonly missed = computed(() => (this.#ownText() === '' ? [] : missedTerms(this.#terms(), this.#ownText(), this.here())));
  protected readonly terms = computed(() => this.#terms().filter(each => !this.missed().includes(each)));
  protected readonly warnings = computed(() => warningsOfValue(this.field().base, this.#own()));
  /** What is not in the words already. */
  protected readonly remembered = computed(() => {
    const own = new Set(segmentsOf(this.#own()).map(each => wordsOfPieces(each.pieces)));
    const segments = this.words.remembered()?.fields.find(each => each.name === this.field().name)?.segments ?? [];
    return segments.map(each => ({ ...each, matches: each.matches.filter(match => !own.has(match.target)) }));
  });

  /** Takes what was written before into its place: all of a line, or one block of a text that is otherwise as it is. */
  protected use(key: string, { target }: RememberedMatch): void {
    const { name, base } = this.field();
    this.words.write(name, withSegments(this.#own() ?? base, new Map([[key, [target]]])));
  }
}
