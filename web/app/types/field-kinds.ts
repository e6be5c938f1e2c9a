import type { Field } from '@core/fields/index';
import type { SiteField } from '@core/site-types/site-type';

/** A kind of field that a type may be made of. */
export interface OfferedKind {
  readonly kind: Field['kind'];
  readonly label: string;
  /** Whether it may lie within a list. */
  readonly isPlain: boolean;
  /** What a field of it has beside what all have. */
  readonly begins: Readonly<Record<string, unknown>>;
}

/** The kinds of field that a type may be made of, in the order in which they are offered. */
export const offeredKinds: readonly OfferedKind[] = [
  { kind: 'short text', label: $localize`Short text`, isPlain: true, begins: { most: 200 } },
  { kind: 'long text', label: $localize`Long text`, isPlain: true, begins: { most: 2_000 } },
  { kind: 'rich text', label: $localize`Rich text`, isPlain: false, begins: {} },
  { kind: 'number', label: $localize`Number`, isPlain: true, begins: { least: 0, most: 1_000_000, initial: 0 } },
  { kind: 'yes or no', label: $localize`Yes or no`, isPlain: true, begins: {} },
  { kind: 'choice', label: $localize`Choice`, isPlain: true, begins: { choices: [{ value: 'one', label: $localize`One` }] } },
  { kind: 'moment', label: $localize`Date and time`, isPlain: false, begins: {} },
  { kind: 'link', label: $localize`Link`, isPlain: true, begins: {} },
  { kind: 'page', label: $localize`Page`, isPlain: false, begins: {} },
  { kind: 'picture', label: $localize`Picture`, isPlain: true, begins: {} },
  { kind: 'file', label: $localize`File`, isPlain: false, begins: {} },
  { kind: 'topics', label: $localize`Topics`, isPlain: false, begins: { most: 30 } },
  { kind: 'list', label: $localize`List of items`, isPlain: false, begins: { item: $localize`item`, most: 50, fields: [] } },
];

const common = ['name', 'label', 'help', 'required', 'hasOwnWords', 'isAbout'];

/** The same field as one of another kind: what all kinds have stays. */
export function ofKind(field: Field, kind: string): Field {
  const offered = offeredKinds.find(each => each.kind === kind)!;
  const kept = Object.fromEntries(Object.entries(field).filter(([name]) => common.includes(name)));
  const made = { ...kept, kind, ...offered.begins } as unknown as Field;
  return kind === 'list' ? ({ ...made, fields: [freshField('name', $localize`Name`).field] } as unknown as Field) : made;
}

/** A field as it begins. */
export function freshField(called = '', label = ''): SiteField {
  return { field: ofKind({ name: called, label, help: '' } as unknown as Field, 'short text'), called, state: 'used' };
}

/** What a field may be called in templates, made from its label: small letters, no accents lost. */
export function calledAfter(label: string): string {
  return label
    .toLowerCase()
    .replace(/[^\p{Ll}\p{Lo}\p{N} -]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/^[^\p{Ll}\p{Lo}]+/u, '')
    .slice(0, 40);
}
