import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { draft } from '@core/ledger/stage';
import type { Workflow } from '@core/workflow/workflow';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';

/** A workflow whose stages were changed, and the one that was called something else before. */
export interface StagesChange {
  readonly workflow: Workflow;
  readonly renamed?: { readonly from: string; readonly to: string };
}

/** The stages of a workflow: named, put in another order, added and taken out, with the moves that name them. */
@Component({
  selector: 'almanac-workflow-stages',
  imports: [ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>Stages</h3>
    <ol>
      @for (stage of workflow().stages; track $index; let index = $index) {
        <li>
          @if (index === 0) {
            <span>{{ stage | told }}</span> <span i18n class="quiet">where everything begins</span>
          } @else {
            <input
              class="form-control"
              ariaLabel="Name of stage {{ index + 1 }}"
              i18n-ariaLabel
              [value]="stage | told"
              [class.is-invalid]="faultAt()('/stages/' + index)"
              (change)="rename(index, textIn($event))"
            />
            <button
              type="button"
              class="btn-word"
              ariaLabel="Earlier: {{ stage }}"
              i18n-ariaLabel
              [disabled]="index < 2"
              (click)="move(index, -1)"
            >
              ↑
            </button>
            <button type="button" class="btn-word" ariaLabel="Take out {{ stage }}" i18n-ariaLabel (click)="drop(index)">
              <ng-container i18n>Take out</ng-container>
            </button>
            @if (faultAt()('/stages/' + index); as words) {
              <span class="form-fault" role="alert">{{ words }}</span>
            }
          }
        </li>
      }
    </ol>
    <button i18n type="button" class="btn-word" [disabled]="workflow().stages.length >= 20" (click)="add()">Another stage</button>
  `,
  styles: `
    h3 {
      font: 600 13px var(--text);
      margin: 0 0 4px;
    }
    ol {
      list-style: none;
      padding: 0;
      margin: 0 0 4px;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 8px;
      min-height: 32px;
    }
    .form-control {
      width: 190px;
    }
  `,
})
export class WorkflowStages {
  protected readonly textIn = textIn;
  readonly workflow = input.required<Workflow>();
  /** What is wrong at a pointer into the workflow; null when nothing is. */
  readonly faultAt = input.required<(pointer: string) => string | null>();
  readonly changed = output<StagesChange>();
  readonly #stages = computed(() => this.workflow().stages);

  protected rename(index: number, typed: string): void {
    const from = this.#stages()[index]!;
    const to = typed.trim();
    if (to === '' || to === from) return;
    const follow = (stage: string) => (stage === from ? to : stage);
    const workflow = this.workflow();
    this.changed.emit({
      workflow: {
        ...workflow,
        stages: workflow.stages.map((each, at) => (at === index ? to : each)),
        moves: workflow.moves.map(move => ({ ...move, from: move.from.map(follow), to: follow(move.to) })),
      },
      renamed: { from, to },
    });
  }

  protected move(index: number, by: number): void {
    const stages = [...this.#stages()];
    const [stage] = stages.splice(index, 1);
    stages.splice(index + by, 0, stage!);
    this.changed.emit({ workflow: { ...this.workflow(), stages } });
  }

  protected add(): void {
    const taken = this.#stages();
    const named = (number: number): string => {
      const name = number === 1 ? $localize`another stage` : $localize`another stage ${number}`;
      return taken.includes(name) ? named(number + 1) : name;
    };
    this.changed.emit({ workflow: { ...this.workflow(), stages: [...taken, named(1)] } });
  }

  /** Takes a stage out, and with it the moves that would lead from or to nowhere. */
  protected drop(index: number): void {
    const gone = this.#stages()[index]!;
    const workflow = this.workflow();
    this.changed.emit({
      workflow: {
        ...workflow,
        stages: workflow.stages.filter(each => each !== gone || each === draft),
        moves: workflow.moves.flatMap(move => {
          const from = move.from.filter(each => each !== gone);
          return move.to === gone || from.length === 0 ? [] : [{ ...move, from }];
        }),
      },
    });
  }
}
