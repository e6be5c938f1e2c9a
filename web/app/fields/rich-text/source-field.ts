import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { addressOf } from '@core/fields/link/typed-link';
import type { LinkTarget, RichText } from '@core/rich-text/document';
import { fittedText } from '@core/rich-text/fitted';
import { faultOfText } from '@core/rich-text/faults';
import { textIn } from '../../shared/typed-event';
import { PagesService } from '../../state/pages.service';
import type { Sources } from './sources';

type Way = 'HTML' | 'Markdown';

/** A text as its source, in HTML or Markdown. What is typed is taken at once, as far as a text can say it. */
@Component({
  selector: 'almanac-source-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row-line" role="group" aria-label="Source of the text" i18n-aria-label>
      @for (each of ways; track each) {
        <button type="button" class="btn-word" [attr.aria-pressed]="each === way()" (click)="turnTo(each)">{{ each }}</button>
      }
      <span i18n class="quiet small">The text follows as you type.</span>
    </div>
    <textarea
      class="form-control"
      spellcheck="false"
      rows="14"
      ariaLabel="{{ label() }} as {{ way() }}"
      i18n-ariaLabel
      [value]="typed()"
      (input)="read(textIn($event))"
    ></textarea>
    <p class="small" role="status">
      @if (fault(); as words) {
        <span class="form-fault">{{ words }}</span>
      } @else if (lost(); as words) {
        <ng-container i18n>A text cannot say this, and leaves it out: {{ words }}</ng-container>
      } @else if (isOtherwise()) {
        <ng-container i18n>Markdown cannot say all of this text as it is. It stays as it is until you change something here.</ng-container>
      }
    </p>
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 8px;
    }
    textarea {
      font:
        12.5px/1.5 ui-monospace,
        monospace;
    }
    .btn-word[aria-pressed='true'] {
      color: var(--ink);
      text-decoration: underline;
    }
    p {
      margin: 4px 0 0;
    }
  `,
})
export class SourceField {
  readonly label = input.required<string>();
  readonly value = input.required<RichText>();
  /** What reads and writes sources, which is loaded when it is wanted. */
  readonly sources = input.required<Sources>();
  readonly valueChange = output<RichText>();
  readonly #pages = inject(PagesService);
  protected readonly textIn = textIn;
  protected readonly ways: readonly Way[] = ['HTML', 'Markdown'];
  protected readonly way = signal<Way>('HTML');
  protected readonly typed = signal('');
  protected readonly lost = signal('');
  protected readonly fault = signal('');
  /** Whether the text, before anything is typed, is another once it has been written in this way and read again. */
  protected readonly isOtherwise = computed(() => {
    if (this.value() === this.#own()) return false;
    return JSON.stringify(this.#textOf(this.#written()).document) !== JSON.stringify(fittedText(this.value()));
  });
  readonly #written = computed(() => this.#write(this.value(), this.way()));
  /** What was typed here last; null while what is shown was written from the text. */
  readonly #own = signal<RichText | null>(null);

  constructor() {
    // What comes from elsewhere is written anew; what was typed here stays as it was typed.
    effect(() => {
      if (this.value() !== this.#own()) this.typed.set(this.#written());
    });
  }

  protected turnTo(way: Way): void {
    this.way.set(way);
    this.#own.set(null);
    this.lost.set('');
    this.fault.set('');
  }

  protected read(source: string): void {
    this.typed.set(source);
    try {
      const { document, lost } = this.#textOf(source);
      const fitted = fittedText(document);
      this.lost.set([...lost].map(([what, count]) => (count > 1 ? `${what} (${count})` : what)).join(', '));
      this.fault.set(faultOfText(fitted) ?? '');
      this.#own.set(fitted);
      this.valueChange.emit(fitted);
    } catch (error) {
      // What is too large or too deep is said, and stays in the field.
      if (!(error instanceof RangeError)) throw error;
      this.fault.set(error.message);
    }
  }

  #write(text: RichText, way: Way): string {
    const { sourceOfText, markdownOf } = this.sources();
    const hrefOf = (link: LinkTarget) => addressOf(link, this.#pages.pathOf);
    return way === 'HTML' ? sourceOfText(text, hrefOf) : markdownOf(text, hrefOf);
  }

  #textOf(source: string) {
    const { textFromHtml, htmlOfMarkdown } = this.sources();
    return textFromHtml(this.way() === 'HTML' ? source : htmlOfMarkdown(source), this.#pages.idAt);
  }
}
