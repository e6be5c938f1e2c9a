import { parentPort } from 'node:worker_threads';
import { inLanguage } from '../speaking';
import { tasks, type Answer, type Task } from './tasks';

// Works out comparisons in a thread of its own, one after another, each in the language of whoever asked.
parentPort!.on('message', ({ id, language, name, given }: Task) => {
  const result = inLanguage(language, () => (tasks[name] as (...values: typeof given) => unknown)(...given));
  parentPort!.postMessage({ id, result } satisfies Answer);
});
