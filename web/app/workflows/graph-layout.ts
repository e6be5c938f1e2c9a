import { endings, type Stage } from '@core/ledger/stage';
import { edgesOf } from '@core/workflow/analysis';
import type { Move, Workflow } from '@core/workflow/workflow';

/** A stage on the line, in CSS pixels. */
export interface PlacedStage {
  readonly name: Stage;
  readonly x: number;
}

/** A move, drawn as an arc from each stage that it leaves, with one label. */
export interface PlacedArc {
  readonly move: Move;
  /** SVG paths, one for each stage that it leaves. */
  readonly paths: readonly string[];
  /** The middle of its label. */
  readonly x: number;
  readonly y: number;
}

/** Where everything of a drawn workflow stands. */
export interface GraphLayout {
  readonly stages: readonly PlacedStage[];
  readonly arcs: readonly PlacedArc[];
  /** The height of the line on which the stages stand. */
  readonly line: number;
  readonly width: number;
  readonly height: number;
}

/** Between two stages; between a stage and the first lane of labels, and between lanes; and beside all. */
const across = 210;
const firstLane = 56;
const laneHeight = 34;
const margin = 90;

/**
 * Lays a workflow out: its stages on one line in their order, the endings that a move leads to after them; moves onward
 * above the line and moves back or out of it below, each in the nearest lane where its label has room.
 * @param widthOf - how wide a label is, in CSS pixels
 */
export function layOut(workflow: Pick<Workflow, 'stages' | 'moves'>, widthOf: (move: Move) => number): GraphLayout {
  const edges = edgesOf(workflow);
  const used = endings.filter(each => edges.some(edge => edge.to === each));
  const stages = [...workflow.stages, ...used].map((name, index) => ({ name, x: margin + index * across }));
  const xOf = new Map(stages.map(each => [each.name, each.x]));
  const isForward = (from: Stage, to: Stage) => (xOf.get(to) ?? 0) > (xOf.get(from) ?? 0) && to !== 'declined' && to !== 'withdrawn';
  // Short ones lie nearest to the line, so that long ones reach over them.
  const drawn = workflow.moves
    .map(move => {
      const starts = move.from.map(each => xOf.get(each) ?? margin);
      const end = xOf.get(move.to) ?? margin;
      // The label stands over the shortest of its arcs, and near the one that leaves last where they are alike.
      const nearest = starts.reduce((best, each) => (Math.abs(end - each) < Math.abs(end - best) ? each : best), starts[0] ?? margin);
      return { move, starts, end, x: (nearest + end) / 2, isUp: move.from.every(each => isForward(each, move.to)) };
    })
    .sort((a, b) => Math.abs(a.end - a.x) - Math.abs(b.end - b.x));
  const lanes = { above: [] as Label[][], below: [] as Label[][] };
  const placed = drawn.map(each => {
    const half = widthOf(each.move) / 2 + 8;
    const side = each.isUp ? lanes.above : lanes.below;
    return { ...each, lane: roomFor(side, { from: each.x - half, until: each.x + half }) };
  });
  const line = firstLane + lanes.above.length * laneHeight;
  const arcs = placed.map(({ move, starts, end, x, lane, isUp }): PlacedArc => {
    const reach = (firstLane + lane * laneHeight) * (isUp ? -1 : 1);
    const leaving = isUp ? -11 : 28;
    // A cubic curve with both handles at one height comes three quarters of the way to it.
    const handle = line + leaving + ((reach - leaving) * 4) / 3;
    const pathFrom = (start: number) => {
      const lean = (end - start) * 0.2;
      return `M ${start} ${line + leaving} C ${start + lean} ${handle}, ${end - lean} ${handle}, ${end} ${line + leaving}`;
    };
    return { move, paths: starts.map(pathFrom), x, y: line + reach };
  });
  const height = line + Math.max(54, firstLane + lanes.below.length * laneHeight + 8);
  return { stages, arcs, line, width: margin * 2 + (stages.length - 1) * across, height };
}

interface Label {
  readonly from: number;
  readonly until: number;
}

function roomFor(lanes: Label[][], label: Label): number {
  const found = lanes.findIndex(lane => lane.every(each => each.until <= label.from || each.from >= label.until));
  if (found < 0) return lanes.push([label]) - 1;
  lanes[found]!.push(label);
  return found;
}
