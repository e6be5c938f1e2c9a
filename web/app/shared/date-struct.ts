import type { NgbDateStruct } from '@ng-bootstrap/ng-bootstrap/datepicker';

/** The date of a wall-clock time as the calendar takes it; null when there is none. @param local - "2027-03-28" or longer */
export function dateStructOf(local: string): NgbDateStruct | null {
  const [year, month, day] = local.slice(0, 10).split('-').map(Number);
  return year && month && day ? { year, month, day } : null;
}

/** A date of the calendar as "2027-03-28". */
export function dateOfStruct({ year, month, day }: NgbDateStruct): string {
  const pad = (part: number) => String(part).padStart(2, '0');
  return `${String(year)}-${pad(month)}-${pad(day)}`;
}
