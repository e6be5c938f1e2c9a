/** One line of the report: a ratio of two things measured in this run, or milliseconds where the aim is a time. */
export interface Row {
  readonly what: string;
  readonly ratio: number;
  readonly aim: 'at least' | 'at most';
  readonly bound: number;
}

/** How many runs go before those that count. */
const warmingRuns = 20;

/** The median time of many runs, in milliseconds, after a few that do not count. */
export function medianMilliseconds(runs: number, work: () => unknown): number {
  for (let index = 0; index < Math.min(runs, warmingRuns); index += 1) work();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    work();
    return performance.now() - started;
  });
  return medianOf(times);
}

/**
 * The median times of two things done in turn, in milliseconds: what the machine does besides, and what the runtime learns
 * meanwhile, meets both alike.
 * @param works - each makes what a run needs and gives back the run, of which alone the time is taken
 */
export function mediansInTurn(runs: number, ...works: readonly [() => () => unknown, () => () => unknown]): readonly [number, number] {
  const times = works.map(() => [] as number[]);
  for (let index = 0; index < 2 * runs; index += 1)
    for (const [which, work] of works.entries()) {
      const run = work();
      const started = performance.now();
      run();
      if (index >= runs) times[which]!.push(performance.now() - started);
    }
  return [medianOf(times[0]!), medianOf(times[1]!)];
}

function medianOf(times: readonly number[]): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}

/** Writes a line with its aim and whether it was met. */
export function writeRow({ what, ratio, aim, bound }: Row): void {
  const isMet = aim === 'at least' ? ratio >= bound : ratio <= bound;
  console.log(`${ratio.toFixed(2).padStart(9)}  ${isMet ? 'met   ' : 'missed'}  aim ${aim} ${bound}  ${what}`);
}
