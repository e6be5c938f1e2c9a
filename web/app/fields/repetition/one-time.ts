import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { mostOtherwise } from '@core/fields/repetition/repetition';
import { writeTyped } from '@core/format/typed-moment';
import type { Repetition } from '@core/schedule/repetition';
import { DateField } from '../../shared/date-field';
import { textIn } from '../../shared/typed-event';
import { SessionService } from '../../state/session.service';

/** A time of what comes again that is otherwise than the rule says. */
interface Otherwise {
  readonly date: string;
  /** When it is instead; empty where it is called off. */
  readonly to: string;
  readonly words: string;
}

/** Single times of what comes again that are called off, or at another time. */
@Component({
  selector: 'almanac-one-time',
  imports: [DateField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label i18n class="form-label" [for]="idPrefix() + '-off'">One time otherwise, on</label>
    <div class="row-line">
      <almanac-date-field [fieldId]="idPrefix() + '-off'" [withTime]="false" [value]="date()" (valueChange)="date.set($event)" />
      <select class="form-select" aria-label="What becomes of it" i18n-aria-label (change)="isMoved.set(textIn($event) === 'moved')">
        <option i18n value="off" [selected]="!isMoved()">it is called off</option>
        <option i18n value="moved" [selected]="isMoved()">it moves to</option>
      </select>
      @if (isMoved()) {
        <almanac-date-field
          [fieldId]="idPrefix() + '-to'"
          label="When it is instead"
          i18n-label
          [value]="to()"
          (valueChange)="to.set($event)"
        />
      }
      <button i18n type="button" class="btn btn-plain" [disabled]="!isReady()" (click)="add()">Add</button>
    </div>
    @if (all().length > 0) {
      <ul aria-label="Times that are otherwise" i18n-aria-label>
        @for (each of all(); track each.date + each.to) {
          <li>
            {{ each.words }}
            <button type="button" class="btn-word" ariaLabel="As usual again: {{ each.words }}" i18n-ariaLabel (click)="restore(each)">
              ×
            </button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    label.form-label {
      display: block;
    }
    .row-line {
      flex-wrap: wrap;
      align-items: flex-start;
    }
    .form-select {
      width: auto;
    }
    ul {
      list-style: none;
      margin: 4px 0 0;
      padding: 0;
    }
  `,
})
export class OneTime {
  readonly value = input.required<Repetition>();
  readonly idPrefix = input.required<string>();
  readonly valueChange = output<Repetition>();
  readonly #session = inject(SessionService);
  protected readonly textIn = textIn;
  protected readonly date = signal('');
  protected readonly isMoved = signal(false);
  protected readonly to = signal('');
  protected readonly all = computed(() => {
    const { without, moved = [] } = this.value();
    const write = (local: string) => writeTyped(local, this.#session.style.locale);
    const off = without.map((date): Otherwise => ({ date, to: '', words: $localize`${write(date)} is called off` }));
    const elsewhere = moved.map(({ date, to }): Otherwise => ({ date, to, words: $localize`${write(date)} moves to ${write(to)}` }));
    return [...off, ...elsewhere].sort((a, b) => (a.date < b.date ? -1 : 1));
  });
  protected readonly isReady = computed(
    () => this.date() !== '' && (!this.isMoved() || this.to() !== '') && this.all().length < mostOtherwise,
  );

  protected add(): void {
    const [date, to] = [this.date(), this.isMoved() ? this.to() : ''];
    const others = this.all().filter(each => each.date !== date);
    this.#emit([...others, { date, to, words: '' }]);
    this.date.set('');
    this.to.set('');
  }

  protected restore(one: Otherwise): void {
    this.#emit(this.all().filter(each => each !== one));
  }

  #emit(all: readonly Otherwise[]): void {
    const { rule } = this.value();
    const inOrder = [...all].sort((a, b) => (a.date < b.date ? -1 : 1));
    const moved = inOrder.filter(each => each.to !== '').map(({ date, to }) => ({ date, to }));
    const without = inOrder.filter(each => each.to === '').map(each => each.date);
    this.valueChange.emit({ rule, without, ...(moved.length > 0 && { moved }) });
  }
}
