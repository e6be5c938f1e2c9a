import { draft, type Stage } from '../ledger/stage';
import { isCovered } from './governed';
import type { Move, Workflow } from './workflow';

/** Something in a workflow that will stand in somebody's way. */
export type WorkflowFinding =
  | { readonly finding: 'unreachable' | 'no way out' | 'no way to live'; readonly stage: Stage }
  | { readonly finding: 'nobody'; readonly move: string };

/** A way from one stage to another. */
export interface Edge {
  readonly from: Stage;
  readonly to: Stage;
}

/** Every stage that can be reached from one, itself included, over at least no edge. */
export function reachableFrom(start: Stage, edges: readonly Edge[]): ReadonlySet<Stage> {
  const reached = new Set([start]);
  for (const stage of reached) for (const edge of edges) if (edge.from === stage) reached.add(edge.to);
  return reached;
}

/** The edges of a workflow's graph, one for each stage from which a move can be made. */
export function edgesOf({ moves }: Pick<Workflow, 'moves'>): readonly Edge[] {
  return moves.flatMap(({ from, to }) => from.map(each => ({ from: each, to })));
}

/**
 * What is wrong with the graph of a workflow.
 * @param canMake - whether there is anybody who could ever make a move
 */
export function findingsOf(workflow: Workflow, canMake: (move: Move) => boolean): readonly WorkflowFinding[] {
  const edges = edgesOf(workflow);
  const reached = reachableFrom(draft, edges);
  const back = edges.map(({ from, to }) => ({ from: to, to: from }));
  const leadsToLive = reachableFrom('approved', back);
  const ofStages = workflow.stages.flatMap((stage): WorkflowFinding[] => {
    const isLeft = edges.some(each => each.from === stage && each.to !== stage);
    return [
      ...(reached.has(stage) ? [] : [{ finding: 'unreachable', stage } as const]),
      ...(isLeft ? [] : [{ finding: 'no way out', stage } as const]),
      ...(isLeft && !leadsToLive.has(stage) ? [{ finding: 'no way to live', stage } as const] : []),
    ];
  });
  const ofMoves = workflow.moves.flatMap((move): WorkflowFinding[] => (canMake(move) ? [] : [{ finding: 'nobody', move: move.name }]));
  return [...ofStages, ...ofMoves];
}

/** The workflow that is asked before another and governs all that it does, so that it never comes to it; null when there is none. */
export function coveringWorkflow(workflows: readonly Workflow[], index: number): Workflow | null {
  const { governs } = workflows[index]!;
  return workflows.slice(0, index).find(each => isCovered(governs, each.governs)) ?? null;
}

/** Something on its way, as it stands under one set of workflows. */
export interface Standing {
  readonly editionId: string;
  /** The workflow that it goes by. */
  readonly workflow: string;
  readonly stage: Stage;
}

/** What another set of workflows does to something on its way. */
export interface Passage {
  readonly editionId: string;
  readonly before: Standing;
  readonly after: string;
  /** Where it stands from then on; null where somebody has to say: its stage is not known there, or nothing leads on from it. */
  readonly stage: Stage | null;
}

/** Where something is put that would be stranded. */
export interface Relocation {
  /** The workflow by which it goes from then on. */
  readonly workflow: string;
  /** The stage at which it stood. */
  readonly from: Stage;
  readonly to: Stage;
}

/**
 * Follows what is on its way into other workflows. Whatever stands at the same stage with a way out of it stays there; all
 * else goes where a relocation says, or is stranded.
 * @param after - the workflow that it will go by
 */
export function passageOf(before: Standing, after: Workflow, relocations: readonly Relocation[]): Passage {
  const isKnown = (stage: Stage) => after.stages.includes(stage) && after.moves.some(move => move.from.includes(stage));
  const said = relocations.find(each => each.workflow === after.name && each.from === before.stage)?.to;
  const stage = isKnown(before.stage) ? before.stage : said !== undefined && isKnown(said) ? said : null;
  return { editionId: before.editionId, before, after: after.name, stage };
}
