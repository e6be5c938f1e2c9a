import { Turns } from './turns';

/** Works for some milliseconds at each step, without letting go of the thread. */
function* working(steps: number, milliseconds: number): Generator<void, string> {
  for (let step = 0; step < steps; step += 1) {
    const until = performance.now() + milliseconds;
    while (performance.now() < until);
    yield;
  }
  return 'done';
}

describe('long work beside readers', () => {
  it('lets everything that waits have its turn, and comes to its result', async () => {
    const turns = new Turns();
    let turnsOfOthers = 0;
    let isOver = false;
    const others = async () => {
      for (; !isOver; turnsOfOthers += 1) await new Promise(resolve => setImmediate(resolve));
    };
    const waiting = others();
    expect(await turns.through(working(12, 10))).toBe('done');
    isOver = true;
    await waiting;
    expect(turnsOfOthers).toBeGreaterThanOrEqual(12);
  });

  it('rests while readers come, for longer than it works', async () => {
    const turns = new Turns();
    let isOver = false;
    let rested = 0;
    const readers = async () => {
      for (; !isOver;) {
        const begun = performance.now();
        await new Promise(resolve => setImmediate(resolve));
        turns.noteReader();
        // What the thread was kept for is work; all else is rest.
        if (performance.now() - begun < 8) rested += performance.now() - begun;
      }
    };
    const waiting = readers();
    await turns.through(working(5, 10));
    isOver = true;
    await waiting;
    expect(rested).toBeGreaterThan(100);
  });
});
