import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Moves one of a list up or down, or takes it out. */
@Component({
  selector: 'almanac-order-buttons',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      i18n
      type="button"
      class="btn-word"
      [disabled]="at() === 0"
      ariaLabel="Move up: {{ name() }}"
      i18n-ariaLabel
      (click)="listChange.emit(moved(-1))"
    >
      Up
    </button>
    <button
      i18n
      type="button"
      class="btn-word"
      [disabled]="at() === list().length - 1"
      ariaLabel="Move down: {{ name() }}"
      i18n-ariaLabel
      (click)="listChange.emit(moved(1))"
    >
      Down
    </button>
    @if (mayTakeOut()) {
      <button i18n type="button" class="btn-word" ariaLabel="Take out: {{ name() }}" i18n-ariaLabel (click)="takeOut()">Take out</button>
    }
  `,
  styles: `
    .btn-word {
      margin-right: 8px;
    }
  `,
})
export class OrderButtons<Item> {
  readonly list = input.required<readonly Item[]>();
  /** Which of the list it is. */
  readonly at = input.required<number>();
  readonly name = input.required<string>();
  readonly mayTakeOut = input(true);
  readonly listChange = output<readonly Item[]>();
  /** After {@link listChange}, when it is out. */
  readonly takenOut = output<void>();

  protected moved(by: 1 | -1): readonly Item[] {
    const list = [...this.list()];
    const [item] = list.splice(this.at(), 1);
    list.splice(this.at() + by, 0, item!);
    return list;
  }

  protected takeOut(): void {
    this.listChange.emit(this.list().filter((_, index) => index !== this.at()));
    this.takenOut.emit();
  }
}
