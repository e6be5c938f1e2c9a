import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { FocusInside } from '../shared/focus-inside';
import type { PageRow } from '@contract/messages';
import type { Rule } from '@core/rule/rule';
import { ruleSentence } from '@core/rule/sentence';
import { joined } from '../shared/joined';
import { keyed } from '../shared/keyed';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { FollowsControl } from './follows-control';
import { RulePart } from './rule-part';

/** A rule as a sentence whose words are its controls. */
@Component({
  selector: 'almanac-rule-sentence',
  imports: [NgbPopoverModule, FocusInside, RulePart, FollowsControl],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="sentence title-face">
      @for (part of parts(); track part.key) {
        @if (part.edits && !isReadOnly()) {
          <span class="glued"
            ><button
              type="button"
              class="word"
              [ngbPopover]="part.edits === 'where' ? where : part.edits === 'who' ? who : part.edits === 'when' ? when : follows"
              [attr.aria-label]="labels[part.edits] + ': ' + part.text"
            >
              {{ part.text }}</button
            >{{ part.after }}</span
          >
        } @else if (part.edits) {
          <b>{{ part.text }}</b>{{ part.after }}
        } @else {
          <span>{{ part.text }}</span>
        }
      }
      @if (!isReadOnly() && rule().follows.length === 0) {
        <button i18n type="button" class="btn-word also" [ngbPopover]="follows">Follow a shared rule</button>
      }
    </p>
    <ng-template #where>
      <almanac-rule-part part="where" [tree]="rule().where" [pages]="pages()" [effect]="effect()" (treeChange)="set({ where: $event })" />
    </ng-template>
    <ng-template #who>
      <almanac-rule-part part="who" [tree]="rule().who" [pages]="pages()" [effect]="effect()" (treeChange)="set({ who: $event })" />
    </ng-template>
    <ng-template #when>
      <almanac-rule-part part="when" [tree]="rule().when" [pages]="pages()" [effect]="effect()" (treeChange)="set({ when: $event })" />
    </ng-template>
    <ng-template #follows>
      <almanac-follows-control [rule]="rule()" [own]="own()" (ruleChange)="rule.set($event)" />
      <p class="reach" aria-live="polite">{{ effect() }}</p>
    </ng-template>
  `,
  styles: `
    .sentence {
      font-size: 14px;
      line-height: 1.6;
      margin: 0 0 4px;
      overflow-wrap: anywhere;
    }
    .also {
      font: 12px var(--text);
      margin-left: 6px;
    }
    .reach {
      color: var(--tide);
      font-weight: 600;
      margin: 6px 0 0;
      min-height: 1.4em;
    }
  `,
})
export class RuleSentence {
  readonly #session = inject(SessionService);
  readonly #shared = inject(SharedRulesService);
  readonly rule = model.required<Rule>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly currentPage = input<string | null>(null);
  readonly isReadOnly = input(false);
  /** The shared rule whose rule this is, if it is one. */
  readonly own = input('');
  /** What the rule as it stands would do, shown while it is edited. */
  readonly effect = input('');
  protected readonly labels = {
    where: $localize`On which pages`,
    who: $localize`To whom`,
    when: $localize`When`,
    follows: $localize`Shared rules`,
  } as const;
  protected readonly parts = computed(() => {
    const titles = new Map(this.pages().map(page => [page.id, page.title]));
    const names = this.#session.names(
      id => titles.get(id) ?? $localize`a page that is gone`,
      id => this.#shared.titleOf(id),
    );
    return keyed(joined(ruleSentence(this.rule(), names, this.#session.style, this.currentPage())));
  });

  protected set(part: Partial<Rule>): void {
    this.rule.set({ ...this.rule(), ...part });
  }
}
