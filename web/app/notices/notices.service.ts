import { inject, Injectable, signal } from '@angular/core';
import type { Notices } from '@contract/notices';
import { ApiClient } from '../api/api-client';
import { LiveService } from '../state/live.service';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** What one is told of: how much of it is new at every moment, and the list when it is asked for. */
@Injectable({ providedIn: 'root' })
export class NoticesService {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly newCount = signal(0);
  readonly notices = signal<Notices['notices']>([]);

  constructor() {
    inject(LiveService).events.subscribe(event => {
      if (event.kind === 'notice') this.newCount.set(event.newCount);
      // A stream that was broken may have missed some.
      if (event.kind === 'hello') this.read();
    });
    inject(SessionService).person$.subscribe(() => this.#take({ notices: [], newCount: 0 }));
  }

  /** Reads the list anew. */
  read(): void {
    this.#api.listNotices().subscribe({ next: notices => this.#take(notices), error: (error: unknown) => this.#messages.problem(error) });
  }

  /** Says that notices were read; null is all of them. */
  mark(ids: string[] | null): void {
    this.#api
      .readNotices(ids)
      .subscribe({ next: notices => this.#take(notices), error: (error: unknown) => this.#messages.problem(error) });
  }

  #take({ notices, newCount }: Notices): void {
    this.notices.set(notices);
    this.newCount.set(newCount);
  }
}
