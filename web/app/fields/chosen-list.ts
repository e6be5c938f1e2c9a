import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { OrderButtons } from './order-buttons';

/** Something chosen, as lists name it. */
export interface Chosen {
  readonly id: string;
  readonly title: string;
}

/** What was chosen, in its order: each can be moved and taken out. */
@Component({
  selector: 'almanac-chosen-list',
  imports: [OrderButtons],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol [attr.aria-label]="label()">
      @for (each of chosen(); track each.id; let at = $index) {
        <li>
          <span class="grow">{{ each.title }}</span>
          <almanac-order-buttons [list]="chosen()" [at]="at" [name]="each.title" (listChange)="emit($event)" />
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      margin: 0 0 4px;
      padding-left: 20px;
    }
    li > * {
      vertical-align: baseline;
    }
    .grow {
      margin-right: 8px;
    }
  `,
})
export class ChosenList {
  readonly label = input.required<string>();
  readonly chosen = input.required<readonly Chosen[]>();
  readonly orderChange = output<string[]>();

  protected emit(chosen: readonly Chosen[]): void {
    this.orderChange.emit(chosen.map(each => each.id));
  }
}
