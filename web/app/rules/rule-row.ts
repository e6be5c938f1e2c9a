import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { SharedRuleRow } from '@contract/assembling';
import { PhaseMark } from '../shared/phase-mark';
import { WritersChip } from '../writing/writers-chip';
import { RulesService } from './rules.service';

/** A shared rule or a season in its list: what it says, and how much rests on it. */
@Component({
  selector: 'almanac-rule-row',
  imports: [PhaseMark, WritersChip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button class="panel" [class.on]="isOpen()" [attr.aria-pressed]="isOpen()" (click)="pressed.emit()">
      <almanac-phase [status]="row().status" />
      <span
        ><b>{{ row().title }}</b
        >&ngsp;
        @if (rules.changedIds().has(row().id)) {
          <span i18n class="chip ochre">unsaved</span>
        }
        <almanac-writers [of]="[row().id]" />
        <span class="quiet">{{ row().sentence }}</span></span
      >
      <span i18n class="count">{row().governs.length, plural, =1 {1 placement} other {{{ row().governs.length }} placements}}</span>
    </button>
  `,
  styles: `
    button {
      display: grid;
      grid-template-columns: 18px minmax(0, 1fr) auto;
      gap: 10px;
      width: 100%;
      text-align: start;
      padding: 7px 12px;
      margin-bottom: 6px;
      color: var(--ink);
    }
    .quiet {
      display: block;
      font-size: 12.5px;
    }
    .on {
      background: var(--tide-wash);
    }
    .count {
      white-space: nowrap;
    }
  `,
})
export class RuleRow {
  protected readonly rules = inject(RulesService);
  readonly row = input.required<Pick<SharedRuleRow, 'id' | 'title' | 'status' | 'sentence' | 'governs'>>();
  readonly isOpen = input.required<boolean>();
  readonly pressed = output();
}
