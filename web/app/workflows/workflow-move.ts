import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import { endings } from '@core/ledger/stage';
import { guardLabels, guardNames, type Guard, type GuardName } from '@core/workflow/guards';
import { roles, type Move, type Role, type Workflow } from '@core/workflow/workflow';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';

type Right = Extract<Move['who'], string>;

/** One move of a workflow: its verb, from where to where, who may make it, and what must hold besides. */
@Component({
  selector: 'almanac-workflow-move',
  imports: [ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>This move</h3>
    <div class="row-line wrap">
      <label
        ><span i18n class="form-label">Verb</span
        ><input
          class="form-control"
          [value]="move().name | told"
          [class.is-invalid]="faultAt()('/name')"
          (change)="set({ name: textIn($event).trim() })"
      /></label>
      <fieldset>
        <legend i18n>From</legend>
        @for (stage of workflow().stages; track stage) {
          <label class="row-line"
            ><input type="checkbox" class="form-check-input" [checked]="move().from.includes(stage)" (change)="toggleFrom(stage)" />
            {{ stage | told }}</label
          >
        }
      </fieldset>
      <label
        ><span i18n class="form-label">To</span>
        <select class="form-select" aria-label="Where it leads" i18n-aria-label (change)="set({ to: textIn($event) })">
          @for (stage of targets(); track stage) {
            <option [value]="stage" [selected]="stage === move().to">{{ stage | told }}</option>
          }
        </select></label
      >
    </div>
    @for (words of faults(); track words) {
      <p class="form-fault" role="alert">{{ words }}</p>
    }
    <fieldset>
      <legend i18n>Who may</legend>
      <div class="row-line wrap">
        <select class="form-select" aria-label="Who may make it" i18n-aria-label (change)="setWho(textIn($event))">
          @for (right of rights; track right.name) {
            <option [value]="right.name" [selected]="right.name === move().who">{{ right.label }}</option>
          }
          <option i18n value="" [selected]="!isRight()">these roles:</option>
        </select>
        @if (!isRight()) {
          @for (role of roles; track role) {
            <label class="row-line"
              ><input type="checkbox" class="form-check-input" [checked]="move().who.includes(role)" (change)="toggleRole(role)" />
              {{ role | told }}</label
            >
          }
        }
        <select class="form-select" aria-label="With whose" i18n-aria-label (change)="setWhose(textIn($event))">
          <option i18n value="any" [selected]="move().whose === 'any'">with anybody’s</option>
          <option i18n value="others" [selected]="move().whose === 'others'">with what somebody else made</option>
          <option i18n value="own" [selected]="move().whose === 'own'">with what one made oneself</option>
        </select>
      </div>
      <p i18n class="form-help">Within the sections and languages that each holds the role for.</p>
    </fieldset>
    <fieldset>
      <legend i18n>Only if</legend>
      @for (name of guardNames; track name) {
        <div class="row-line wrap">
          <label class="row-line"
            ><input type="checkbox" class="form-check-input" [checked]="hasGuard(name)" (change)="toggleGuard(name)" />
            {{ labels[name] | told }}</label
          >
          @if (name === 'word of' && hasGuard(name)) {
            @for (role of roles; track role) {
              <label class="row-line"
                ><input type="checkbox" class="form-check-input" [checked]="hasWord(role)" (change)="toggleWord(role)" />
                {{ role | told }}</label
              >
            }
          }
        </div>
      }
    </fieldset>
    <button i18n type="button" class="btn-word danger" (click)="dropped.emit()">Take this move out</button>
  `,
  styles: `
    h3 {
      font: 600 13px var(--text);
      margin: 0 0 4px;
    }
    .wrap {
      flex-wrap: wrap;
      gap: 4px 16px;
      align-items: flex-start;
    }
    fieldset {
      margin-top: 6px;
    }
    .wrap > fieldset {
      margin: 0;
    }
    .wrap > fieldset .row-line {
      display: inline-flex;
      margin-inline-end: 12px;
    }
    legend {
      font: 600 13px var(--text);
      margin: 0;
    }
    .form-control {
      width: 210px;
    }
    .form-select {
      width: auto;
    }
  `,
})
export class WorkflowMove {
  protected readonly textIn = textIn;
  protected readonly roles = roles;
  protected readonly guardNames = guardNames;
  protected readonly labels = guardLabels;
  protected readonly rights: readonly { readonly name: Right; readonly label: string }[] = [
    { name: 'write', label: $localize`whoever may write it` },
    { name: 'review', label: $localize`whoever may review it` },
    { name: 'publish', label: $localize`whoever may publish it` },
  ];
  readonly workflow = input.required<Workflow>();
  readonly move = model.required<Move>();
  /** What is wrong at a pointer into the move; null when nothing is. */
  readonly faultAt = input.required<(pointer: string) => string | null>();
  readonly dropped = output();
  protected readonly targets = computed(() => [...this.workflow().stages, ...endings]);
  protected readonly isRight = computed(() => typeof this.move().who === 'string');
  protected readonly faults = computed(() =>
    ['/name', '/to', ...this.move().from.map((_, at) => `/from/${at}`)].flatMap(each => this.faultAt()(each) ?? []),
  );

  protected set(part: Partial<Move>): void {
    this.move.set({ ...this.move(), ...part });
  }

  protected toggleFrom(stage: string): void {
    const { from } = this.move();
    const next = this.workflow().stages.filter(each => (each === stage ? !from.includes(each) : from.includes(each)));
    // A move has to begin somewhere.
    this.set({ from: next.length === 0 ? from : next });
  }

  protected setWho(right: string): void {
    this.set({ who: this.rights.find(each => each.name === right)?.name ?? ['editor'] });
  }

  protected toggleRole(role: Role): void {
    const { who } = this.move();
    if (typeof who === 'string') return;
    const next = roles.filter(each => (each === role ? !who.includes(each) : who.includes(each)));
    this.set({ who: next.length === 0 ? who : next });
  }

  protected setWhose(whose: string): void {
    this.set({ whose: whose as Move['whose'] });
  }

  protected hasGuard(name: GuardName): boolean {
    return this.move().guards.some(each => each.guard === name);
  }

  protected toggleGuard(name: GuardName): void {
    const { guards } = this.move();
    const fresh: Guard = name === 'word of' ? { guard: name, role: 'manager' } : { guard: name };
    this.set({ guards: this.hasGuard(name) ? guards.filter(each => each.guard !== name) : [...guards, fresh] });
  }

  protected hasWord(role: Role): boolean {
    return this.move().guards.some(each => each.guard === 'word of' && each.role === role);
  }

  protected toggleWord(role: Role): void {
    const { guards } = this.move();
    const others = guards.filter(each => each.guard !== 'word of' || each.role !== role);
    this.set({ guards: this.hasWord(role) ? others : [...guards, { guard: 'word of', role }] });
  }
}
