import type { Kind } from '../kinds/kind';
import { inForceAt } from '../ledger/in-force';
import type { Ledger } from '../ledger/ledger';
import type { Registry } from '../registry/registry';
import type { Instant } from '../schedule/local-time';
import type { OwnWords } from './own-words';
import { leavesOut } from './reading';
import { fieldState, writableFields, type WritableField } from './translation';

/** How far a record is written in a locale. */
export interface Coverage {
  /** It began there, is left out there, has all of its words, some, or none of its own. */
  readonly state: 'base' | 'out' | 'own' | 'part' | 'follows';
  /** How many fields that may differ have something to say. */
  readonly of: number;
  /** How many of them have words of their own. */
  readonly own: number;
  /** How many of those are behind what they were made from. */
  readonly behind: number;
  /** Whether words are on their way: a proposal, or a publication to come. */
  readonly isWaiting: boolean;
}

const inBase: Coverage = { state: 'base', of: 0, own: 0, behind: 0, isWaiting: false };

/**
 * How far a record is written in each locale. The work grows with what was written, not with the number of locales: where
 * nothing was ever written, nothing is looked at.
 * @param base - its value in the locale in which it began
 * @param locales - tags, in the order of the answer
 */
export function coverageOf(
  ledger: Ledger,
  recordId: string,
  kind: Kind<unknown>,
  base: unknown,
  locales: readonly string[],
  now: Instant,
  registry: Registry,
): readonly Coverage[] {
  const fields = fieldsToWrite(kind, base, registry);
  const nothing: Coverage = { state: 'follows', of: fields.length, own: 0, behind: 0, isWaiting: false };
  const began = ledger.localeOf(recordId);
  const open = ledger.openProposalsOf(recordId);
  return locales.map(locale => {
    if (locale === began) return inBase;
    const isProposed = open.some(each => each.locale === locale);
    if (ledger.entriesOf(recordId, locale).length === 0) return isProposed ? { ...nothing, isWaiting: true } : nothing;
    const { boundaries, known } = ledger.outlookOf(recordId, locale);
    const isWaiting = isProposed || boundaries.some(at => at > now);
    const inForce = inForceAt(known, now);
    if (leavesOut(inForce)) return { ...nothing, state: 'out', isWaiting };
    const own = inForce.state === 'live' ? (ledger.revision(inForce.revisionId).value as OwnWords) : null;
    const states = fields.map(field => fieldState(base, own, field));
    const written = states.filter(state => state === 'own' || state === 'behind').length;
    const behind = states.filter(state => state === 'behind').length;
    const state = written === 0 ? 'follows' : written === fields.length ? 'own' : 'part';
    return { state, of: fields.length, own: written, behind, isWaiting };
  });
}

const keptFields = new WeakMap<Registry, WeakMap<object, readonly WritableField[]>>();

/** The fields of a record that a translator has to write: those that may differ and have something to say. */
export function fieldsToWrite(kind: Kind<unknown>, base: unknown, registry: Registry): readonly WritableField[] {
  const kept = keptFields.get(registry) ?? new WeakMap<object, readonly WritableField[]>();
  keptFields.set(registry, kept);
  const known = kept.get(base as object);
  if (known) return known;
  const fields = writableFields(kind, base, registry).filter(
    each => each.mayDiffer && !isOptional(each.name) && fieldState(base, null, each) !== 'empty',
  );
  kept.set(base as object, fields);
  return fields;
}

// An address, or a shorter name for menus, may well be the same in all locales; it is no work left undone.
function isOptional(name: string): boolean {
  return name === 'segment' || name === 'menuLabel';
}
