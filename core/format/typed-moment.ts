import { DateTime } from 'luxon';
import { keeping, mostLocalesKept } from '../collection/keeping';

/** How a date may be typed, most usual first; the day before the month. */
const dateForms = [
  'd MMMM yyyy',
  'd MMM yyyy',
  'EEE d MMMM yyyy',
  'cccc d MMMM yyyy',
  'd/M/yyyy',
  'd.M.yyyy',
  'd-M-yyyy',
  'yyyy-M-d',
  'MMMM d yyyy',
  'd/M/yy',
];
/** The same without a year: the next such day is meant. */
const yearlessForms = ['d MMMM', 'EEE d MMMM', 'd/M', 'd.M.'];
const english = { zone: 'utc', locale: 'en-GB' } as const;

/**
 * The date that somebody typed, as yyyy-MM-dd; null when it is none. Months may be named in English or in their own language.
 * @param today - yyyy-MM-dd; what a date without a year, "today" and "tomorrow" are taken from
 * @param locale - of whoever types
 */
export function typedDate(text: string, today: string, locale = 'en-GB'): string | null {
  const plain = inEnglish(text, locale)
    .replace(/(\d)(st|nd|rd|th)\b/gi, '$1')
    .replace(/(\d)\.\s+(?=[A-Z])/g, '$1 ')
    .replace(/,/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const now = DateTime.fromISO(today, { zone: 'utc' });
  if (/^today$/i.test(plain)) return today;
  if (/^tomorrow$/i.test(plain)) return now.plus({ days: 1 }).toISODate();
  const dated = parsed(plain, dateForms);
  if (dated) return dated.toISODate();
  const yearless = parsed(plain, yearlessForms);
  if (!yearless) return null;
  const next = yearless.set({ year: now.year });
  return (next < now ? next.plus({ years: 1 }) : next).toISODate();
}

/** The time of day that somebody typed, as HH:mm; null when it is none. "6", "6:30", "06.30", "0630", "6 pm". */
export function typedTime(text: string): string | null {
  const match = /^(\d{1,2})(?:[:.]?(\d{2}))?\s*(am|pm)?$/i.exec(text.trim());
  if (!match) return null;
  const [, hours, minutes = '0', half] = match;
  const hour = half ? (Number(hours) % 12) + (half.toLowerCase() === 'pm' ? 12 : 0) : Number(hours);
  if (hour > 23 || Number(minutes) > 59 || (half && Number(hours) > 12)) return null;
  return `${String(hour).padStart(2, '0')}:${minutes.padStart(2, '0')}`;
}

/** The date and time that somebody typed, as yyyy-MM-ddTHH:mm; midnight when no time was typed, null when it is neither. */
export function typedMoment(text: string, today: string, locale = 'en-GB'): string | null {
  const iso = /^(\d{4}-\d{2}-\d{2})T(\d{2}:\d{2})/.exec(text.trim());
  if (iso) return DateTime.fromISO(`${iso[1]}T${iso[2]}`, { zone: 'utc' }).isValid ? `${iso[1]}T${iso[2]}` : null;
  const whole = typedDate(text, today, locale);
  if (whole) return `${whole}T00:00`;
  const parts = /^(.*?)[\s,]+(?:at\s+)?(\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm)?|\d{4})$/i.exec(text.trim());
  const [date, time] = parts ? [typedDate(parts[1]!, today, locale), typedTime(parts[2]!)] : [null, null];
  return date && time ? `${date}T${time}` : null;
}

/**
 * A date, or a date and time, as the field shows it: "28 March 2027", "28 March 2027, 01:30", "28. März 2027, 01:30".
 * @param local - as typed moments are given back
 * @param locale - of whoever reads
 */
export function writeTyped(local: string, locale = 'en-GB'): string {
  const date = DateTime.fromISO(local, { zone: 'utc' });
  if (!date.isValid) return '';
  const day = date.setLocale(locale).toLocaleString({ day: 'numeric', month: 'long', year: 'numeric' });
  return local.includes('T') ? `${day}, ${date.toFormat('HH:mm')}` : day;
}

const months = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'];

// What a locale calls the months, days and the two nearest days, in small letters, each with its English.
const namesIn = keeping(mostLocalesKept, (locale): readonly (readonly [own: string, english: string])[] => {
  const date = (month: number, day: number) => DateTime.utc(2027, month, day);
  const own = months.map(
    (month, at) =>
      [
        date(at + 1, 1)
          .setLocale(locale)
          .toLocaleString({ month: 'long' }),
        month,
      ] as const,
  );
  const near = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' });
  const days = [0, 1].map(by => [near.format(by, 'day'), ['today', 'tomorrow'][by]!] as const);
  return [...own, ...months.map(month => [month, month] as const), ...days].map(([from, to]) => [from.toLowerCase(), to] as const);
});

// Any beginning of a month's name, of three letters or more, stands for it; the name of a weekday before a date says nothing more.
function inEnglish(text: string, locale: string): string {
  return text
    .trim()
    .replace(/^(?:\p{L}+)\.?,?\s+(?=\d)/u, before => (weekdaysIn(locale).some(day => day.startsWith(lettersOf(before))) ? '' : before))
    .replace(/\p{L}{3,}\.?/gu, word => namesIn(locale).find(([own]) => own.startsWith(lettersOf(word)))?.[1] ?? word);
}

function lettersOf(word: string): string {
  return word.toLowerCase().replace(/[^\p{L}]/gu, '');
}

function weekdaysIn(locale: string): readonly string[] {
  return [locale, 'en-GB'].flatMap(tag =>
    [1, 2, 3, 4, 5, 6, 7].map(day => DateTime.utc(2027, 3, day).setLocale(tag).toLocaleString({ weekday: 'long' }).toLowerCase()),
  );
}

function parsed(text: string, forms: readonly string[]): DateTime | null {
  for (const form of forms) {
    const date = DateTime.fromFormat(text, form, english);
    if (date.isValid && date.year >= 1900) return date;
  }
  return null;
}
