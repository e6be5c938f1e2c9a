import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Rule } from '@core/rule/rule';
import { keepingCopy } from '@core/rule/shared-rule';
import { SharedRulesService } from '../state/shared-rules.service';

/** Which shared rules a rule follows. */
@Component({
  selector: 'almanac-follows-control',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend i18n>Follows these shared rules as well</legend>
      @for (each of shared.rules(); track each.id) {
        @if (each.id !== own()) {
          <label
            ><input type="checkbox" class="form-check-input" [checked]="rule().follows.includes(each.id)" (change)="toggle(each.id)" />
            <span
              ><b>{{ each.title }}</b
              ><span class="small quiet why">{{ each.reason }}</span></span
            ></label
          >
        }
      } @empty {
        <p i18n class="quiet">There is no shared rule yet. Make one from any rule, in its slip.</p>
      }
    </fieldset>
    @if (rule().follows.length > 0) {
      <button i18n class="btn btn-plain" (click)="leave()">Leave, keeping a copy of what they say</button>
    }
    <a i18n class="btn-word" routerLink="/rules">All shared rules</a>
  `,
  styles: `
    :host {
      display: block;
      width: 330px;
    }
    legend {
      font-size: 13px;
      font-weight: 600;
    }
    label {
      display: flex;
      gap: 8px;
      margin-bottom: 6px;
    }
    .form-check-input {
      flex: none;
      margin: 3px 0 0;
    }
    .why {
      display: block;
    }
    a {
      margin-left: 10px;
    }
  `,
})
export class FollowsControl {
  protected readonly shared = inject(SharedRulesService);
  readonly rule = model.required<Rule>();
  /** The shared rule that is edited, which cannot follow itself. */
  readonly own = input('');
  readonly #live = computed(() => new Map(this.shared.rules().map(each => [each.id, each.value])));

  protected toggle(id: string): void {
    const { follows } = this.rule();
    this.rule.set({ ...this.rule(), follows: follows.includes(id) ? follows.filter(each => each !== id) : [...follows, id] });
  }

  protected leave(): void {
    this.rule.set(keepingCopy(this.rule(), this.#live()));
  }
}
