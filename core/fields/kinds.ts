import type { FieldCommon, FieldKind } from './field';

/** A field whatever its kind. */
export type AnyField = FieldCommon & { readonly kind: string };

type AnyKind = FieldKind<AnyField, unknown>;

const kinds = new Map<string, AnyKind>();

/** A field of a kind that this program does not know. */
export class UnknownFieldKind extends RangeError {
  constructor(readonly kind: string) {
    super(`no kind of field “${kind}” is known here`);
  }
}

/** Makes a kind of field known; see `index.ts` for those that ship with the product. */
export function addFieldKind<Field extends AnyField, Value>(kind: Field['kind'], definition: FieldKind<Field, Value>): void {
  kinds.set(kind, definition as unknown as AnyKind);
}

/** What follows from a field's kind. @throws UnknownFieldKind */
export function kindOfField(field: AnyField): AnyKind {
  const kind = kinds.get(field.kind);
  if (!kind) throw new UnknownFieldKind(field.kind);
  return kind;
}
