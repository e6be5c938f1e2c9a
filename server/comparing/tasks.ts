import { compareWords } from '@core/compare/compare';
import { compareInFull } from '@core/compare/in-full';

/** What is worked out in the thread for comparisons: of data alone, and into data alone. */
export const tasks = { compareInFull, compareWords };

/** See {@link tasks}. */
export type TaskName = keyof typeof tasks;

/** A task as it is handed over. */
export interface Task {
  readonly id: number;
  /** BCP 47, of whoever asked. */
  readonly language: string;
  readonly name: TaskName;
  readonly given: readonly unknown[];
}

/** What came of a task. */
export interface Answer {
  readonly id: number;
  readonly result: unknown;
}
