import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { typedTime } from '@core/format/typed-moment';
import { textIn } from './typed-event';

/** A time of day, typed in any usual way: "6", "6:30", "0630", "6 pm". */
@Component({
  selector: 'almanac-time-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="form-control"
      type="text"
      autocomplete="off"
      placeholder="06:00"
      [value]="shown()"
      [disabled]="isDisabled()"
      [class.is-invalid]="isUnread()"
      [attr.aria-invalid]="isUnread()"
      [attr.aria-label]="isUnread() ? unreadLabel() : label()"
      (change)="type(textIn($event))"
    />
  `,
  styles: `
    input {
      width: 74px;
      background-image: none;
    }
  `,
})
export class TimeField {
  protected readonly textIn = textIn;
  readonly label = input.required<string>();
  /** "06:00"; empty for none. */
  readonly value = input.required<string>();
  readonly isDisabled = input(false);
  readonly valueChange = output<string>();
  readonly #unread = linkedSignal<string, string>({ source: () => this.value(), computation: () => '' });
  protected readonly isUnread = computed(() => this.#unread() !== '');
  protected readonly unreadLabel = computed(() => $localize`${this.label()} (write it like 06:00)`);
  protected readonly shown = computed(() => this.#unread() || this.value());

  protected type(text: string): void {
    const read = typedTime(text);
    this.#unread.set(read === null ? text : '');
    if (read !== null) this.valueChange.emit(read);
  }
}
