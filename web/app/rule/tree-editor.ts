import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { PageRow } from '@contract/messages';
import {
  alwaysHolds,
  isTest,
  nobody,
  nowhere,
  type RuleGroup,
  type RuleTree,
  type WhenTest,
  type WhereTest,
  type WhoTest,
} from '@core/rule/rule';
import { phraseWhenTest, phraseWhereTest, phraseWhoTest } from '@core/rule/sentence';
import * as text from '@core/rule/text';
import { whoTests } from '@core/rule/tests/who-tests';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';
import { choicesOf } from './parameter-choices';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';
import { TestForm } from './test-form';
import { choiceIn } from '../shared/typed-event';

type AnyTest = WhereTest | WhoTest | WhenTest;
type Tree = RuleTree<AnyTest>;
type Part = 'all' | 'any' | 'none';

interface Line {
  readonly depth: number;
  /** The way from the top: group and position in turn. */
  readonly way: readonly (string | number)[];
  readonly group: Part | null;
  readonly test: AnyTest | null;
  readonly words: string;
}

const headings: Readonly<Record<Part, string>> = {
  all: $localize`All of these`,
  any: $localize`Any of these`,
  none: $localize`None of these`,
};

/** One part of a rule as a tree of groups, however deep, or as exact text. */
@Component({
  selector: 'almanac-tree-editor',
  imports: [MidSentencePipe, TestForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isText()) {
      <textarea
        class="form-control mono"
        rows="8"
        aria-label="The rule as text"
        i18n-aria-label
        #words
        [value]="written()"
        (input)="read(words.value)"
      ></textarea>
      @if (fault(); as fault) {
        <p class="form-fault" role="alert">{{ fault }}</p>
      }
    } @else {
      <ul class="lines" aria-label="Groups and tests" i18n-aria-label>
        @for (line of lines(); track line.way.join()) {
          <li [style.padding-left.px]="line.depth * 18" [class.head]="line.group">
            @if (line.group; as group) {
              <select class="form-select" aria-label="How the group counts" i18n-aria-label (change)="regroup(line, choiceIn($event))">
                @for (each of groups; track each) {
                  <option [value]="each" [selected]="each === group">{{ headings[each] }}</option>
                }
              </select>
              <button i18n class="btn-word" (click)="addTest(line)">Add a test</button>
              <button i18n class="btn-word" (click)="addGroup(line)">Add a group</button>
              <button i18n class="btn-word" ariaLabel="Take out: {{ headings[group] }}" i18n-ariaLabel (click)="takeOut(line)">
                Take out
              </button>
            } @else if (open() === line.way.join() && part() === 'where') {
              <almanac-test-form class="grow" [test]="$any(line.test)" [pages]="pages()" (testChange)="replace(line, $event)" />
              <button i18n class="btn-word" (click)="open.set('')">Done</button>
            } @else if (open() === line.way.join() && part() === 'who') {
              <select
                class="form-select"
                aria-label="Reader"
                i18n-aria-label
                (change)="chooseReader(line, $any($event.target).selectedIndex)"
              >
                @for (each of readerTests(); track each.words) {
                  <option [selected]="each.words === line.words">{{ each.words }}</option>
                }
              </select>
              <button i18n class="btn-word" (click)="open.set('')">Done</button>
            } @else {
              <span class="grow">{{ line.words }}</span>
              @if (part() !== 'when') {
                <button i18n class="btn-word" ariaLabel="Change: {{ line.words }}" i18n-ariaLabel (click)="open.set(line.way.join())">
                  Change
                </button>
              }
              <button i18n class="btn-word" ariaLabel="Take out: {{ line.words }}" i18n-ariaLabel (click)="takeOut(line)">Take out</button>
            }
          </li>
        } @empty {
          <li i18n class="quiet">Nothing is asked: it always holds.</li>
        }
      </ul>
      <p class="starts">
        @for (each of groups; track each) {
          <button i18n class="btn-word" (click)="addTop(each)">Add “{{ headings[each] | midSentence }}”</button>
        }
      </p>
    }
    <button class="btn-word" (click)="isText.set(!isText())">
      @if (isText()) {
        <ng-container i18n>As a tree</ng-container>
      } @else {
        <ng-container i18n>As text</ng-container>
      }
    </button>
  `,
  styles: `
    :host {
      display: block;
      width: 430px;
      max-width: 100%;
    }
    .lines {
      list-style: none;
      margin: 0 0 4px;
      padding: 0;
      max-height: 300px;
      overflow: auto;
    }
    li {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 30px;
      flex-wrap: wrap;
    }
    .head .form-select {
      width: auto;
      font-weight: 600;
    }
    .starts {
      display: flex;
      gap: 12px;
      border-top: 1px solid var(--hair);
      padding-top: 4px;
      margin: 0;
      flex-wrap: wrap;
    }
    textarea {
      font-size: 12px;
    }
  `,
})
export class TreeEditor {
  protected readonly choiceIn = choiceIn;
  readonly #session = inject(SessionService);
  readonly #shared = inject(SharedRulesService);
  readonly part = input.required<'where' | 'who' | 'when'>();
  readonly tree = input.required<Tree>();
  readonly pages = input<readonly PageRow[]>([]);
  readonly treeChange = output<Tree>();
  protected readonly headings = headings;
  protected readonly groups: readonly Part[] = ['all', 'any', 'none'];
  protected readonly open = signal('');
  protected readonly isText = signal(false);
  protected readonly fault = signal('');
  readonly #pageWords = computed((): text.PageWords => {
    const paths = new Map(this.pages().map(page => [page.id, page.path]));
    const ids = new Map(this.pages().map(page => [page.path, page.id]));
    return { write: id => paths.get(id) ?? id, read: words => ids.get(words) ?? (/^[0-9a-f-]{36}$/.test(words) ? words : null) };
  });
  readonly #names = computed(() => {
    const titles = new Map(this.pages().map(page => [page.id, page.title]));
    return this.#session.names(
      id => titles.get(id) ?? $localize`a page that is gone`,
      id => this.#shared.titleOf(id),
    );
  });
  protected readonly written = computed(() => this.#write(this.tree()));
  protected readonly lines = computed(() => (alwaysHolds(this.tree()) ? [] : this.#linesOf(this.tree(), [], 0)));
  protected readonly readerTests = computed(() => {
    // Every test with each value that its parameter may have.
    const tests = whoTests.kinds.flatMap(kind => {
      const [parameter] = kind.parameters;
      if (!parameter) return [{ test: kind.name } as WhoTest];
      const choices = choicesOf(parameter, this.#session, this.pages()) ?? [];
      return choices.map(({ value }) => ({ test: kind.name, [parameter.name]: value }) as unknown as WhoTest);
    });
    return tests.map(test => ({ test, words: this.#phrase(test) }));
  });

  /** Reads the text; what cannot be read leaves the rule as it was and says where it stopped. */
  protected read(words: string): void {
    try {
      const tree = this.#parse(words);
      this.fault.set('');
      this.treeChange.emit(tree);
    } catch (error) {
      this.fault.set(error instanceof text.RuleTextFault ? error.message : $localize`This cannot be read.`);
    }
  }

  protected replace(line: Line, test: AnyTest): void {
    this.treeChange.emit(changed(this.tree(), line.way, () => test));
  }

  protected chooseReader(line: Line, index: number): void {
    const chosen = this.readerTests()[index];
    if (chosen) this.replace(line, chosen.test);
  }

  protected takeOut(line: Line): void {
    this.open.set('');
    const left = changed(this.tree(), line.way, () => null);
    // Taking the last test out narrows no more: until another is chosen it holds for nobody, rather than for all.
    const emptied: Tree = this.part() === 'who' ? nobody : this.part() === 'where' ? nowhere : {};
    this.treeChange.emit(alwaysHolds(left) ? emptied : left);
  }

  protected regroup(line: Line, to: Part): void {
    const way = line.way.slice(0, -1);
    const from = line.group!;
    this.treeChange.emit(
      changed(this.tree(), way, tree => {
        const group = tree as RuleGroup<AnyTest>;
        const { [from]: moved = [], ...rest } = group;
        return { ...rest, [to]: [...(rest[to as keyof typeof rest] ?? []), ...moved] };
      }),
    );
  }

  protected addTest(line: Line): void {
    this.#add(line, this.#newTest());
  }

  protected addGroup(line: Line): void {
    this.#add(line, { any: [this.#newTest()] });
  }

  protected addTop(part: Part): void {
    const tree = this.tree();
    const group: RuleGroup<AnyTest> = isTest(tree) ? { any: [tree] } : tree;
    this.treeChange.emit({ ...group, [part]: [...(group[part] ?? []), this.#newTest()] });
  }

  #add(line: Line, node: Tree): void {
    this.treeChange.emit(
      changed(this.tree(), line.way.slice(0, -1), tree => {
        const group = tree as RuleGroup<AnyTest>;
        return { ...group, [line.group!]: [...(group[line.group!] ?? []), node] };
      }),
    );
  }

  #newTest(): AnyTest {
    if (this.part() === 'who') return { test: 'signed in' };
    const { zone } = this.#session.site;
    return this.part() === 'when'
      ? { test: 'time of day', from: '09:00', until: '17:00', zone }
      : { test: 'page', page: this.pages()[0]?.id ?? '' };
  }

  #linesOf(tree: Tree, way: Line['way'], depth: number): Line[] {
    if (isTest(tree)) return [{ depth, way, group: null, test: tree, words: this.#phrase(tree) }];
    return this.groups.flatMap(part => {
      const parts = tree[part] ?? [];
      if (parts.length === 0) return [];
      const head: Line = { depth, way: [...way, part], group: part, test: null, words: headings[part] };
      return [head, ...parts.flatMap((each, index) => this.#linesOf(each, [...way, part, index], depth + 1))];
    });
  }

  #phrase(test: AnyTest): string {
    if (this.part() === 'where') return phraseWhereTest(test as WhereTest, this.#names());
    if (this.part() === 'who') return phraseWhoTest(test as WhoTest, this.#names());
    return phraseWhenTest(test as WhenTest, this.#session.style, this.#names());
  }

  #write(tree: Tree): string {
    if (this.part() === 'where') return text.whereText(tree as RuleTree<WhereTest>, this.#pageWords());
    return this.part() === 'who' ? text.whoText(tree as RuleTree<WhoTest>) : text.whenText(tree as RuleTree<WhenTest>);
  }

  #parse(words: string): Tree {
    if (this.part() === 'where') return text.whereFromText(words, this.#pageWords());
    return this.part() === 'who' ? text.whoFromText(words) : text.whenFromText(words);
  }
}

/** A tree with the node at the end of a way changed; null takes it out. A way that ends at a group's name means the whole group. */
function changed(tree: Tree, way: Line['way'], change: (tree: Tree) => Tree | null): Tree {
  if (way.length === 0) return change(tree) ?? {};
  const group = tree as RuleGroup<AnyTest>;
  const [part, index, ...rest] = way as [Part, number, ...(string | number)[]];
  if (index === undefined) {
    const { [part]: _, ...others } = group;
    return others;
  }
  const parts = [...(group[part] ?? [])];
  if (rest.length === 0) {
    const next = change(parts[index]!);
    parts.splice(index, 1, ...(next === null ? [] : [next]));
  } else parts[index] = changed(parts[index]!, rest, change);
  if (parts.length === 0) {
    const { [part]: _, ...others } = group;
    return others;
  }
  return { ...group, [part]: parts };
}
