import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { SiteFactsQuestion } from '@contract/assembling';
import type { ReaderFacts } from '@core/rule/who';
import { ApiClient } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import type { ReachAnswer, ReachTask } from './reach.worker';

/** What is to be looked at. */
export interface ReachLook {
  readonly reader: ReaderFacts;
  readonly target: string;
  readonly placements: readonly string[];
}

/** Fetches the facts of the site, and has a worker compute reach from them. */
@Injectable()
export class ReachService {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #worker = new Worker(new URL('./reach.worker', import.meta.url), { type: 'module' });
  readonly answer = signal<ReachAnswer | null>(null);
  readonly isWorking = signal(true);
  #turn = 0;
  #facts = '';
  #hasFacts = false;
  #look: ReachLook | null = null;

  constructor() {
    this.#worker.onmessage = ({ data }: MessageEvent<ReachAnswer>) => {
      // Only the newest question counts.
      if (data.turn !== this.#turn) return;
      this.answer.set(data);
      this.isWorking.set(false);
    };
    this.#worker.onerror = () => this.#messages.problem(new Error('The reach could not be computed.'));
    inject(DestroyRef).onDestroy(() => this.#worker.terminate());
  }

  /** Looks at the site as the question says; facts are fetched again only when they differ. */
  see(question: SiteFactsQuestion, look: ReachLook): void {
    this.#look = look;
    const key = JSON.stringify(question);
    if (key === this.#facts) {
      if (this.#hasFacts) this.#ask();
      return;
    }
    this.#facts = key;
    this.isWorking.set(true);
    this.#api.readSiteFacts(question).subscribe({
      next: facts => {
        if (key !== this.#facts) return;
        this.#hasFacts = true;
        this.#send({ kind: 'facts', facts });
        this.#ask();
      },
      error: (error: unknown) => {
        this.isWorking.set(false);
        this.#messages.problem(error);
      },
    });
  }

  #ask(): void {
    if (!this.#look) return;
    this.#turn += 1;
    this.isWorking.set(true);
    this.#send({ kind: 'look', turn: this.#turn, style: this.#session.style, ...this.#look });
  }

  #send(task: ReachTask): void {
    this.#worker.postMessage(task);
  }
}
