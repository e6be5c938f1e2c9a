import { inject, Pipe, type PipeTransform } from '@angular/core';
import { writeDate, writeEnd, writeFullMoment, writeMoment } from '@core/format/moment';
import { SessionService } from '../state/session.service';

/** Writes an instant in the site's zone: "Thu 1 April, 06:00", "1 April" in short, the day alone, or the last day of what ends. */
@Pipe({ name: 'when' })
export class WhenPipe implements PipeTransform {
  readonly #session = inject(SessionService);

  transform(instant: number, form: 'full' | 'short' | 'day' | 'end' = 'full'): string {
    if (form === 'end') return writeEnd(instant, this.#session.style);
    if (form === 'day') return writeDate(instant, this.#session.style);
    return form === 'full' ? writeFullMoment(instant, this.#session.style) : writeMoment(instant, this.#session.style);
  }
}
