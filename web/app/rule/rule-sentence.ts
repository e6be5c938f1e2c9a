import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import type { PageRow } from '@contract/messages';
import type { Rule } from '@core/rule/rule';
import { ruleSentence } from '@core/rule/sentence';
import { SessionService } from '../state/session.service';
import { WhenControl } from './when-control';
import { WhereControl } from './where-control';
import { WhoControl } from './who-control';

/** A rule as a sentence whose words are its controls. */
@Component({
  selector: 'almanac-rule-sentence',
  imports: [NgbPopoverModule, WhereControl, WhoControl, WhenControl],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="sentence title-face">
      @for (part of parts(); track $index) {
        @if (part.edits && !isReadOnly()) {
          <button
            type="button"
            class="word"
            [ngbPopover]="part.edits === 'where' ? where : part.edits === 'who' ? who : when"
            autoClose="outside"
            container="body"
            placement="bottom-start bottom top"
            popoverClass="rule-popover"
            [attr.aria-label]="labels[part.edits] + ': ' + part.text"
          >
            {{ part.text }}
          </button>
        } @else if (part.edits) {
          <b>{{ part.text }}</b>
        } @else {
          <span>{{ part.text }}</span>
        }
      }
    </p>
    <ng-template #where
      ><almanac-where-control
        [tree]="rule().where"
        [pages]="pages()"
        (treeChange)="ruleChange.emit({ version: 1, where: $event, who: rule().who, when: rule().when })"
      />
      <p class="reach" aria-live="polite">{{ effect() }}</p></ng-template
    >
    <ng-template #who
      ><almanac-who-control
        [tree]="rule().who"
        (treeChange)="ruleChange.emit({ version: 1, where: rule().where, who: $event, when: rule().when })"
      />
      <p class="reach" aria-live="polite">{{ effect() }}</p></ng-template
    >
    <ng-template #when
      ><almanac-when-control
        [tree]="rule().when"
        (treeChange)="ruleChange.emit({ version: 1, where: rule().where, who: rule().who, when: $event })"
      />
      <p class="reach" aria-live="polite">{{ effect() }}</p></ng-template
    >
  `,
  styles: `
    .sentence {
      font-size: 14px;
      line-height: 1.6;
      margin: 0 0 4px;
      overflow-wrap: anywhere;
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
  readonly rule = input.required<Rule>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly currentPage = input<string | null>(null);
  readonly isReadOnly = input(false);
  /** What the rule as it stands would do, shown while it is edited. */
  readonly effect = input('');
  readonly ruleChange = output<Rule>();
  protected readonly labels = { where: 'On which pages', who: 'To whom', when: 'When' } as const;
  protected readonly parts = computed(() => {
    const titles = new Map(this.pages().map(page => [page.id, page.title]));
    const { theme, memberships } = this.#session.site;
    return ruleSentence(
      this.rule(),
      {
        page: id => titles.get(id) ?? 'a page that is gone',
        layout: name => theme.layouts.find(each => each.name === name)?.label ?? name,
        membership: name => memberships.find(each => each.name === name)?.label ?? name,
        role: name => name,
      },
      this.#session.style,
      this.currentPage(),
    );
  });
}
