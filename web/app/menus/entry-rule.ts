import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { listOf } from '@core/format/moment';
import { writtenLocales } from '@core/locale/site-locale';
import type { OutlineRow } from '@core/menu/menu';
import { alwaysHolds, everywhere, type RuleTree, type WhereTest } from '@core/rule/rule';
import { whenPhrase, whereSummary, whoPhrase } from '@core/rule/sentence';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { WhenControl } from '../rule/when-control';
import { WhereControl } from '../rule/where-control';
import { WhoControl } from '../rule/who-control';
import { isTickedIn } from '../shared/typed-event';
import { FocusInside } from '../shared/focus-inside';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { SharedRulesService } from '../state/shared-rules.service';

/** To whom an entry shows, when, and on which pages it counts as the current one, as a sentence whose words are the controls. */
@Component({
  selector: 'almanac-entry-rule',
  imports: [NgbPopoverModule, WhoControl, WhenControl, WhereControl, FocusInside],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      <ng-container i18n>Shows to</ng-container>&ngsp;
      <button type="button" class="word" [ngbPopover]="who" popoverTitle="To whom" i18n-popoverTitle>{{ whoWords() }}</button>,
      <button type="button" class="word" [ngbPopover]="when" popoverTitle="When" i18n-popoverTitle>{{ whenWords() }}</button><ng-container
        i18n
        >; it is the current one on</ng-container
      >
      <button type="button" class="word" [ngbPopover]="current" popoverTitle="Current on" i18n-popoverTitle>{{ currentWords() }}</button>
      @if (locales.length === 1) {
        .
      } @else {
        <ng-container i18n>; it stands in</ng-container>&ngsp;
        <button type="button" class="word" [ngbPopover]="languages" popoverTitle="In which languages" i18n-popoverTitle>
          {{ languageWords() }}</button>.
      }
    </p>
    <ng-template #languages>
      <div>
        @for (each of locales; track each.tag) {
          <label class="row-line"
            ><input
              type="checkbox"
              class="form-check-input"
              [checked]="!row().notIn?.includes(each.tag)"
              (change)="stand(each.tag, isTickedIn($event))"
            />
            {{ each.name }}</label
          >
        }
      </div>
    </ng-template>
    <ng-template #who><almanac-who-control [tree]="row().who" (treeChange)="rowChange.emit({ who: $event })" /></ng-template>
    <ng-template #when><almanac-when-control [tree]="row().when" (treeChange)="rowChange.emit({ when: $event })" /></ng-template>
    <ng-template #current>
      <div>
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="row().currentOn === null"
            (change)="rowChange.emit({ currentOn: row().currentOn === null ? everywhere.where : null })"
          />
          <ng-container i18n>its own page only</ng-container></label
        >
        @if (row().currentOn; as tree) {
          <almanac-where-control [tree]="tree" [pages]="pages()" (treeChange)="rowChange.emit({ currentOn: $event })" />
        }
      </div>
    </ng-template>
  `,
  styles: `
    p {
      margin: 0;
    }
  `,
})
export class EntryRule {
  readonly #session = inject(SessionService);
  readonly #shared = inject(SharedRulesService);
  protected readonly pages = inject(PagesService).pages;
  readonly row = input.required<OutlineRow>();
  readonly rowChange = output<Partial<OutlineRow>>();
  protected readonly everywhere = everywhere;
  protected readonly isTickedIn = isTickedIn;
  protected readonly locales = writtenLocales(this.#session.site.locales);
  protected readonly languageWords = computed(() => {
    const left = this.locales.filter(each => this.row().notIn?.includes(each.tag));
    return left.length === 0 ? $localize`every language` : $localize`every language but ${listOf(left.map(each => each.name))}`;
  });

  protected stand(tag: string, stands: boolean): void {
    const others = (this.row().notIn ?? []).filter(each => each !== tag);
    const notIn = stands ? others : [...others, tag];
    this.rowChange.emit({ notIn: notIn.length > 0 ? notIn : undefined });
  }

  readonly #names = computed(() =>
    this.#session.names(
      id => this.pages().find(page => page.id === id)?.title ?? $localize`a page that is gone`,
      id => this.#shared.titleOf(id),
    ),
  );
  protected readonly whoWords = computed(() => whoPhrase(this.row().who, this.#names()));
  protected readonly whenWords = computed(() =>
    alwaysHolds(this.row().when) ? $localize`at any time` : whenPhrase(this.row().when, this.#session.style, this.#names()),
  );
  protected readonly currentWords = computed(() => {
    const tree: RuleTree<WhereTest> | null = this.row().currentOn;
    return tree === null ? $localize`its own page` : whereSummary(tree, this.#names(), null);
  });
}
