/** The days of the week as recurrence rules name them. @see RFC 5545 section 3.3.10 */
export const weekdays = [
  { code: 'MO', label: $localize`Mon` },
  { code: 'TU', label: $localize`Tue` },
  { code: 'WE', label: $localize`Wed` },
  { code: 'TH', label: $localize`Thu` },
  { code: 'FR', label: $localize`Fri` },
  { code: 'SA', label: $localize`Sat` },
  { code: 'SU', label: $localize`Sun` },
] as const;

/** Which one of a month, as recurrence rules count them. */
export const ordinals = [
  { code: '1', label: $localize`first` },
  { code: '2', label: $localize`second` },
  { code: '3', label: $localize`third` },
  { code: '4', label: $localize`fourth` },
  { code: '-1', label: $localize`last` },
] as const;
