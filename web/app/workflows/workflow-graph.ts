import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { WorkflowsReport } from '@contract/workflows';
import type { Move, Workflow } from '@core/workflow/workflow';
import { phaseOf, PhaseMark } from '../shared/phase-mark';
import { ToldPipe } from '../shared/told.pipe';
import { VerbPipe } from '../shared/verb.pipe';
import { layOut } from './graph-layout';
import { whoWords } from './who-words';

type Findings = WorkflowsReport['findings'][number];

/** A workflow as a drawing: stages on one line, moves as arcs with their verbs and who may, how much stands where, and what is wrong. */
@Component({
  selector: 'almanac-workflow-graph',
  imports: [PhaseMark, ToldPipe, VerbPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="sheet" role="group" aria-label="Stages and moves" i18n-aria-label tabindex="0">
      <div class="ground" [style.width.px]="layout().width" [style.height.px]="layout().height">
        <svg [attr.width]="layout().width" [attr.height]="layout().height" aria-hidden="true">
          <defs>
            <marker id="move-head" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" orient="auto-start-reverse">
              <path d="M0 0.5L8 4L0 7.5z" fill="context-stroke" />
            </marker>
          </defs>
          <line
            class="line"
            [attr.x1]="layout().stages[0]!.x"
            [attr.x2]="layout().width - 90"
            [attr.y1]="layout().line"
            [attr.y2]="layout().line"
          />
          @for (arc of layout().arcs; track $index) {
            @for (path of arc.paths; track $index) {
              <path
                class="arc"
                [attr.d]="path"
                [class.on]="arc.move.name === selected()"
                [class.trouble]="findingsOfMove(arc.move).length > 0"
                marker-end="url(#move-head)"
              />
            }
          }
        </svg>
        @for (stage of layout().stages; track stage.name) {
          <div
            class="stage"
            [class.trouble]="findingsOfStage(stage.name).length > 0"
            [style.left.px]="stage.x"
            [style.top.px]="layout().line"
          >
            <span class="mark"><almanac-phase [status]="phaseOf(stage.name)" /></span>
            <b>{{ stage.name | told }}</b>
            @if (countOf(stage.name); as count) {
              <span class="chip ochre" i18n-title title="So many stand here now">{{ count }}</span>
            }
            @for (finding of findingsOfStage(stage.name); track finding.words) {
              <span class="trouble-words">{{ finding.words }}</span>
            }
          </div>
        }
        @for (arc of layout().arcs; track $index) {
          <button
            type="button"
            class="verb"
            [class.on]="arc.move.name === selected()"
            [class.trouble]="findingsOfMove(arc.move).length > 0"
            [style.left.px]="arc.x"
            [style.top.px]="arc.y"
            [title]="wholeWords(arc.move)"
            [attr.aria-pressed]="arc.move.name === selected()"
            (click)="chosen.emit(arc.move.name)"
          >
            <b>{{ arc.move.name | verb }}</b>
            <span class="who">{{ who(arc.move) }}{{ arc.move.guards.length > 0 ? ' ·' : '' }}{{ guardMarks(arc.move) }}</span>
          </button>
        }
      </div>
    </div>
  `,
  styles: `
    .sheet {
      overflow-x: auto;
      background: var(--sheet);
      border: 1px solid var(--hair);
      border-radius: 3px;
    }
    .ground {
      position: relative;
      margin-inline: auto;
    }
    svg {
      position: absolute;
      inset: 0;
    }
    .arc {
      fill: none;
      stroke: #a59c8a;
      stroke-width: 1.3;
    }
    .arc.on {
      stroke: var(--tide);
      stroke-width: 2;
    }
    .arc.trouble {
      stroke: var(--ember);
      stroke-dasharray: 5 3;
    }
    .line {
      stroke: var(--hair);
      stroke-width: 3;
    }
    .stage {
      position: absolute;
      transform: translate(-50%, -11px);
      display: flex;
      flex-direction: column;
      align-items: center;
      max-width: 190px;
      font-size: 13px;
      line-height: 1.25;
      pointer-events: none;
    }
    .mark {
      background: var(--sheet);
      padding: 4px;
      border-radius: 50%;
    }
    .mark almanac-phase {
      display: flex;
    }
    .stage b {
      background: var(--sheet);
      padding: 0 4px;
    }
    .stage.trouble b,
    .trouble-words {
      color: var(--ember);
    }
    .trouble-words {
      background: var(--sheet);
      font-size: 11.5px;
      text-align: center;
    }
    .chip {
      position: absolute;
      top: 1px;
      left: calc(50% + 12px);
    }
    .verb {
      position: absolute;
      transform: translate(-50%, -50%);
      border: 1px solid transparent;
      border-radius: 3px;
      background: var(--sheet);
      padding: 0 4px;
      min-height: 28px;
      font-size: 12.5px;
      line-height: 1.15;
      color: var(--ink);
      white-space: nowrap;
      text-align: center;
    }
    .verb:hover {
      border-color: var(--hair);
    }
    .verb.on {
      border-color: var(--tide);
      color: var(--tide);
    }
    .verb.trouble b {
      color: var(--ember);
    }
    .who {
      display: block;
      font-size: 11px;
      color: var(--ink-2);
    }
  `,
})
export class WorkflowGraph {
  readonly workflow = input.required<Workflow>();
  readonly findings = input.required<Findings>();
  readonly standing = input.required<WorkflowsReport['standing']>();
  /** Who there is that could make each move. */
  readonly makers = input.required<WorkflowsReport['makers'][number]>();
  readonly selected = input('');
  readonly chosen = output<string>();
  protected readonly who = whoWords;
  protected readonly phaseOf = phaseOf;
  protected readonly layout = computed(() =>
    layOut(
      this.workflow(),
      move => Math.max(move.name.length * 7.4, (whoWords(move).length + this.guardMarks(move).length + 2) * 5.6) + 10,
    ),
  );

  protected findingsOfStage(name: string): Findings {
    return this.findings().filter(each => each.stage === name);
  }

  protected findingsOfMove({ name }: Move): Findings {
    return this.findings().filter(each => each.move === name);
  }

  protected countOf(stage: string): number {
    return this.standing().find(each => each.workflow === this.workflow().name && each.stage === stage)?.count ?? 0;
  }

  /** How many things have to hold besides, as an arc has room for it. */
  protected guardMarks({ guards }: Move): string {
    const count = guards.length;
    return count === 0 ? '' : count === 1 ? $localize` if one thing holds` : $localize` if ${count} things hold`;
  }

  /** Everything about a move, where its label has no room. */
  protected wholeWords(move: Move): string {
    const makers = this.makers()[move.name] ?? [];
    const people = makers.length === 0 ? $localize`nobody on the staff` : makers.join(', ');
    const trouble = this.findingsOfMove(move).map(each => each.words);
    return [`${whoWords(move)}: ${people}`, ...trouble].join('\n');
  }
}
