import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** What was chosen, in its order: each can be moved and taken out. */
@Component({
  selector: 'almanac-chosen-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol [attr.aria-label]="label()">
      @for (each of chosen(); track each.id; let at = $index) {
        <li>
          <span class="grow">{{ each.title }}</span>
          <button type="button" class="btn-word" [disabled]="at === 0" [attr.aria-label]="'Move up: ' + each.title" (click)="move(at, -1)">
            Up
          </button>
          <button
            type="button"
            class="btn-word"
            [disabled]="at === chosen().length - 1"
            [attr.aria-label]="'Move down: ' + each.title"
            (click)="move(at, 1)"
          >
            Down
          </button>
          <button type="button" class="btn-word" [attr.aria-label]="'Take out: ' + each.title" (click)="takeOut(at)">Take out</button>
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
    .btn-word {
      margin-right: 6px;
    }
  `,
})
export class ChosenList {
  readonly label = input.required<string>();
  readonly chosen = input.required<readonly { readonly id: string; readonly title: string }[]>();
  readonly orderChange = output<string[]>();

  protected move(at: number, by: 1 | -1): void {
    const ids = this.chosen().map(each => each.id);
    const [moved] = ids.splice(at, 1);
    ids.splice(at + by, 0, moved!);
    this.orderChange.emit(ids);
  }

  protected takeOut(at: number): void {
    this.orderChange.emit(this.chosen().flatMap((each, index) => (index === at ? [] : [each.id])));
  }
}
