/** One line of the report: a ratio of two things measured in this run, or milliseconds where the aim is a time. */
export interface Row {
  readonly what: string;
  readonly ratio: number;
  readonly aim: 'at least' | 'at most';
  readonly bound: number;
}

/** The median time of many runs, in milliseconds, after a few that do not count. */
export function medianMilliseconds(runs: number, work: () => unknown): number {
  for (let index = 0; index < Math.min(runs, 20); index += 1) work();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    work();
    return performance.now() - started;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

/** Writes a line with its aim and whether it was met. */
export function writeRow({ what, ratio, aim, bound }: Row): void {
  const isMet = aim === 'at least' ? ratio >= bound : ratio <= bound;
  console.log(`${ratio.toFixed(2).padStart(9)}  ${isMet ? 'met   ' : 'missed'}  aim ${aim} ${bound}  ${what}`);
}
