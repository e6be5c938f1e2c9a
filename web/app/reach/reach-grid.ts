import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { cellStates } from '@core/reach/grid';
import { gains, loses } from '@core/reach/reach-table';
import { told } from '@core/tongue/say';
import type { ReachAnswer } from './reach.worker';
import { MidSentencePipe } from '../shared/mid-sentence.pipe';

/** One cell that is asked about. */
export interface ReachCell {
  readonly page: ReachAnswer['pages'][number];
  readonly column: ReachAnswer['columns'][number];
}

const rowHeight = 24;
const columnWidth = 30;
const headHeight = 150;
const nameWidth = 270;

/** Pages down, placements across; only what is in sight is put on the screen. */
@Component({
  selector: 'almanac-reach-grid',
  imports: [MidSentencePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="scroller"
      #scroller
      role="grid"
      tabindex="0"
      aria-label="Pages against placements"
      i18n-aria-label
      [attr.aria-rowcount]="rows().length + 1"
      [attr.aria-colcount]="columns().length + 1"
      [attr.aria-activedescendant]="active() ? 'reach-' + active()!.row + '-' + active()!.column : null"
      (scroll)="scrolled()"
      (keydown)="moved($event)"
      (click)="clicked($event)"
      (focus)="focused()"
    >
      <div
        class="stage"
        [style.width.px]="nameWidth + columns().length * columnWidth + 70"
        [style.height.px]="headHeight + rows().length * rowHeight + 4"
      >
        <div class="heads" role="row" aria-rowindex="1">
          <span i18n class="corner" role="columnheader" aria-colindex="1">{{ rows().length }} pages</span>
          @for (head of columnsInSight(); track head.column.id) {
            <button
              role="columnheader"
              tabindex="-1"
              class="head"
              [class.differs]="head.column.gained + head.column.lost > 0"
              [attr.aria-colindex]="head.index + 2"
              [style.left.px]="nameWidth + head.index * columnWidth"
              [title]="head.column.title + ', ' + (head.column.target | midSentence) + ': ' + head.column.life"
              (click)="columnChosen.emit(head.column.id)"
            >
              <span>{{ head.column.title }}</span>
            </button>
          }
        </div>
        @for (row of rowsInSight(); track row.page.id) {
          <div class="row" role="row" [attr.aria-rowindex]="row.index + 2" [style.top.px]="headHeight + row.index * rowHeight">
            <span
              class="name"
              role="rowheader"
              aria-colindex="1"
              [style.padding-left.px]="6 + (row.page.depth - 1) * 12"
              [title]="row.page.path"
              >{{ row.page.title }}</span
            >
            @for (cell of row.cells; track cell.column.id) {
              <span
                role="gridcell"
                class="cell"
                [id]="'reach-' + row.index + '-' + cell.index"
                [class]="'cell ' + cell.look"
                [class.active]="active()?.row === row.index && active()?.column === cell.index"
                [attr.aria-colindex]="cell.index + 2"
                ariaLabel="{{ cell.column.title }} on {{ row.page.title }}: {{ cell.words }}"
                i18n-ariaLabel
                [style.left.px]="nameWidth + cell.index * columnWidth"
                >{{ cell.sign }}</span
              >
            }
          </div>
        }
      </div>
    </div>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
    }
    .scroller {
      height: 100%;
      overflow: auto;
      position: relative;
      background: var(--sheet);
      border: 1px solid var(--hair);
      outline-offset: -2px;
    }
    .stage {
      position: relative;
    }
    .heads {
      position: sticky;
      top: 0;
      height: 150px;
      background: var(--sheet);
      border-bottom: 1px solid var(--hair);
      z-index: 3;
    }
    .corner {
      position: sticky;
      left: 0;
      display: inline-flex;
      align-items: flex-end;
      width: 270px;
      height: 149px;
      padding: 6px;
      background: var(--sheet);
      z-index: 4;
      color: var(--ink-2);
    }
    .head {
      position: absolute;
      bottom: 0;
      width: 30px;
      height: 149px;
      border: 0;
      background: none;
      padding: 0;
      color: var(--ink);
    }
    .head span {
      writing-mode: vertical-rl;
      text-orientation: sideways;
      transform: rotate(180deg);
      max-height: 142px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: 12px;
    }
    .head:hover {
      background: var(--tide-wash);
    }
    .head.differs span {
      font-weight: 650;
    }
    .row {
      position: absolute;
      left: 0;
      right: 0;
      height: 24px;
      border-bottom: 1px solid #f0ebdf;
    }
    .name {
      position: sticky;
      left: 0;
      display: inline-block;
      width: 270px;
      height: 23px;
      line-height: 23px;
      background: var(--sheet);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      z-index: 2;
      border-right: 1px solid var(--hair);
    }
    .cell {
      position: absolute;
      top: 0;
      width: 30px;
      height: 24px;
      line-height: 24px;
      text-align: center;
      cursor: pointer;
      font-weight: 600;
      border-left: 1px solid #f6f2e8;
    }
    .cell:hover {
      background: var(--tide-wash);
    }
    .active {
      box-shadow: inset 0 0 0 2px var(--tide);
    }
    .shows {
      color: var(--tide);
    }
    .gains {
      background: #e2efe4;
      color: var(--leaf);
    }
    .loses {
      background: var(--ember-wash);
      color: var(--ember);
    }
    .away {
      color: var(--ink-2);
      font-weight: 400;
    }
    .time {
      color: var(--ember);
      font-weight: 400;
    }
  `,
})
export class ReachGridView {
  readonly answer = input.required<ReachAnswer>();
  /** Positions of the pages and placements to be listed. */
  readonly rows = input.required<readonly number[]>();
  readonly columns = input.required<readonly number[]>();
  readonly asked = output<ReachCell>();
  readonly columnChosen = output<string>();
  protected readonly columnWidth = columnWidth;
  protected readonly rowHeight = rowHeight;
  protected readonly headHeight = headHeight;
  protected readonly nameWidth = nameWidth;
  private readonly scroller = viewChild.required<ElementRef<HTMLElement>>('scroller');
  readonly #sight = signal({ top: 0, left: 0, height: 600, width: 1000 });
  protected readonly active = signal<{ readonly row: number; readonly column: number } | null>(null);
  readonly #firstColumn = computed(() => Math.max(0, Math.floor(this.#sight().left / columnWidth) - 2));
  protected readonly columnsInSight = computed(() => {
    const last = Math.ceil((this.#sight().left + this.#sight().width - nameWidth) / columnWidth) + 2;
    return this.columns()
      .slice(this.#firstColumn(), Math.max(last, 0))
      .map((position, offset) => ({ position, index: this.#firstColumn() + offset, column: this.answer().columns[position]! }));
  });
  protected readonly rowsInSight = computed(() => {
    const { pages, cells } = this.answer();
    const first = Math.max(0, Math.floor((this.#sight().top - headHeight) / rowHeight) - 3);
    const last = Math.ceil((this.#sight().top + this.#sight().height) / rowHeight) + 3;
    return this.rows()
      .slice(first, last)
      .map((position, offset) => ({
        index: first + offset,
        page: pages[position]!,
        cells: this.columnsInSight().map(({ position: column, index, column: facts }) => ({
          index,
          column: facts,
          ...faceOf(cells[column * pages.length + position]!),
        })),
      }));
  });

  constructor() {
    const size = new ResizeObserver(() => this.scrolled());
    effect(() => size.observe(this.scroller().nativeElement));
    inject(DestroyRef).onDestroy(() => size.disconnect());
  }

  protected scrolled(): void {
    const { scrollTop, scrollLeft, clientHeight, clientWidth } = this.scroller().nativeElement;
    this.#sight.set({ top: scrollTop, left: scrollLeft, height: clientHeight, width: clientWidth });
  }

  protected focused(): void {
    if (!this.active() && this.rows().length > 0 && this.columns().length > 0) this.active.set({ row: 0, column: 0 });
  }

  protected clicked(event: Event): void {
    const id = (event.target as HTMLElement).closest('.cell')?.id.split('-');
    if (!id) return;
    this.active.set({ row: Number(id[1]), column: Number(id[2]) });
    this.#ask();
  }

  protected moved(event: KeyboardEvent): void {
    const at = this.active();
    if (!at) return;
    const page = Math.max(1, Math.floor((this.#sight().height - headHeight) / rowHeight) - 1);
    const steps: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-page, 0],
      PageDown: [page, 0],
      Home: [0, -at.column],
      End: [0, this.columns().length],
    };
    const step = steps[event.key];
    if (step) {
      event.preventDefault();
      this.#goTo(at.row + step[0], at.column + step[1]);
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      this.#ask();
    }
  }

  #ask(): void {
    const at = this.active();
    if (!at) return;
    const page = this.answer().pages[this.rows()[at.row]!];
    const column = this.answer().columns[this.columns()[at.column]!];
    if (page && column) this.asked.emit({ page, column });
  }

  #goTo(row: number, column: number): void {
    const next = { row: clamp(row, this.rows().length - 1), column: clamp(column, this.columns().length - 1) };
    this.active.set(next);
    const area = this.scroller().nativeElement;
    const [top, left] = [next.row * rowHeight, next.column * columnWidth];
    if (top < area.scrollTop) area.scrollTop = top;
    else if (top + headHeight + rowHeight > area.scrollTop + area.clientHeight)
      area.scrollTop = top + headHeight + rowHeight - area.clientHeight + 8;
    if (left < area.scrollLeft) area.scrollLeft = left;
    else if (left + nameWidth + columnWidth > area.scrollLeft + area.clientWidth)
      area.scrollLeft = left + nameWidth + columnWidth - area.clientWidth + 8;
    this.scrolled();
  }
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}

const signs: Readonly<Record<string, string>> = { 'not meant': '', shows: '■', excepted: '×', later: '◔', over: '◕' };

/** How a cell looks and what it says. Shape tells states apart, colour supports it. */
function faceOf(cell: number): { readonly sign: string; readonly look: string; readonly words: string } {
  if (cell >= loses) return { sign: '−', look: 'loses', words: $localize`loses it` };
  if (cell >= gains) return { sign: '+', look: 'gains', words: $localize`gains it` };
  const state = cellStates[cell]!;
  const look = state === 'shows' ? 'shows' : state === 'not meant' ? '' : state === 'later' || state === 'over' ? 'time' : 'away';
  return {
    sign: signs[state] ?? '–',
    look,
    words: state === 'not meant' ? $localize`not meant for it` : state === 'shows' ? $localize`shows` : $localize`away, ${told(state)}`,
  };
}
