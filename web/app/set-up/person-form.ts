import { ChangeDetectionStrategy, Component, inject, input, model } from '@angular/core';
import type { PersonRow } from '@contract/people';
import type { Grant } from '@core/rights/grants';
import { GrantsForm } from './grants-form';
import { MomentField } from '../shared/moment-field';
import { textIn } from '../shared/typed-event';
import { SessionService } from '../state/session.service';

/** What is said of somebody: what they may do, where, and what they are members of. */
export type PersonParts = Pick<PersonRow, 'name' | 'memberships'> & { readonly grants: readonly Grant[] };

/** Sets what somebody may do, where they publish, and their memberships from one day to another. */
@Component({
  selector: 'almanac-person-form',
  imports: [MomentField, GrantsForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label i18n class="form-label" [for]="idPrefix() + '-name'">Name</label>
    <input
      class="form-control"
      [id]="idPrefix() + '-name'"
      maxlength="120"
      [value]="parts().name"
      (input)="set({ name: textIn($event) })"
    />
    <almanac-grants-form [grants]="parts().grants" (grantsChange)="set({ grants: $event })" />
    <fieldset>
      <legend i18n>Memberships</legend>
      @for (held of parts().memberships; track $index) {
        <div class="held">
          <b>{{ labelOf(held.name) }}</b>
          <almanac-moment-field
            label="From"
            i18n-label
            emptyMeans="Always."
            i18n-emptyMeans
            [value]="held.from"
            (valueChange)="dated($index, { from: $event })"
          />
          <almanac-moment-field
            label="Until"
            i18n-label
            emptyMeans="Goes on."
            i18n-emptyMeans
            [value]="held.until"
            (valueChange)="dated($index, { until: $event })"
          />
          <button i18n type="button" class="btn-word" (click)="dropMembership($index)">Take off</button>
        </div>
      }
      <select class="form-select" aria-label="Add a membership" i18n-aria-label (change)="addMembership($event)">
        <option i18n value="">Add a membership…</option>
        @for (each of memberships; track each.name) {
          <option [value]="each.name">{{ each.label }}</option>
        }
      </select>
    </fieldset>
  `,
  styles: `
    fieldset {
      margin-top: 8px;
    }
    legend {
      font: 600 13px var(--text);
      margin: 0;
    }
    .form-select {
      width: auto;
      max-width: 100%;
    }
    .held {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      align-items: flex-start;
      border-bottom: 1px solid #ece6d9;
      padding-bottom: 4px;
    }
  `,
})
export class PersonForm {
  readonly parts = model.required<PersonParts>();
  readonly idPrefix = input('person');
  protected readonly textIn = textIn;
  protected readonly memberships = inject(SessionService).site.memberships;

  protected set(change: Partial<PersonParts>): void {
    this.parts.set({ ...this.parts(), ...change });
  }

  protected labelOf(name: string): string {
    return this.memberships.find(each => each.name === name)?.label ?? name;
  }

  protected addMembership(event: Event): void {
    const select = event.target as HTMLSelectElement;
    if (select.value) this.set({ memberships: [...this.parts().memberships, { name: select.value, from: null, until: null }] });
    select.value = '';
  }

  protected dated(at: number, change: Partial<PersonRow['memberships'][number]>): void {
    this.set({ memberships: this.parts().memberships.map((each, index) => (index === at ? { ...each, ...change } : each)) });
  }

  protected dropMembership(at: number): void {
    this.set({ memberships: this.parts().memberships.filter((_, index) => index !== at) });
  }
}
