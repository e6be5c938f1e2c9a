import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Change } from '@contract/messages';
import { BehaviorSubject, map } from 'rxjs';
import { SessionService } from './session.service';

/** A change that has not been saved to the server yet, with what people call it. */
export interface WorkingChange extends Change {
  readonly title: string;
  readonly did: string;
}

interface State {
  readonly changes: readonly WorkingChange[];
  readonly earlier: readonly (readonly WorkingChange[])[];
  readonly later: readonly (readonly WorkingChange[])[];
}

const empty: State = { changes: [], earlier: [], later: [] };
/** How many steps can be undone. */
const mostSteps = 100;

/** Changes made on a page but not yet saved. They can be undone step by step and survive a reload. */
@Injectable({ providedIn: 'root' })
export class WorkingChangesService {
  readonly #session = inject(SessionService);
  readonly #state = new BehaviorSubject<State>(empty);
  readonly changes$ = this.#state.pipe(map(state => state.changes));
  readonly changes = toSignal(this.changes$, { initialValue: [] as WorkingChange[] });
  readonly state = toSignal(this.#state, { initialValue: empty });

  constructor() {
    this.#session.person$.subscribe(person => this.#state.next(person ? read(this.#key) : empty));
  }

  /** Makes one step of changes. A record changed before is changed again, from the same base. */
  make(changes: readonly WorkingChange[]): void {
    const { changes: now, earlier } = this.#state.value;
    const ids = new Set(changes.map(each => each.recordId));
    const based = changes.map(each => {
      const before = now.find(other => other.recordId === each.recordId);
      return before ? { ...each, baseRevisionId: before.baseRevisionId } : each;
    });
    this.#set({
      changes: [...now.filter(each => !ids.has(each.recordId)), ...based],
      earlier: [...earlier, now].slice(-mostSteps),
      later: [],
    });
  }

  undo(): void {
    const { changes, earlier, later } = this.#state.value;
    const last = earlier[earlier.length - 1];
    if (last) this.#set({ changes: last, earlier: earlier.slice(0, -1), later: [changes, ...later] });
  }

  redo(): void {
    const { changes, earlier, later } = this.#state.value;
    const next = later[0];
    if (next) this.#set({ changes: next, earlier: [...earlier, changes], later: later.slice(1) });
  }

  /** Takes one record's change back. */
  drop(recordId: string): void {
    const { changes, earlier } = this.#state.value;
    this.#set({ changes: changes.filter(each => each.recordId !== recordId), earlier: [...earlier, changes].slice(-mostSteps), later: [] });
  }

  /** Forgets everything, after it has been saved. */
  clear(): void {
    this.#set(empty);
  }

  #set(state: State): void {
    this.#state.next(state);
    if (state.changes.length === 0 && state.earlier.length === 0) localStorage.removeItem(this.#key);
    else localStorage.setItem(this.#key, JSON.stringify({ ...state, earlier: state.earlier.slice(-10), later: [] }));
  }

  get #key(): string {
    return `almanac.unsaved.${this.#session.session()?.person?.id ?? ''}`;
  }
}

/** Unsaved changes as questions to the server carry them. */
export function unsaved(changes: readonly WorkingChange[]): Pick<WorkingChange, 'recordId' | 'kind' | 'value' | 'retires'>[] {
  return changes.map(({ recordId, kind, value, retires }) => ({ recordId, kind, value, retires }));
}

function read(key: string): State {
  try {
    return { ...empty, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<State>) };
  } catch {
    return empty;
  }
}
