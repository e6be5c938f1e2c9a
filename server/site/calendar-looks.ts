import type { CalendarRead } from '@core/calendar/read-calendar';
import type { OutsideFaultReason } from '../outside/outside';

/** The most addresses of which it is kept what they said. */
const mostKept = 100;

/** What a calendar elsewhere said when it was read last. */
export interface CalendarLook {
  /** UTC milliseconds. */
  readonly at: number;
  /** Null where it could not be read. */
  readonly read: CalendarRead | null;
  readonly fault: OutsideFaultReason | null;
}

/** What calendars elsewhere said, for as long as the server runs. */
export class CalendarLooks {
  readonly #byAddress = new Map<string, CalendarLook>();

  of(address: string): CalendarLook | undefined {
    return this.#byAddress.get(address);
  }

  keep(address: string, look: CalendarLook): void {
    this.#byAddress.delete(address);
    this.#byAddress.set(address, look);
    if (this.#byAddress.size > mostKept) this.#byAddress.delete(this.#byAddress.keys().next().value!);
  }
}
