import { Injectable, signal } from '@angular/core';
import { ApiProblem } from '../api/api-client';

/** What was just done, what went wrong, and the likely next step. */
export interface Message {
  readonly kind: 'done' | 'problem';
  readonly text: string;
  /** The edition that can be undone. */
  readonly undoes?: string;
  /** What was made, where it was more than one. */
  readonly made?: readonly {
    readonly label: string;
    readonly link: readonly string[];
    readonly query?: Readonly<Record<string, string | null | undefined>>;
  }[];
  readonly next?: { readonly label: string; readonly link: readonly string[]; readonly query?: Readonly<Record<string, string>> };
}

/** The one line that says what happened. It stays until it is closed or something else happens. */
@Injectable({ providedIn: 'root' })
export class MessageService {
  readonly #message = signal<Message | null>(null);
  readonly message = this.#message.asReadonly();

  done(text: string, next?: Message['next'], undoes?: string, made?: Message['made']): void {
    this.#message.set({ kind: 'done', text, next, undoes, made });
  }

  /** Says something that should be known before going on. */
  warn(text: string): void {
    this.#message.set({ kind: 'problem', text });
  }

  /** Shows a failure in its own words. */
  problem(error: unknown): void {
    this.#message.set({
      kind: 'problem',
      text:
        error instanceof ApiProblem
          ? error.message
          : $localize`Something went wrong in this page. Reload it; what you have written is kept.`,
    });
    if (!(error instanceof ApiProblem)) console.error(error);
  }

  clear(): void {
    this.#message.set(null);
  }
}
