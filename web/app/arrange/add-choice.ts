import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { BlockRow } from '@contract/messages';
import { blockPurposes, type BlockTypeDeclaration } from '@core/blocks/block-type';
import { listOf } from '@core/format/moment';
import type { Target } from '@core/placement/placement';
import { labelOfTarget, limitsOf } from '@core/theme/manifest';
import { midSentence } from '@core/tongue/say';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';
import { SessionService } from '../state/session.service';

/** What is to be added: something new of a type that the region may hold, or something from the stock. */
@Component({
  selector: 'almanac-add-choice',
  imports: [ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p i18n class="quiet small">Choose what will be there, or take something from the stock.</p>
    @if (limitWords(); as words) {
      <p class="notice-line">{{ words }}</p>
    }
    @for (group of groups(); track group.purpose) {
      <h3 class="group">{{ group.purpose | told }}</h3>
      @for (each of group.types; track each.name) {
        <button class="type" (click)="typeChosen.emit(each)">
          <b>{{ each.label }}</b><span>{{ each.description }}</span>
        </button>
      }
    }
    <h3 i18n class="group">From the stock</h3>
    <input
      class="form-control"
      type="search"
      placeholder="Search the stock"
      i18n-placeholder
      aria-label="Search the stock"
      i18n-aria-label
      (input)="search.set(textIn($event))"
    />
    @for (block of stock(); track block.id) {
      <div class="type stock">
        <b>{{ block.title }}</b><span i18n
          >{{ block.typeLabel }} · on {block.pages.length, plural, =1 {1 page} other {{{ block.pages.length }} pages}}</span
        >
        <span class="row-line"
          ><button i18n class="btn-word" (click)="blockTaken.emit({ block, isCopy: false })">Same one, in one more place</button
          ><button i18n class="btn-word" (click)="blockTaken.emit({ block, isCopy: true })">Separate copy</button></span
        >
      </div>
    }
  `,
  styles: `
    .group {
      margin: 12px 0 4px;
      border-bottom: 1px solid var(--hair);
      padding-bottom: 2px;
    }
    .type {
      display: grid;
      width: 100%;
      text-align: start;
      border: 0;
      border-bottom: 1px solid #ece6d9;
      background: none;
      padding: 6px 4px;
      font: inherit;
      color: var(--ink);
    }
    .type span {
      color: var(--ink-2);
      font-size: 12px;
    }
    button.type:hover {
      background: var(--tide-wash);
    }
    .stock {
      padding: 4px;
    }
  `,
})
export class AddChoice {
  readonly #session = inject(SessionService);
  readonly target = input.required<Target>();
  /** The stock. */
  readonly blocks = input.required<readonly BlockRow[]>();
  readonly typeChosen = output<BlockTypeDeclaration>();
  readonly blockTaken = output<{ readonly block: BlockRow; readonly isCopy: boolean }>();
  protected readonly textIn = textIn;
  protected readonly search = signal('');
  /** Names of the types that the region is kept for; undefined when it holds any. */
  readonly #allowed = computed(() => limitsOf(this.#session.site.theme, null, this.target().name).types);
  protected readonly targetWord = computed(() => midSentence(labelOfTarget(this.#session.site.theme, this.target())));
  /** The types that the region may hold, by what they are for. */
  protected readonly groups = computed(() =>
    blockPurposes
      .map(purpose => ({
        purpose,
        types: this.#session.site.blockTypes.filter(type => type.purpose === purpose && !type.isKeptFromNew && this.#mayHold(type.name)),
      }))
      .filter(group => group.types.length > 0),
  );
  /** Said when a limit keeps some types out. */
  protected readonly limitWords = computed(() => {
    const types = this.#allowed();
    return types
      ? $localize`The ${this.targetWord()} is kept for ${listOf(types.map(type => midSentence(this.#session.blockType(type)?.label ?? type)))}.`
      : '';
  });
  protected readonly stock = computed(() => {
    const text = this.search().trim().toLowerCase();
    return this.blocks()
      .filter(block => (text === '' || block.title.toLowerCase().includes(text)) && this.#mayHold(block.type))
      .slice(0, text === '' ? 6 : 20);
  });
  #mayHold(type: string): boolean {
    return this.#allowed()?.includes(type) ?? true;
  }
}
