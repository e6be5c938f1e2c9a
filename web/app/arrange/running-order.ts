import { CdkDrag, CdkDragPreview, CdkDropList, CdkDropListGroup, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, contentChild, input, output, TemplateRef } from '@angular/core';
import type { OrderRow, View } from '@contract/messages';
import { PhaseMark, type PhaseStatus } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { WritersChip } from '../writing/writers-chip';

/** A row dropped, or moved by key, at a place in a target. */
export interface OrderMove {
  readonly row: OrderRow;
  readonly target: string;
  readonly index: number;
}

/** The placements of a page by region, in order, with those away and why. */
@Component({
  selector: 'almanac-running-order',
  imports: [WritersChip, CdkDropListGroup, CdkDropList, CdkDrag, CdkDragPreview, NgTemplateOutlet, PhaseMark, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>Running order</h2>
    <p class="sub quiet">{{ summary() }}</p>
    <div cdkDropListGroup>
      @for (target of view().targets; track target.name) {
        <div class="heading">
          <h3>{{ target.label }}</h3>
          <span i18n class="count">{{ shownIn(target.rows) }} of {{ target.rows.length }} shown</span>
          <button i18n class="btn-word" (click)="addWanted.emit(target.name)" ariaLabel="Add here: {{ target.label }}" i18n-ariaLabel>
            Add here
          </button>
        </div>
        <div
          cdkDropList
          [cdkDropListData]="target.name"
          (cdkDropListDropped)="dropped($event)"
          class="rows"
          [class.none]="target.rows.length === 0"
        >
          @for (row of target.rows; track row.placementId; let index = $index) {
            <div cdkDrag [cdkDragData]="row" [cdkDragDisabled]="!mayMove()" class="item" [class.selected]="row.placementId === selected()">
              <div *cdkDragPreview class="lifted">
                {{ row.title }} ·
                @if (row.pageCount > 1) {
                  <ng-container i18n>moves on all {{ row.pageCount }} of its pages</ng-container>
                } @else {
                  <ng-container i18n>moves on this page</ng-container>
                }
              </div>
              <button
                class="row"
                [class.away]="row.number === null"
                (click)="chosen.emit(row.placementId)"
                (keydown)="move($event, row, target, index)"
                [attr.aria-expanded]="row.placementId === selected()"
                [attr.data-row]="row.placementId"
              >
                <span class="n">{{ row.number ?? '–' }}</span>
                <almanac-phase [status]="markOf(row)" />
                <span class="words"
                  ><span class="name">{{ row.title }}</span
                  ><small>{{ detail(row) }}</small></span
                >
                <span class="chips">
                  <almanac-writers [of]="[row.placementId, row.blockId]" />
                  @if (changed().has(row.placementId)) {
                    <span i18n class="chip ochre">unsaved</span>
                  } @else if (row.waiting) {
                    <span class="chip ochre">
                      @if (row.waiting === 'draft') {
                        <ng-container i18n>draft waiting</ng-container>
                      } @else {
                        <ng-container i18n>in review</ng-container>
                      }
                    </span>
                  }
                  @if (row.number !== null && row.nextChange) {
                    <span i18n class="chip ember">until {{ row.nextChange | when: 'end' }}</span>
                  }
                  @if (row.number === null && row.placementId !== selected()) {
                    <span i18n class="why">Why?</span>
                  }
                </span>
              </button>
              @if (row.placementId === selected()) {
                <ng-container *ngTemplateOutlet="slip()!; context: { $implicit: row }" />
              }
            </div>
          }
          @if (target.rows.length === 0) {
            <p i18n class="empty quiet">Nothing here.</p>
          }
        </div>
      }
    </div>
    @if (view().elsewhere > 0) {
      <p i18n class="quiet small elsewhere">
        {view().elsewhere, plural,
          =1 {1 more placement belongs to other pages only.}
          other {{{ view().elsewhere }} more placements belong to other pages only.}
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 12px 18px 20px;
    }
    .sub {
      font-size: 12px;
      margin-bottom: 8px;
    }
    .heading {
      display: flex;
      gap: 10px;
      align-items: baseline;
      border-bottom: 1px solid var(--hair);
      margin-top: 10px;
      padding-bottom: 1px;
    }
    .count {
      color: var(--ink-2);
      font-size: 11.5px;
      margin-left: auto;
    }
    .rows {
      min-height: 26px;
    }
    .row {
      display: grid;
      grid-template-columns: 22px 17px 1fr auto;
      gap: 8px;
      align-items: center;
      width: 100%;
      padding: 4.5px 4px;
      border: 0;
      border-bottom: 1px solid #ece6d9;
      background: none;
      text-align: start;
      font: inherit;
      color: inherit;
    }
    .row:hover {
      background: #f8f5ec;
    }
    .n {
      display: inline-grid;
      place-items: center;
      justify-self: center;
      min-width: 18px;
      height: 18px;
      padding: 0 3px;
      border-radius: 9px;
      background: var(--ink);
      color: #fff;
      font-weight: 600;
      font-size: 10.5px;
    }
    .words {
      min-width: 0;
    }
    .name {
      display: block;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    small {
      display: block;
      color: var(--ink-2);
      font-size: 11.5px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .away {
      color: var(--ink-2);
    }
    .away .name {
      font-style: italic;
    }
    .away .n {
      background: none;
      border: 1.5px dashed var(--ink-2);
      color: var(--ink-2);
    }
    .chips {
      display: flex;
      gap: 4px;
    }
    .why {
      color: var(--tide);
      font-weight: 600;
    }
    .item {
      background: var(--sheet);
    }
    .item.selected {
      background: var(--tide-wash);
      border-left: 3px solid var(--tide);
    }
    .item.selected .row {
      border-bottom: 0;
      background: none;
    }
    .item.selected .name {
      font-weight: 650;
      white-space: normal;
    }
    .item.selected .row:not(.away) .n {
      background: var(--tide);
    }
    .empty {
      margin: 0;
      padding: 4px;
      font-size: 12px;
    }
    .elsewhere {
      margin-top: 14px;
    }
  `,
})
export class RunningOrder {
  readonly view = input.required<View>();
  readonly selected = input('');
  /** Ids of placements with unsaved changes. */
  readonly changed = input<ReadonlySet<string>>(new Set());
  readonly mayMove = input(true);
  readonly chosen = output<string>();
  readonly moved = output<OrderMove>();
  readonly addWanted = output<string>();
  /** What opens beneath the selected row. */
  protected readonly slip = contentChild(TemplateRef<{ $implicit: OrderRow }>);
  protected readonly summary = computed(() => {
    const rows = this.view().targets.flatMap(target => target.rows);
    const shown = this.shownIn(rows);
    const away = rows.length - shown;
    return (
      (shown === 1 ? $localize`1 shows here, ${away} away.` : $localize`${shown} show here, ${away} away.`) +
      (this.mayMove() ? $localize` Drag, or Alt with up and down.` : '')
    );
  });

  protected shownIn(rows: readonly OrderRow[]): number {
    return rows.filter(row => row.number !== null).length;
  }

  protected markOf(row: OrderRow): PhaseStatus {
    return row.number === null && row.status === 'live' ? 'away' : row.status;
  }

  protected detail(row: OrderRow): string {
    if (row.away) return $localize`away: ${row.away.short}`;
    return row.pageCount > 1 ? $localize`${row.where} · ${row.pageCount} pages` : row.where;
  }

  protected dropped(event: CdkDragDrop<string, string, OrderRow>): void {
    this.moved.emit({ row: event.item.data, target: event.container.data, index: event.currentIndex });
  }

  protected move(event: KeyboardEvent, row: OrderRow, target: View['targets'][number], index: number): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') || !this.mayMove()) return;
    event.preventDefault();
    event.stopPropagation();
    const next = index + (event.key === 'ArrowUp' ? -1 : 1);
    if (next >= 0 && next < target.rows.length) this.moved.emit({ row, target: target.name, index: next });
  }
}
