import { block } from './block/kind';
import { campaign } from './campaign/kind';
import { carousel } from './carousel/kind';
import { expectation } from './expectation/kind';
import { file } from './file/kind';
import { forwarding } from './forwarding/kind';
import type { Kind, KindRights } from './kind';
import { menu } from './menu/kind';
import { page } from './page/kind';
import { placement } from './placement/kind';
import { season } from './season/kind';
import { sharedRule } from './shared-rule/kind';

/** The kinds of what is written, reviewed and published, in the order in which they are told of. */
export const kinds: readonly Kind<unknown>[] = [
  page,
  block,
  placement,
  menu,
  file,
  carousel,
  campaign,
  forwarding,
  season,
  sharedRule,
  expectation,
];

/** Their names. */
export const recordKinds: readonly string[] = kinds.map(each => each.name);

const byName = new Map(kinds.map(each => [each.name, each]));

/** A kind of record that this program does not know. */
export class UnknownKind extends RangeError {
  constructor(readonly kind: string) {
    super(`no kind of record “${kind}” is known here`);
  }
}

/** Everything that is declared of a kind of record. @throws UnknownKind */
export function kindNamed(name: string): Kind<unknown> {
  const kind = byName.get(name);
  if (!kind) throw new UnknownKind(name);
  return kind;
}

/** Whether this program knows a kind of record. */
export function isKnownKind(name: string): boolean {
  return byName.has(name);
}

/** Who may do what with records of a kind. */
export function rightsOf(kind: string): KindRights {
  return kindNamed(kind).rights;
}
