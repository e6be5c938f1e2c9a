import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import type { PageRow } from '@contract/messages';
import type { FieldValues } from '@core/fields/field';
import { isAsked } from '@core/fields/index';
import type { WhereTest } from '@core/rule/rule';
import { testWith, valuesOfTest, type TestParameter } from '@core/rule/tests/test-kind';
import { whereTests } from '@core/rule/tests/where-tests';
import { isTickedIn, numberIn, textIn } from '../shared/typed-event';
import { SessionService } from '../state/session.service';
import { choicesOf, type ParameterChoice } from './parameter-choices';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { ToldPipe } from '../shared/told.pipe';

/** One test about the page: what it asks, and of what. Its parameters are as its kind declares them. */
@Component({
  selector: 'almanac-test-form',
  imports: [ToldPipe, MidSentencePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select class="form-select" aria-label="What to ask" i18n-aria-label [value]="kind().name" (change)="begin(textIn($event))">
      @for (each of kinds; track each.name) {
        <option [value]="each.name" [selected]="each.name === kind().name">{{ each.label | told }}</option>
      }
    </select>
    @for (row of rows(); track row.parameter.name) {
      @if (row.choices; as choices) {
        <select class="form-select" [attr.aria-label]="row.parameter.label | told" (change)="set(row.parameter.name, textIn($event))">
          @if (row.parameter.isOptional) {
            <option i18n value="" [selected]="row.text === ''">any of them</option>
          }
          @for (each of choices; track each.value) {
            <option [value]="each.value" [selected]="each.value === row.text">{{ each.label }}</option>
          }
        </select>
      } @else if (row.parameter.kind === 'number') {
        <input
          class="form-control"
          type="number"
          [attr.aria-label]="row.parameter.label | told"
          [value]="row.text"
          (change)="set(row.parameter.name, numberIn($event))"
        />
      } @else if (row.parameter.kind === 'yes or no') {
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="row.text === 'true'"
            (change)="set(row.parameter.name, isTickedIn($event))"
          />
          {{ row.parameter.label | told }}</label
        >
      } @else {
        <input
          class="form-control"
          [attr.aria-label]="row.parameter.label | told"
          [placeholder]="row.parameter.label | told | midSentence"
          [value]="row.text"
          (change)="set(row.parameter.name, textIn($event).trim())"
        />
      }
      @if (row.parameter.help) {
        <span class="form-help">{{ row.parameter.help | told }}</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
    }
    .form-select,
    .form-control {
      width: auto;
      max-width: 200px;
      flex: 1 1 110px;
    }
  `,
})
export class TestForm {
  readonly #session = inject(SessionService);
  readonly test = input.required<WhereTest>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly testChange = output<WhereTest>();
  protected readonly kinds = whereTests.kinds;
  protected readonly textIn = textIn;
  protected readonly numberIn = numberIn;
  protected readonly isTickedIn = isTickedIn;
  /** The kind that has been turned to; it waits until all that it needs is there. */
  protected readonly kind = linkedSignal(() => whereTests.of(this.test()));
  readonly #values = linkedSignal<FieldValues>(() => valuesOfTest(whereTests.of(this.test()), this.test()));
  protected readonly rows = computed(() =>
    this.kind()
      .parameters.filter(parameter => isAsked(parameter, this.#values()))
      .map(parameter => ({
        parameter,
        choices: this.#choicesOf(parameter),
        text: String(this.#values()[parameter.name] ?? ''),
      })),
  );

  /** Turns to another kind of test: a page that was named stays named. */
  protected begin(name: string): void {
    const kind = whereTests.of({ test: name });
    const held = this.#values();
    const initial = valuesOfTest(kind, null);
    const started = kind.parameters.map(parameter => {
      const kept = parameter.from === 'pages' ? held[parameter.name] : undefined;
      const first = parameter.isOptional ? undefined : this.#choicesOf(parameter)?.[0]?.value;
      return [parameter.name, kept || initial[parameter.name] || first || initial[parameter.name]] as const;
    });
    this.kind.set(kind);
    this.#values.set(Object.fromEntries(started));
    this.#tell();
  }

  protected set(name: string, value: unknown): void {
    if (typeof value === 'number' && Number.isNaN(value)) return;
    this.#values.update(values => ({ ...values, [name]: value }));
    this.#tell();
  }

  #tell(): void {
    const test = testWith(this.kind(), this.#values());
    if (test) this.testChange.emit(test as WhereTest);
  }

  #choicesOf(parameter: TestParameter): readonly ParameterChoice[] | null {
    return choicesOf(parameter, this.#session, this.pages());
  }
}
