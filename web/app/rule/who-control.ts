import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { treeOfWhoChoice, whoChoiceOf, type WhoChoice } from '@core/rule/picks';
import type { RuleTree, WhoTest } from '@core/rule/rule';
import { roles } from '@core/workflow/workflow';
import { SessionService } from '../state/session.service';

/** To which readers. */
@Component({
  selector: 'almanac-who-control',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (choice(); as now) {
      <fieldset>
        <legend i18n class="visually-hidden">To whom</legend>
        @for (each of kinds; track each.kind) {
          <label
            ><input
              type="radio"
              class="form-check-input"
              name="who-kind"
              [checked]="now.kind === each.kind"
              (change)="setKind(each.kind)"
            />
            {{ each.label }}</label
          >
        }
      </fieldset>
      @if (holders(); as held) {
        @if (choice()?.kind === 'holders' && held.memberships.length + held.roles.length === 0) {
          <p i18n class="notice-line" role="status">It shows to nobody until one is chosen.</p>
        }
        <div class="holders">
          <h3 i18n>Memberships</h3>
          @for (each of memberships; track each.name) {
            <label
              ><input
                type="checkbox"
                class="form-check-input"
                [checked]="held.memberships.includes(each.name)"
                (change)="toggle('memberships', each.name)"
              />
              {{ each.label }}</label
            >
          }
          <h3 i18n>Roles</h3>
          @for (each of roles; track each) {
            <label
              ><input type="checkbox" class="form-check-input" [checked]="held.roles.includes(each)" (change)="toggle('roles', each)" />
              {{ each }}</label
            >
          }
        </div>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      width: 300px;
    }
    label {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 26px;
    }
    .form-check-input {
      margin: 0;
      flex: none;
    }
    .holders {
      border-top: 1px solid var(--hair);
      margin-top: 6px;
      padding-top: 6px;
      columns: 2;
    }
    h3 {
      break-after: avoid;
    }
  `,
})
export class WhoControl {
  readonly tree = input.required<RuleTree<WhoTest>>();
  readonly treeChange = output<RuleTree<WhoTest>>();
  protected readonly memberships = inject(SessionService).site.memberships;
  protected readonly roles = roles;
  protected readonly kinds: readonly { kind: WhoChoice['kind']; label: string }[] = [
    { kind: 'anyone', label: $localize`Anyone` },
    { kind: 'signed out', label: $localize`Signed-out readers` },
    { kind: 'signed in', label: $localize`Signed-in readers` },
    { kind: 'holders', label: $localize`Only people who hold` },
    { kind: 'all but holders', label: $localize`Anyone but people who hold` },
  ];
  protected readonly choice = computed(() => whoChoiceOf(this.tree()));
  protected readonly holders = computed(() => {
    const choice = this.choice();
    return choice && 'memberships' in choice ? choice : null;
  });

  protected setKind(kind: WhoChoice['kind']): void {
    const held = this.holders() ?? { memberships: this.memberships.slice(0, 1).map(each => each.name), roles: [] };
    this.treeChange.emit(
      treeOfWhoChoice(
        kind === 'holders' || kind === 'all but holders' ? { kind, memberships: held.memberships, roles: held.roles } : { kind },
      ),
    );
  }

  protected toggle(list: 'memberships' | 'roles', name: string): void {
    const held = this.holders()!;
    const next = held[list].includes(name) ? held[list].filter(each => each !== name) : [...held[list], name];
    this.treeChange.emit(treeOfWhoChoice({ ...held, [list]: next }));
  }
}
