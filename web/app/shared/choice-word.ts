import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap/dropdown';

/** One of several things that a word of a sentence may say. */
export interface WordChoice {
  readonly name: string;
  readonly word: string;
}

/** A word of a sentence that is one of several, chosen from a list beneath it. */
@Component({
  selector: 'almanac-choice-word',
  imports: [NgbDropdownModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span ngbDropdown>
      <button class="word" ngbDropdownToggle [attr.aria-label]="label() + ': ' + word()">{{ word() }}</button>
      <span ngbDropdownMenu>
        @for (each of choices(); track each.name) {
          <button ngbDropdownItem (click)="chosen.emit(each.name)" [attr.aria-current]="each.name === value()">{{ each.word }}</button>
        }
      </span>
    </span>
  `,
  styles: `
    .word::after {
      display: none;
    }
  `,
})
export class ChoiceWord {
  /** What is chosen, for those who hear it. */
  readonly label = input.required<string>();
  readonly choices = input.required<readonly WordChoice[]>();
  readonly value = input.required<string>();
  /** What it says where it is none of the choices. */
  readonly otherwise = input('');
  readonly chosen = output<string>();
  protected readonly word = computed(() => this.choices().find(each => each.name === this.value())?.word ?? this.otherwise());
}
