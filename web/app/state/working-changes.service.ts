import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Change } from '@contract/messages';
import { BehaviorSubject, map } from 'rxjs';
import { BrowserStore } from './browser-store';
import { MessageService } from './message.service';
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
  readonly #store = inject(BrowserStore);
  readonly #messages = inject(MessageService);
  readonly #state = new BehaviorSubject<State>(empty);
  readonly changes$ = this.#state.pipe(map(state => state.changes));
  readonly changes = toSignal(this.changes$, { initialValue: [] as WorkingChange[] });
  readonly state = toSignal(this.#state, { initialValue: empty });

  constructor() {
    this.#session.person$.subscribe(person => this.#state.next(person ? this.#kept : empty));
    this.#store.fromOtherTabs<Partial<State>>(() => this.#key).subscribe(theirs => this.#meet({ ...empty, ...theirs }));
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

  /**
   * Says that a change is made over another revision than it was: it has been compared with that one.
   * @param merged - what the two come to; left out, the change stays as it is
   */
  rebase(recordId: string, baseRevisionId: string, merged?: { readonly value: unknown }): void {
    const { changes, ...steps } = this.#state.value;
    this.#set({ ...steps, changes: changes.map(each => (each.recordId === recordId ? { ...each, ...merged, baseRevisionId } : each)) });
  }

  // Another tab of this browser has changed something: what either changed alone is taken in; of what both changed, each keeps its own.
  #meet(theirs: State): void {
    const { changes: mine } = this.#state.value;
    if (JSON.stringify(mine) === JSON.stringify(theirs.changes)) return;
    const isIn = (list: readonly WorkingChange[], change: WorkingChange) => list.some(each => each.recordId === change.recordId);
    const isBoth = mine.some(each =>
      theirs.changes.some(other => other.recordId === each.recordId && JSON.stringify(other) !== JSON.stringify(each)),
    );
    if (theirs.changes.length === 0 && mine.length > 0) {
      this.#messages.warn(
        $localize`The unsaved changes were saved or taken back in another tab. They are still here; take them back too if they are done.`,
      );
      return;
    }
    const added = theirs.changes.filter(each => !isIn(mine, each));
    if (added.length > 0)
      this.#state.next({
        ...this.#state.value,
        changes: [...mine, ...added],
        earlier: [...this.#state.value.earlier, mine].slice(-mostSteps),
      });
    this.#messages.warn(
      isBoth
        ? $localize`Another tab of this browser changes the same things. Each tab keeps its own version until it is saved.`
        : $localize`Unsaved changes made in another tab are here too.`,
    );
  }

  #set(state: State): void {
    this.#state.next(state);
    if (state.changes.length === 0 && state.earlier.length === 0) this.#store.drop(this.#key);
    else this.#store.keep(this.#key, { ...state, earlier: state.earlier.slice(-10), later: [] });
  }

  get #kept(): State {
    return { ...empty, ...this.#store.read<Partial<State>>(this.#key) };
  }

  get #key(): string {
    return `almanac.unsaved.${this.#session.session()?.person?.id ?? ''}`;
  }
}

/** Unsaved changes as questions to the server carry them. */
export function unsaved(changes: readonly WorkingChange[]): Pick<WorkingChange, 'recordId' | 'kind' | 'value' | 'retires' | 'locale'>[] {
  return changes.map(({ recordId, kind, value, retires, locale }) => ({ recordId, kind, value, retires, locale }));
}
