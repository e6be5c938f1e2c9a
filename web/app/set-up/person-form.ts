import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { PersonRow } from '@contract/people';
import { roles } from '@core/workflow/workflow';
import { MomentField } from '../shared/moment-field';
import { indentOf } from '../shared/labels';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** What is said of somebody: what they may do, where, and what they are members of. */
export type PersonParts = Pick<PersonRow, 'name' | 'roles' | 'memberships'> & { readonly sections: readonly string[] };

/** What each role lets somebody do. */
const help: Readonly<Record<(typeof roles)[number], string>> = {
  writer: 'writes drafts and proposals',
  translator: 'writes in other languages',
  editor: 'reviews and publishes',
  manager: 'sets rules, placements, menus and limits',
  administrator: 'sets people and the site',
};

/** Sets what somebody may do, where they publish, and their memberships from one day to another. */
@Component({
  selector: 'almanac-person-form',
  imports: [MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="form-label" [for]="idPrefix() + '-name'">Name</label>
    <input
      class="form-control"
      [id]="idPrefix() + '-name'"
      maxlength="120"
      [value]="parts().name"
      (input)="set({ name: textIn($event) })"
    />
    <fieldset>
      <legend>Roles <span class="quiet">none: a reader</span></legend>
      @for (role of all; track role) {
        <label class="row-line"
          ><input type="checkbox" class="form-check-input" [checked]="parts().roles.includes(role)" (change)="toggle(role)" /> {{ role }}
          <span class="quiet">{{ help[role] }}</span></label
        >
      }
    </fieldset>
    @if (parts().roles.length > 0) {
      <fieldset>
        <legend>Publishes beneath <span class="quiet">none chosen: everywhere</span></legend>
        <ul>
          @for (id of parts().sections; track id) {
            <li>{{ titleOf(id) }} <button type="button" class="btn-word" (click)="dropSection(id)">Take off</button></li>
          }
        </ul>
        <select class="form-select" aria-label="Add a section" (change)="addSection($event)">
          <option value="">Add a section…</option>
          @for (page of sections(); track page.id) {
            <option [value]="page.id">{{ indent(page.depth) }}{{ page.title }}</option>
          }
        </select>
      </fieldset>
    }
    <fieldset>
      <legend>Memberships</legend>
      @for (held of parts().memberships; track $index) {
        <div class="held">
          <b>{{ labelOf(held.name) }}</b>
          <almanac-moment-field label="From" emptyMeans="Always." [value]="held.from" (valueChange)="dated($index, { from: $event })" />
          <almanac-moment-field label="Until" emptyMeans="Goes on." [value]="held.until" (valueChange)="dated($index, { until: $event })" />
          <button type="button" class="btn-word" (click)="dropMembership($index)">Take off</button>
        </div>
      }
      <select class="form-select" aria-label="Add a membership" (change)="addMembership($event)">
        <option value="">Add a membership…</option>
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
    legend .quiet {
      font-weight: 400;
    }
    ul {
      list-style: none;
      padding: 0;
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
  readonly #pages = inject(PagesService).pages;
  readonly parts = input.required<PersonParts>();
  readonly idPrefix = input('person');
  readonly partsChange = output<PersonParts>();
  protected readonly textIn = textIn;
  protected readonly indent = indentOf;
  protected readonly all = roles;
  protected readonly help = help;
  protected readonly memberships = inject(SessionService).site.memberships;
  protected readonly sections = computed(() =>
    this.#pages().filter(page => page.status === 'live' && page.parentId !== null && !this.parts().sections.includes(page.id)),
  );

  protected set(change: Partial<PersonParts>): void {
    this.partsChange.emit({ ...this.parts(), ...change });
  }

  protected toggle(role: (typeof roles)[number]): void {
    const held = this.parts().roles;
    this.set({
      roles: held.includes(role) ? held.filter(each => each !== role) : roles.filter(each => each === role || held.includes(each)),
    });
  }

  protected titleOf(id: string): string {
    return this.#pages().find(page => page.id === id)?.title ?? 'a page that is gone';
  }

  protected labelOf(name: string): string {
    return this.memberships.find(each => each.name === name)?.label ?? name;
  }

  protected addSection(event: Event): void {
    const select = event.target as HTMLSelectElement;
    if (select.value) this.set({ sections: [...this.parts().sections, select.value] });
    select.value = '';
  }

  protected dropSection(id: string): void {
    this.set({ sections: this.parts().sections.filter(each => each !== id) });
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
