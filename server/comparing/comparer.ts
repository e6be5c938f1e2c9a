import { spokenLanguage } from '@core/tongue/say';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { tasks, type Answer, type Task, type TaskName } from './tasks';

/** Characters up to which two values are compared where they are: handing them over would take as long. */
export const comparedAtOnce = 20_000;

/** The thread for comparisons fell over, and all that it was at with it. */
export class ComparingFailed extends Error {}

interface Waiting {
  readonly resolve: (result: never) => void;
  readonly reject: (reason: ComparingFailed) => void;
}

const waiting = new Map<number, Waiting>();
let thread: Worker | null = null;
let handedOver = 0;

/**
 * Compares what is given: small values at once, large ones in a thread of their own, so that nobody who asks meanwhile waits
 * for it.
 * @throws ComparingFailed where the thread fell over; the next comparison begins a new one
 */
export function compared<Name extends TaskName>(
  name: Name,
  ...given: Parameters<(typeof tasks)[Name]>
): Promise<ReturnType<(typeof tasks)[Name]>> {
  const task = tasks[name] as unknown as (...values: typeof given) => ReturnType<(typeof tasks)[Name]>;
  if (JSON.stringify(given).length <= comparedAtOnce) return Promise.resolve(task(...given));
  const id = (handedOver += 1);
  thread ??= begun();
  // A program that has nothing else to do may end only once nobody waits any more.
  thread.ref();
  const answer = new Promise<ReturnType<(typeof tasks)[Name]>>((resolve, reject) => waiting.set(id, { resolve, reject }));
  thread.postMessage({ id, language: spokenLanguage(), name, given } satisfies Task);
  return answer;
}

function begun(): Worker {
  const worker = new Worker(entry());
  worker.on('message', ({ id, result }: Answer) => {
    waiting.get(id)!.resolve(result as never);
    waiting.delete(id);
    if (waiting.size === 0) worker.unref();
  });
  worker.on('error', cause => fallen(cause));
  worker.on('exit', () => fallen(null));
  return worker;
}

/** What the thread begins with: beside this module, whether it runs bundled or from its sources. */
function entry(): URL {
  const here = new URL(import.meta.url);
  const script = new URL(`./comparing-worker${path.extname(here.pathname)}`, here);
  if (!script.pathname.endsWith('.ts')) return script;
  // What reads sources in the first thread does not in another, unless it is told to.
  const loader = import.meta.resolve('tsx/esm/api');
  return new URL(
    `data:text/javascript,import{register}from${JSON.stringify(loader)};register();await import(${JSON.stringify(script.href)})`,
  );
}

function fallen(cause: unknown): void {
  thread = null;
  const left = [...waiting.values()];
  waiting.clear();
  for (const { reject } of left) reject(new ComparingFailed('The thread for comparisons fell over.', { cause }));
}
