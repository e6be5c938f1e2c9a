import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Comparison } from '@contract/messages';
import { ToldPipe } from './told.pipe';

type Block = NonNullable<Comparison['changes'][number]['text']>[number];

/** Running text with its structure, what came and went in it marked; as one text, or the older beside the newer, block by block. */
@Component({
  selector: 'almanac-marked-text',
  imports: [NgTemplateOutlet, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ng-template #wordsOf let-block let-hidden="hidden">
      @for (run of block.runs; track $index) {
        @if (run.fate !== hidden) {
          @switch (run.fate) {
            @case ('added') {
              <ins [class]="run.marks">{{ run.text }}</ins>
            }
            @case ('removed') {
              <del [class]="run.marks">{{ run.text }}</del>
            }
            @default {
              <span [class]="run.marks" [class.noted]="run.note">{{ run.text }}</span>
              @if (run.note) {
                <small class="note">{{ run.note }}</small>
              }
            }
          }
        }
      }
    </ng-template>
    <ng-template #blocks let-list let-hidden="hidden">
      @for (block of list; track $index) {
        @if (block.fate !== hidden) {
          <div [class]="[block.type, 'level-' + block.level, block.fate]">
            @if (block.note) {
              <small class="note">{{ block.note }}</small>
            }
            @if (isShown(block)) {
              <span class="quiet">{{ nameOf(block) | told }}</span>
            }
            <ng-container *ngTemplateOutlet="wordsOf; context: { $implicit: block, hidden }" />
            <ng-container *ngTemplateOutlet="blocks; context: { $implicit: block.content, hidden }" />
          </div>
        }
      }
    </ng-template>
    @if (isSideBySide()) {
      <div class="sides">
        @for (block of shown(); track $index) {
          <div class="side"><ng-container *ngTemplateOutlet="blocks; context: { $implicit: [block], hidden: 'added' }" /></div>
          <div class="side"><ng-container *ngTemplateOutlet="blocks; context: { $implicit: [block], hidden: 'removed' }" /></div>
        }
      </div>
    } @else {
      <ng-container *ngTemplateOutlet="blocks; context: { $implicit: shown(), hidden: '' }" />
    }
    @if (left(); as count) {
      <p i18n class="quiet">{count, plural, =1 {One block} other {{{ count }} blocks}} without a change left out.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      font: 13.5px/1.55 var(--title);
      overflow-wrap: anywhere;
    }
    div {
      white-space: pre-wrap;
    }
    .paragraph,
    .codeBlock,
    .picture,
    .inset {
      margin-bottom: 6px;
    }
    .heading {
      font-weight: 600;
      margin: 4px 0;
    }
    .level-2 {
      font-size: 16px;
    }
    .level-3 {
      font-size: 14.5px;
    }
    .listItem {
      display: list-item;
      margin-inline-start: 20px;
    }
    .orderedList > .listItem {
      list-style: decimal;
    }
    .tableRow {
      display: grid;
      grid-auto-columns: minmax(0, 1fr);
      grid-auto-flow: column;
      gap: 10px;
      border-bottom: 1px solid var(--hair);
    }
    .tableRow.removed {
      text-decoration: line-through;
    }
    .tableHeader {
      font-weight: 600;
    }
    .blockquote {
      border-inline-start: 3px solid var(--hair);
      padding-inline-start: 10px;
    }
    .added > .note,
    .removed > .note,
    .same > .note {
      margin-inline-end: 6px;
    }
    .note {
      font: 600 11px var(--text);
      color: #6b4706;
      background: var(--ochre-wash);
      border-radius: 2px;
      padding: 0 5px;
      margin-inline-start: 4px;
      white-space: nowrap;
    }
    .noted {
      border-bottom: 2px dotted var(--ochre);
    }
    .bold {
      font-weight: 700;
    }
    .italic {
      font-style: italic;
    }
    .link {
      color: var(--tide);
    }
    .code {
      font-family: var(--mono, monospace);
    }
    .sides {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 0 16px;
    }
    .side {
      min-width: 0;
    }
  `,
})
export class MarkedText {
  readonly blocks = input.required<readonly Block[]>();
  readonly isSideBySide = input(false);
  /** What changed, with one block on either side of it: a long text is read where it differs. */
  protected readonly shown = computed(() => {
    const blocks = this.blocks();
    return blocks.filter((_, at) => [at - 1, at, at + 1].some(each => blocks[each] && isChanged(blocks[each])));
  });
  protected readonly left = computed(() => this.blocks().length - this.shown().length);

  /** Whether a block has to be named, since it holds no words. */
  protected isShown({ type, runs, content }: Block): boolean {
    return runs.length === 0 && content.length === 0 && type !== 'paragraph';
  }

  protected nameOf({ type }: Block): string {
    return type === 'horizontalRule' ? 'line' : type;
  }
}

function isChanged({ fate, note, runs, content }: Block): boolean {
  return fate !== 'same' || note !== '' || runs.some(each => each.fate !== 'same' || each.note !== '') || content.some(isChanged);
}
