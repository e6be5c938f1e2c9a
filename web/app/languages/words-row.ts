import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { WordsField } from '@contract/languages';
import { wordsOfField } from '@core/fields/index';
import { isRichText, plainWords } from '@core/rich-text/document';
import { FIELD_CONTROLS } from '../fields/controls.token';
import { textIn } from '../shared/typed-event';
import { WordMarks } from '../shared/word-marks';
import { SessionService } from '../state/session.service';
import { WordsHelps } from './words-helps';
import { WordsService } from './words.service';

/** One field in a locale: what is read in the other language beside what is written in this one. */
@Component({
  selector: 'almanac-words-row',
  imports: [NgComponentOutlet, WordMarks, WordsHelps],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="source" [lang]="from().tag" [dir]="from().direction">
      <p class="label" lang="en" dir="ltr">
        {{ field().label }} <span class="quiet small">{{ from().name }}</span>
      </p>
      @if (state() === 'behind') {
        <almanac-word-marks [words]="field().sourceChange" />
      } @else {
        <p class="said">{{ sourceWords() || '–' }}</p>
      }
    </div>
    <div class="own" [class.has]="isOwn()" [class.is-behind]="state() === 'behind'">
      @if (!field().mayDiffer) {
        <p i18n class="quiet small">The same in every locale.</p>
      } @else if (!isOwn()) {
        <p class="row-line">
          <span class="quiet small">
            @if (state() === 'empty') {
              <ng-container i18n>Nothing to say.</ng-container>
            } @else {
              <ng-container i18n>Follows {{ from().name }}.</ng-container>
            }
          </span>
          @if (words.mayWrite) {
            <button
              i18n
              type="button"
              class="btn btn-plain"
              ariaLabel="Write own words for {{ field().label }}"
              i18n-ariaLabel
              (click)="begin()"
            >
              Write own words
            </button>
            @if (isDraftable()) {
              <button
                i18n
                type="button"
                class="btn-word"
                ariaLabel="Draft {{ field().label }} by machine"
                i18n-ariaLabel
                [disabled]="words.isBusy()"
                (click)="words.draft([field().name])"
              >
                Draft by machine
              </button>
            }
          }
        </p>
      } @else {
        <p class="label" lang="en" dir="ltr">
          <label [for]="controlId()"
            >{{ field().label }} <span class="quiet small">{{ here().name }}</span></label
          >
          @switch (state()) {
            @case ('behind') {
              <span i18n class="chip ember">behind</span>
              <button i18n type="button" class="btn-word" (click)="words.keepAsRight(field().name)">Still right</button>
            }
            @case ('drafted') {
              <span i18n class="chip ochre">drafted by machine</span>
              <button
                i18n
                type="button"
                class="btn-word"
                ariaLabel="I have looked at {{ field().label }}"
                i18n-ariaLabel
                (click)="words.lookedAt(field().name)"
              >
                I have looked at it
              </button>
            }
            @case ('still right') {
              <span i18n class="chip">still right, once saved</span>
            }
          }
          <span class="grow"></span>
          <span class="quiet small" aria-hidden="true">{{ length() }}</span>
          <button
            i18n
            type="button"
            class="btn-word"
            ariaLabel="Let {{ field().label }} follow again"
            i18n-ariaLabel
            (click)="words.follow(field().name)"
          >
            Follow again
          </button>
        </p>
        <div [lang]="here().tag" [dir]="here().direction">
          @if (inputs(); as inputs) {
            <ng-container [ngComponentOutlet]="control()" [ngComponentOutletInputs]="inputs" />
          } @else {
            <input
              class="form-control"
              [id]="controlId()"
              maxlength="200"
              [class.is-invalid]="fault()"
              [value]="words.words()[field().name] ?? ''"
              (input)="words.write(field().name, textIn($event))"
            />
          }
        </div>
        @if (fault(); as detail) {
          <p class="form-fault" role="alert">{{ detail }}</p>
        }
      }
      @if (field().mayDiffer && state() !== 'empty') {
        <almanac-words-helps [field]="field()" />
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 0 18px;
      padding: 8px 0 10px;
      border-bottom: 1px solid #ece6d9;
    }
    .label {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 8px;
      margin: 0 0 3px;
      font: 600 13px var(--text);
    }
    .label {
      min-height: 24px;
    }
    .label .small {
      font-weight: 400;
    }
    .said {
      margin: 0;
      white-space: pre-line;
      overflow-wrap: anywhere;
      max-height: 320px;
      overflow: auto;
    }
    .own {
      border-inline-start: 3px solid transparent;
      padding-inline-start: 10px;
      min-width: 0;
    }
    .own.has {
      border-color: var(--tide);
    }
    .own.is-behind {
      border-color: var(--ember);
    }
    .own p {
      margin-bottom: 3px;
    }
    @media (max-width: 700px) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class WordsRow {
  protected readonly words = inject(WordsService);
  readonly #controls = inject(FIELD_CONTROLS);
  readonly #session = inject(SessionService);
  readonly field = input.required<WordsField>();
  protected readonly textIn = textIn;
  protected readonly state = computed(() => this.words.stateOf(this.field()));
  protected readonly isOwn = computed(() => Object.hasOwn(this.words.words(), this.field().name));
  protected readonly controlId = computed(() => `words-${this.field().name.replace(/[^\w]+/g, '-')}`);
  protected readonly fault = computed(() => this.words.faultOf(this.field().name));
  protected readonly here = computed(() => this.#locale(this.words.record()!.locale));
  /** While it has words of its own they are held against the base, from which they were made; else against what it follows. */
  protected readonly from = computed(() => this.#locale(this.isOwn() ? this.words.record()!.baseLocale : this.field().followedFrom));
  protected readonly sourceWords = computed(() => this.#asWords(this.isOwn() ? this.field().base : this.field().followed));
  /** How long it is beside its source: "46 of 52 letters". */
  protected readonly length = computed(() => {
    const [own, source] = [this.#asWords(this.words.words()[this.field().name]).length, this.#asWords(this.field().base).length];
    return source === 0 ? '' : `${own} : ${source}`;
  });
  protected readonly control = computed(() => {
    const { field } = this.field();
    return field ? this.#controls[field.kind]!.control : null;
  });
  readonly #change = (said: unknown): void => this.words.write(this.field().name, said);
  protected readonly inputs = computed(() => {
    const { field, name } = this.field();
    if (!field) return null;
    return {
      field,
      value: this.words.words()[name],
      controlId: this.controlId(),
      describedBy: '',
      faultAt: (pointer: string) => this.words.faultOf(`${name}${pointer}`),
      change: this.#change,
    };
  });

  protected readonly isDraftable = computed(() => this.words.draftable().includes(this.field().name));

  protected begin(): void {
    const { name, field, followed } = this.field();
    // Running text keeps its structure, pictures and links; a line is written anew over what it follows.
    this.words.write(name, followed ?? (field ? null : ''));
    setTimeout(() => document.getElementById(this.controlId())?.focus());
  }

  #locale(tag: string): { readonly tag: string; readonly name: string; readonly direction: 'ltr' | 'rtl' } {
    return this.#session.locale(tag) ?? { tag, name: tag, direction: 'ltr' };
  }

  #asWords(said: unknown): string {
    const { field } = this.field();
    if (said === undefined || said === null) return '';
    if (isRichText(said)) return plainWords(said);
    return field ? wordsOfField(field, { [field.name]: said }) : String(said as string);
  }
}
