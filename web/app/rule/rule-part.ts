import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import type { PageRow } from '@contract/messages';
import { picksOf, whoChoiceOf } from '@core/rule/picks';
import type { RuleTree, WhenTest, WhereTest, WhoTest } from '@core/rule/rule';
import { TreeEditor } from './tree-editor';
import { whenChoiceOf } from './when-choice';
import { WhenControl } from './when-control';
import { WhereControl } from './where-control';
import { WhoControl } from './who-control';

/** One part of a rule: by simple controls where they can say it, as a tree of groups where they cannot or when it is wanted. */
@Component({
  selector: 'almanac-rule-part',
  imports: [WhereControl, WhoControl, WhenControl, TreeEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (asTree() || !isPlain()) {
      <almanac-tree-editor [part]="part()" [tree]="held()" [pages]="pages()" (treeChange)="set($any($event))" />
    } @else {
      @switch (part()) {
        @case ('where') {
          <almanac-where-control [tree]="$any(held())" [pages]="pages()" (treeChange)="set($any($event))" />
        }
        @case ('who') {
          <almanac-who-control [tree]="$any(held())" (treeChange)="set($any($event))" />
        }
        @case ('when') {
          <almanac-when-control [tree]="$any(held())" (treeChange)="set($any($event))" />
        }
      }
    }
    <div class="foot">
      <p class="reach" aria-live="polite">{{ effect() }}</p>
      @if (isPlain()) {
        <button type="button" class="btn-word" (click)="asTree.set(!asTree())">
          @if (asTree()) {
            <ng-container i18n>As choices</ng-container>
          } @else {
            <ng-container i18n>As a tree</ng-container>
          }
        </button>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .foot {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      gap: 10px;
    }
    .reach {
      color: var(--tide);
      font-weight: 600;
      margin: 6px 0 0;
      min-height: 1.4em;
    }
  `,
})
export class RulePart<Test extends WhereTest | WhoTest | WhenTest> {
  readonly part = input.required<'where' | 'who' | 'when'>();
  readonly tree = input.required<RuleTree<Test>>();
  readonly pages = input<readonly PageRow[]>([]);
  /** What the whole as it stands would do. */
  readonly effect = input('');
  readonly treeChange = output<RuleTree<Test>>();
  /** As it was just set: the controls do not wait for whoever works out what that does. */
  protected readonly held = linkedSignal(() => this.tree());
  protected readonly asTree = signal(false);
  protected readonly isPlain = computed(() => {
    const tree: unknown = this.held();
    switch (this.part()) {
      case 'where':
        return picksOf(tree as RuleTree<WhereTest>) !== null;
      case 'who':
        return whoChoiceOf(tree as RuleTree<WhoTest>) !== null;
      case 'when':
        return whenChoiceOf(tree as RuleTree<WhenTest>) !== null;
    }
  });

  protected set(tree: RuleTree<Test>): void {
    this.held.set(tree);
    this.treeChange.emit(tree);
  }
}
