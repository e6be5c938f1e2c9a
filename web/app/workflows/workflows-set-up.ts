import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { WorkflowsReport } from '@contract/workflows';
import { told } from '@core/tongue/say';
import type { Move, Workflow } from '@core/workflow/workflow';
import { catchError, debounceTime, EMPTY, Subject, switchMap, tap } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';
import { VerbPipe } from '../shared/verb.pipe';
import { BrowserStore } from '../state/browser-store';
import { MessageService } from '../state/message.service';
import { whoWords } from './who-words';
import { WorkflowGraph } from './workflow-graph';
import { WorkflowMove } from './workflow-move';
import { WorkflowPassages, type Relocation } from './workflow-passages';
import { WorkflowScope } from './workflow-scope';
import { WorkflowStages, type StagesChange } from './workflow-stages';

/** What was changed and not saved, with the tag of what it was made from. */
interface Kept {
  readonly workflows: readonly Workflow[];
  readonly relocations: readonly Relocation[];
  readonly madeFrom: string;
}

const storeKey = 'workflows';

/** How what is written comes to be live: the workflows of the site, drawn and edited, with what a change of them does. */
@Component({
  selector: 'almanac-workflows-set-up',
  imports: [ToldPipe, VerbPipe, WorkflowGraph, WorkflowMove, WorkflowPassages, WorkflowScope, WorkflowStages],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (report(); as report) {
      <div class="row-line tabs">
        @for (each of workflows(); track $index) {
          <button type="button" class="tab" [class.on]="$index === at()" [attr.aria-pressed]="$index === at()" (click)="open($index)">
            {{ each.name | told }}
            @if (report.findings[$index]?.length; as count) {
              <span class="chip ember" title="So much stands in the way in it" i18n-title>{{ count }}</span>
            }
          </button>
        }
        @if (report.mayChange) {
          <button i18n type="button" class="btn-word" [disabled]="workflows().length >= 20" (click)="add()">Another workflow</button>
        }
        <span class="grow"></span>
        <span i18n class="quiet">The first that governs something is the one it goes by.</span>
      </div>
      @if (workflow(); as workflow) {
        <almanac-workflow-graph
          [workflow]="workflow"
          [findings]="report.findings[at()] ?? []"
          [standing]="report.standing"
          [makers]="report.makers[at()] ?? {}"
          [selected]="selected()"
          (chosen)="selected.set($event)"
        />
        @for (finding of general(); track finding.words) {
          <p class="notice-line ember">{{ finding.words }}</p>
        }
        <fieldset class="parts" [disabled]="!report.mayChange">
          <div>
            <label class="name"
              ><span i18n class="form-label">Name</span
              ><input
                class="form-control"
                [value]="workflow.name | told"
                [class.is-invalid]="faultOf('/name')"
                (change)="set({ name: textIn($event).trim() || workflow.name })"
            /></label>
            @if (faultOf('/name'); as words) {
              <p class="form-fault" role="alert">{{ words }}</p>
            }
            <almanac-workflow-scope
              [governed]="workflow.governs"
              [isLast]="at() === workflows().length - 1"
              (governedChange)="set({ governs: $event })"
            />
            <almanac-workflow-stages [workflow]="workflow" [faultAt]="faultOf" (changed)="changeStages($event)" />
            @if (at() < workflows().length - 1) {
              <p class="row-line">
                <button i18n type="button" class="btn-word" [disabled]="at() === 0" (click)="earlier()">Ask it earlier</button>
                <button i18n type="button" class="btn-word danger" (click)="dropWorkflow()">Take this workflow out</button>
              </p>
            }
          </div>
          <div>
            <h3 i18n>Moves</h3>
            <ul class="moves">
              @for (move of workflow.moves; track $index) {
                <li>
                  <button type="button" class="btn-word" [class.on]="move.name === selected()" (click)="selected.set(move.name)">
                    {{ move.name | verb }}
                  </button>
                  <span class="quiet">{{ fromWords(move) }} → {{ move.to | told }}; {{ who(move) }}</span>
                </li>
              }
            </ul>
            <button i18n type="button" class="btn-word" [disabled]="workflow.moves.length >= 60" (click)="addMove()">Another move</button>
            @if (chosenMove(); as move) {
              <almanac-workflow-move
                class="panel"
                [workflow]="workflow"
                [move]="move"
                [faultAt]="faultOfMove"
                (moveChange)="changeMove($event)"
                (dropped)="dropMove()"
              />
            }
          </div>
        </fieldset>
      }
      @if (isChanged()) {
        <section class="panel foot">
          @if (isAsking()) {
            <p i18n class="quiet">Working out what this does…</p>
          } @else if (problem(); as problem) {
            <p class="notice-line ember" role="alert">{{ problem.message }}</p>
            @if (theirs(); as theirs) {
              <button i18n type="button" class="btn btn-plain" (click)="takeTheirs(theirs)">Take theirs, and give mine up</button>&ngsp;
              <button i18n type="button" class="btn btn-plain" (click)="goOnFrom(theirs)">Put mine over theirs</button>
            }
          } @else {
            <almanac-workflow-passages [report]="report" (relocated)="relocate($event)" />
          }
          <p class="row-line">
            <button
              i18n
              type="button"
              class="btn btn-primary"
              [disabled]="isAsking() || problem() !== null || isStranding() || isSaving()"
              (click)="save()"
            >
              Set these workflows
            </button>
            <button i18n type="button" class="btn btn-plain" (click)="giveUp()">Leave them as they were</button>
          </p>
        </section>
      } @else if (!report.mayChange) {
        <p i18n class="notice-line">Workflows are set by managers and administrators of the whole site.</p>
      }
    } @else {
      <p i18n class="quiet">Reading…</p>
    }
  `,
  styles: `
    .tabs {
      flex-wrap: wrap;
      margin-bottom: 8px;
    }
    .tab {
      border: 0;
      background: none;
      padding: 2px 0;
      margin-inline-end: 12px;
      min-height: 28px;
      color: var(--ink-2);
      border-bottom: 2px solid transparent;
    }
    .tab.on {
      color: var(--ink);
      font-weight: 600;
      border-bottom-color: var(--ink);
    }
    .parts {
      display: grid;
      grid-template-columns: minmax(280px, 5fr) 7fr;
      gap: 20px;
      margin-top: 12px;
    }
    .parts > div > * {
      display: block;
      margin-bottom: 10px;
    }
    .parts > div > .row-line {
      display: flex;
    }
    h3 {
      font: 600 13px var(--text);
      margin: 0;
    }
    .moves {
      list-style: none;
      padding: 0;
      columns: 2;
      column-gap: 20px;
    }
    .moves li {
      break-inside: avoid;
      line-height: 1.3;
      margin-bottom: 4px;
      font-size: 13px;
    }
    .moves .btn-word {
      display: block;
      font-size: 13px;
    }
    .moves .on {
      text-decoration: underline;
    }
    .name .form-control {
      width: 260px;
    }
    almanac-workflow-move,
    .foot {
      padding: 10px 14px;
    }
    .foot p {
      margin: 8px 0 0;
    }
    @media (max-width: 900px) {
      .parts {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class WorkflowsSetUp {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #store = inject(BrowserStore);
  protected readonly textIn = textIn;
  protected readonly who = whoWords;
  protected readonly report = signal<WorkflowsReport | null>(null);
  /** As they hold now. */
  readonly #stored = signal<readonly Workflow[]>([]);
  readonly #relocations = signal<readonly Relocation[]>([]);
  readonly #changes = new Subject<void>();
  #madeFrom = '';
  protected readonly workflows = signal<readonly Workflow[]>([]);
  protected readonly at = signal(0);
  protected readonly selected = signal('');
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly theirs = signal<WorkflowsReport | null>(null);
  protected readonly isAsking = signal(false);
  protected readonly isSaving = signal(false);
  protected readonly workflow = computed(() => this.workflows()[this.at()] ?? null);
  protected readonly chosenMove = computed(() => this.workflow()?.moves.find(each => each.name === this.selected()) ?? null);
  protected readonly isChanged = computed(() => JSON.stringify(this.workflows()) !== JSON.stringify(this.#stored()));
  protected readonly isStranding = computed(() => this.report()?.passages.some(each => each.after.stage === null) ?? false);
  protected readonly general = computed(() =>
    (this.report()?.findings[this.at()] ?? []).filter(each => each.stage === null && each.move === null),
  );
  protected readonly faultOf = (pointer: string): string | null => this.problem()?.faultAt(`/workflows/${this.at()}${pointer}`) ?? null;
  protected readonly faultOfMove = (pointer: string): string | null =>
    this.faultOf(`/moves/${this.workflow()!.moves.findIndex(each => each.name === this.selected())}${pointer}`);

  constructor() {
    this.#changes
      .pipe(
        tap(() => this.isAsking.set(true)),
        debounceTime(250),
        switchMap(() =>
          this.#api.checkWorkflows(this.#wish()).pipe(
            catchError((error: unknown) => {
              this.#refused(error);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(report => {
        this.isAsking.set(false);
        this.problem.set(null);
        this.report.set(report);
      });
    this.#read();
  }

  protected open(index: number): void {
    this.at.set(index);
    this.selected.set('');
  }

  protected fromWords({ from }: Move): string {
    return from.map(told).join(', ');
  }

  protected set(part: Partial<Workflow>): void {
    const { at } = this;
    this.#change(this.workflows().map((each, index) => (index === at() ? { ...each, ...part } : each)));
  }

  /** Takes in changed stages; what stood at one that is called otherwise now goes along. */
  protected changeStages({ workflow, renamed }: StagesChange): void {
    if (renamed) {
      const { from, to } = renamed;
      const followed = this.#relocations().map(each => (each.workflow === workflow.name && each.to === from ? { ...each, to } : each));
      this.#relocations.set([...followed, { workflow: workflow.name, from, to }]);
    }
    this.set(workflow);
  }

  protected changeMove(move: Move): void {
    const name = move.name || this.selected();
    const moves = this.workflow()!.moves.map(each => (each.name === this.selected() ? { ...move, name } : each));
    this.selected.set(name);
    this.set({ moves });
  }

  protected addMove(): void {
    const { moves, stages } = this.workflow()!;
    const named = (number: number): string => {
      const name = number === 1 ? $localize`another move` : $localize`another move ${number}`;
      return moves.some(each => each.name === name) ? named(number + 1) : name;
    };
    const fresh: Move = { name: named(1), from: [stages.at(-1)!], to: 'approved', who: 'review', whose: 'any', guards: [] };
    this.selected.set(fresh.name);
    this.set({ moves: [...moves, fresh] });
  }

  protected dropMove(): void {
    const gone = this.selected();
    this.selected.set('');
    this.set({ moves: this.workflow()!.moves.filter(each => each.name !== gone) });
  }

  /** A further workflow, like the last one, asked before it. */
  protected add(): void {
    const all = this.workflows();
    const like = all.at(-1)!;
    const named = (number: number): string => {
      const name = number === 1 ? $localize`Another way` : $localize`Another way ${number}`;
      return all.some(each => each.name === name) ? named(number + 1) : name;
    };
    const fresh: Workflow = { ...like, name: named(1), governs: { kinds: [{ kind: 'page', types: [] }], sections: [], locales: [] } };
    this.open(all.length - 1);
    this.#change([...all.slice(0, -1), fresh, like]);
  }

  protected earlier(): void {
    const all = [...this.workflows()];
    const [moved] = all.splice(this.at(), 1);
    all.splice(this.at() - 1, 0, moved!);
    this.at.update(at => at - 1);
    this.#change(all);
  }

  protected dropWorkflow(): void {
    const { at } = this;
    this.#change(this.workflows().filter((_, index) => index !== at()));
    this.selected.set('');
  }

  protected relocate(to: Relocation): void {
    this.#relocations.update(all => [...all.filter(each => each.workflow !== to.workflow || each.from !== to.from), to]);
    this.#change(this.workflows());
  }

  protected save(): void {
    this.isSaving.set(true);
    this.#api.saveWorkflows(this.#wish(), this.#madeFrom).subscribe({
      next: report => {
        this.isSaving.set(false);
        this.#adopt(report);
        this.#messages.done($localize`The workflows hold from now on.`);
      },
      error: (error: unknown) => {
        this.isSaving.set(false);
        this.#refused(error);
      },
    });
  }

  protected giveUp(): void {
    this.#store.drop(storeKey);
    this.#read();
  }

  protected takeTheirs(theirs: WorkflowsReport): void {
    this.#adopt(theirs);
  }

  /** Theirs have been looked at: what is here is put over them. */
  protected goOnFrom(theirs: WorkflowsReport): void {
    this.#madeFrom = theirs.tag;
    this.#stored.set(theirs.workflows);
    this.theirs.set(null);
    this.#change(this.workflows());
  }

  #wish() {
    return { workflows: structuredClone(this.workflows()) as WorkflowsReport['workflows'], relocations: [...this.#relocations()] };
  }

  #read(): void {
    this.#api.readWorkflows().subscribe({
      next: report => {
        this.#adopt(report);
        const kept = this.#kept;
        if (!kept) return;
        this.#madeFrom = kept.madeFrom;
        this.#relocations.set(kept.relocations);
        this.#change(kept.workflows);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  // What was changed here before and never saved.
  #kept: Kept | null = this.#store.read<Kept>(storeKey);

  #adopt(report: WorkflowsReport): void {
    this.#store.drop(storeKey);
    this.#madeFrom = report.tag;
    this.#relocations.set([]);
    this.#stored.set(report.workflows);
    this.workflows.set(report.workflows);
    this.report.set(report);
    this.problem.set(null);
    this.theirs.set(null);
    this.isAsking.set(false);
    this.at.update(at => Math.min(at, report.workflows.length - 1));
  }

  #change(workflows: readonly Workflow[]): void {
    this.#kept = null;
    this.workflows.set(workflows);
    this.#store.keep(storeKey, { workflows, relocations: this.#relocations(), madeFrom: this.#madeFrom } satisfies Kept);
    this.#changes.next();
  }

  #refused(error: unknown): void {
    this.isAsking.set(false);
    if (!(error instanceof ApiProblem)) return this.#messages.problem(error);
    this.problem.set(error);
    this.theirs.set((error.problem['theirs'] as WorkflowsReport | undefined) ?? null);
  }
}
