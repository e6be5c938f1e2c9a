/// <reference lib="webworker" />
import type { MomentStyle } from '@core/format/moment';
import { gains, ReachTable } from '@core/reach/reach-table';
import type { SiteFacts } from '@core/reach/site-facts';
import type { ReaderFacts } from '@core/rule/who';
import { speak } from '../../speak';

/** What the worker is told or asked. */
export type ReachTask =
  | { readonly kind: 'facts'; readonly facts: SiteFacts }
  | {
      readonly kind: 'look';
      readonly turn: number;
      readonly reader: ReaderFacts;
      readonly target: string;
      readonly placements: readonly string[];
      readonly style: MomentStyle;
    };

/** The answer: columns without their cells, and all cells in one piece, column after column. */
export interface ReachAnswer {
  readonly turn: number;
  readonly pages: readonly { readonly id: string; readonly title: string; readonly path: string; readonly depth: number }[];
  readonly columns: readonly {
    readonly id: string;
    readonly title: string;
    readonly target: string;
    readonly shown: number;
    readonly gained: number;
    readonly lost: number;
    readonly life: string;
  }[];
  readonly cells: Uint8Array;
  /** Positions of pages and columns on which the changes in hand make a difference. */
  readonly differingPages: readonly number[];
  readonly milliseconds: number;
}

let table: ReachTable | null = null;
let facts: SiteFacts | null = null;

// What is said of the columns is said in the language of whoever looks.
let spoken: Promise<void> | null = null;

addEventListener('message', async ({ data }: MessageEvent<ReachTask>) => {
  if (data.kind === 'facts') {
    facts = data.facts;
    table = new ReachTable(data.facts);
    return;
  }
  await (spoken ??= speak(data.style.locale));
  if (!table || !facts) return;
  const began = performance.now();
  const placements = data.placements.length === 0 ? null : new Set(data.placements);
  const columns = table.columns({ reader: data.reader, moment: table.side.moment, placements, target: data.target }, data.style);
  const { pages } = table.side;
  const cells = new Uint8Array(columns.length * pages.length);
  const differing = new Set<number>();
  columns.forEach((column, index) => {
    cells.set(column.cells, index * pages.length);
    if (column.gained + column.lost > 0)
      column.cells.forEach((cell, at) => {
        if (cell >= gains) differing.add(at);
      });
  });
  const { placementTitles } = facts;
  const answer: ReachAnswer = {
    turn: data.turn,
    pages: pages.map(page => ({
      id: page.id,
      title: page.written?.title ?? page.service ?? page.path,
      path: page.path,
      depth: page.lineage.length,
    })),
    columns: columns.map(({ placement, target, shown, gained, lost, life }) => ({
      id: placement.id,
      title: placementTitles[placement.id] ?? '',
      target,
      shown,
      gained,
      lost,
      life,
    })),
    cells,
    differingPages: [...differing],
    milliseconds: performance.now() - began,
  };
  postMessage(answer, { transfer: [cells.buffer] });
});
