import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { SharedRuleRow } from '@contract/assembling';
import type { PlacementValue } from '@core/placement/placement';
import type { Rule } from '@core/rule/rule';
import { keepingCopy, type SharedRuleValue } from '@core/rule/shared-rule';
import { RuleSentence } from '../rule/rule-sentence';
import { EffectList } from '../shared/effect-list';
import { PagesService } from '../state/pages.service';
import { SharedRulesService } from '../state/shared-rules.service';
import type { WorkingChange } from '../state/working-changes.service';
import { effectOfChange } from './effect-of-change';
import { GovernedList } from './governed-list';
import { rulePanelStyles } from './rule-rows';
import { RulesService } from './rules.service';
import { textIn } from '../shared/typed-event';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { openHistory } from '../shared/history-dialog';

/** One shared rule: what it says and why, what an edit does over all it governs, and how something leaves it. */
@Component({
  selector: 'almanac-shared-rule-panel',
  imports: [GovernedList, RuleSentence, EffectList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ value().title }}</h2>
    @if (rules.mayChange) {
      <label i18n class="form-label" for="rule-title">Name</label>
      <input class="form-control" id="rule-title" [value]="value().title" (change)="set({ title: textIn($event).trim() }, 'renamed')" />
      <label i18n class="form-label" for="rule-reason">Because</label>
      <textarea
        class="form-control"
        id="rule-reason"
        rows="2"
        [value]="value().reason"
        (change)="set({ reason: oneLine(textIn($event)) }, 'new reason')"
      ></textarea>
    } @else {
      <p class="quiet">{{ value().reason }}</p>
    }
    <h3 i18n>What it says</h3>
    <almanac-rule-sentence
      [rule]="value().rule"
      [pages]="pages.pages()"
      [own]="row().id"
      [isReadOnly]="!rules.mayChange"
      [effect]="effect()?.label ?? ''"
      (ruleChange)="set({ rule: $event }, 'new rule')"
    />
    @if (effect(); as effect) {
      <p class="does">{{ effect.label }}</p>
      <details>
        <summary i18n>Which pages</summary>
        <almanac-effect-list [effect]="effect" />
      </details>
    }
    <almanac-governed-list [row]="row()" [mayLeave]="rules.mayChange" (leave)="leave($event)" />
    @if (row().revisionId) {
      <button i18n class="btn-word" (click)="openHistory()">History</button>
    }
    @if (rules.mayChange) {
      <h3 i18n>Delete it</h3>
      <div class="row-line">
        @if (row().governs.length + row().followedBy.length > 0) {
          <label class="row-line"
            ><ng-container i18n>What takes its place</ng-container>&ngsp;
            <select class="form-select" #replacement>
              <option i18n value="">nothing: each keeps a copy of what it says</option>
              @for (other of others(); track other.id) {
                <option [value]="other.id">{{ other.title }}</option>
              }
            </select></label
          >
          <button i18n class="btn btn-plain danger" (click)="remove(replacement.value)">Delete and replace</button>
        } @else {
          <button i18n class="btn btn-plain danger" (click)="remove('')">Delete</button>
        }
      </div>
      <p i18n class="form-help">It is unsaved until you send it, and can be undone.</p>
    }
  `,
  styles: `
    ${rulePanelStyles}
    .form-select {
      width: auto;
      max-width: 260px;
    }
  `,
})
export class SharedRulePanel {
  readonly #modal = inject(NgbModal);
  protected readonly textIn = textIn;
  readonly #shared = inject(SharedRulesService);
  protected readonly rules = inject(RulesService);
  protected readonly pages = inject(PagesService);
  readonly row = input.required<SharedRuleRow>();
  /** With what was changed and is not saved yet. */
  protected readonly value = computed(() => {
    const change = this.rules.working.changes().find(each => each.recordId === this.row().id && !each.retires);
    return (change?.value as SharedRuleValue | undefined) ?? this.row().value;
  });
  protected readonly others = computed(() => this.#shared.rules().filter(each => each.id !== this.row().id));
  readonly #change = computed(() => {
    const isChanged = this.rules.working.changes().some(each => each.recordId === this.row().id && !each.retires);
    return isChanged ? { recordId: this.row().id, kind: 'shared rule' as const, value: this.value(), retires: false } : null;
  });
  /** What the edit would do to readers, over everything that follows it. */
  protected readonly effect = effectOfChange(this.#change);

  protected set(part: Partial<SharedRuleValue>, did: string): void {
    const { id, revisionId, title } = this.row();
    this.rules.working.make([
      { recordId: id, kind: 'shared rule', value: { ...this.value(), ...part }, retires: false, baseRevisionId: revisionId, title, did },
    ]);
  }

  /** What it has said so far; an older version can be gone back to. */
  protected openHistory(): void {
    void openHistory(this.#modal, this.row().id, this.rules.mayChange).then(
      older => older !== null && this.set(older as SharedRuleValue, $localize`an older version`),
    );
  }

  protected oneLine(text: string): string {
    return text.replace(/\s*\n\s*/g, ' ').trim();
  }

  protected leave(each: SharedRuleRow['governs'][number]): void {
    this.rules.working.make([this.#placementChange(each, keepingCopy(each.value.rule, this.#live()), $localize`leaves a shared rule`)]);
  }

  /** Takes it off, and lets everything that follows it follow another or keep a copy, in one step. */
  protected remove(replacement: string): void {
    const { id, revisionId, title, governs, followedBy } = this.row();
    const settled = (rule: Rule): Rule => {
      if (replacement === '') return this.#keeping(rule, id);
      return { ...rule, follows: [...new Set(rule.follows.map(each => (each === id ? replacement : each)))] };
    };
    const direct = governs.filter(each => each.value.rule.follows.includes(id));
    this.rules.working.make([
      { recordId: id, kind: 'shared rule', value: null, retires: true, baseRevisionId: revisionId, title, did: $localize`deleted` },
      ...direct.map(each =>
        this.#placementChange(each, settled(each.value.rule), replacement === '' ? $localize`keeps a copy` : $localize`follows another`),
      ),
      ...followedBy.flatMap((each): WorkingChange[] => {
        const other = this.#shared.rules().find(rule => rule.id === each.id);
        if (!other) return [];
        const value = { ...other.value, rule: settled(other.value.rule) };
        return [
          {
            recordId: other.id,
            kind: 'shared rule',
            value,
            retires: false,
            baseRevisionId: other.revisionId,
            title: other.title,
            did: $localize`follows another`,
          },
        ];
      }),
    ]);
  }

  // Only this one is taken in; whatever else is followed goes on being followed.
  #keeping(rule: Rule, id: string): Rule {
    const alone = keepingCopy({ ...rule, follows: [id] }, this.#live());
    return { ...alone, follows: rule.follows.filter(each => each !== id) };
  }

  #placementChange({ placementId, value, revisionId, title }: SharedRuleRow['governs'][number], rule: Rule, did: string): WorkingChange {
    const changed: PlacementValue = { ...value, rule };
    return { recordId: placementId, kind: 'placement', value: changed, retires: false, baseRevisionId: revisionId, title, did };
  }

  #live(): ReadonlyMap<string, SharedRuleValue> {
    return new Map(this.#shared.rules().map(each => [each.id, each.value]));
  }
}
