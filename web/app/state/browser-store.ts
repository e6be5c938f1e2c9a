import { inject, Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import { MessageService } from './message.service';

/** Keeps what is not saved yet in this browser, and says so when it cannot. */
@Injectable({ providedIn: 'root' })
export class BrowserStore {
  readonly #messages = inject(MessageService);
  #hasSaid = false;

  read<Value>(key: string): Value | null {
    try {
      return JSON.parse(localStorage.getItem(key) ?? 'null') as Value | null;
    } catch {
      return null;
    }
  }

  /** Keeps a value. When the browser has no room, what was typed is still on the screen, and its owner is told. */
  keep(key: string, value: unknown): void {
    try {
      localStorage.setItem(key, JSON.stringify(value));
      this.#hasSaid = false;
    } catch {
      // What was kept before stays: older words are better than none should the tab be lost.
      if (!this.#hasSaid)
        this.#messages.warn(
          $localize`This browser has no room left to keep what you write. It is on the screen only: save it before you close this tab.`,
        );
      this.#hasSaid = true;
    }
  }

  drop(key: string): void {
    localStorage.removeItem(key);
  }

  /** What other tabs of this browser keep under a key, as they keep it. @see HTML, "storage" event */
  fromOtherTabs<Value>(keyNow: () => string): Observable<Value | null> {
    return new Observable(subscriber => {
      const hear = (event: StorageEvent) => {
        if (event.storageArea === localStorage && event.key === keyNow()) subscriber.next(this.read<Value>(keyNow()));
      };
      addEventListener('storage', hear);
      return () => removeEventListener('storage', hear);
    });
  }
}
