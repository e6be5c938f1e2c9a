import { ownWords, valueSchema } from '@contract/values';
import { fieldsById, initialValues } from '@core/fields/index';
import type { FieldValues } from '@core/fields/field';
import { listOf } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { targetOf } from '@core/kinds/placement/target';
import type { RecordKind } from '@core/ledger/records';
import type { Overlay, SiteSnapshot } from '@core/site/snapshot';
import { labelOfTarget, limitsOf } from '@core/theme/manifest';
import { midSentence, say, told } from '@core/tongue/say';
import { faultsFromIssues, refuseInvalid, type Fault } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { isOfOwnWords } from './edition-lookups';
import { kindSite } from './kind-site';

/** A value that is fit to be stored, or what is wrong with it. */
export type ValidatedValue =
  { readonly kind: 'valid'; readonly value: unknown } | { readonly kind: 'faulty'; readonly faults: readonly Fault[] };

/** Checks the shape of a value, or of own words in a locale. Pointers begin with `prefix`. */
export function validateValue(
  site: Site,
  kind: RecordKind,
  raw: unknown,
  prefix: readonly PropertyKey[],
  isOwnWords = false,
): ValidatedValue {
  const parsed = (isOwnWords ? ownWords : valueSchema)(kind, site.registry).safeParse(raw);
  if (!parsed.success) return { kind: 'faulty', faults: faultsFromIssues(parsed.error.issues, prefix) };
  return { kind: 'valid', value: parsed.data };
}

/**
 * A value with what it names by address named by its id: an address that a page has now means the page from then on,
 * wherever it moves.
 * @param snapshot - the site with all changes of the same edition laid over it
 */
export function valueById(site: Site, snapshot: SiteSnapshot, kind: RecordKind, value: unknown): unknown {
  const fields = value === null ? undefined : kindNamed(kind).fields?.(value, site.registry);
  if (!fields) return value;
  const typed = value as { readonly fields: FieldValues };
  const byId = fieldsById(fields, typed.fields, kindSite(site, snapshot));
  return byId === typed.fields ? value : { ...typed, fields: byId };
}

/**
 * Checks a value against the site it is meant for: what it points at must be there.
 * @param snapshot - the site with all changes of the same edition laid over it
 */
export function faultsInSite(site: Site, snapshot: SiteSnapshot, change: Overlay, prefix: string): readonly Fault[] {
  const kind = kindNamed(change.kind);
  const within = kindSite(site, snapshot);
  const isGone = change.value === null;
  const pointer = isGone ? prefix.replace(/\/value$/, '') : prefix;
  const faults = isGone ? (kind.faultsOfTakingOff?.(change.recordId, within) ?? []) : kind.faults(change.recordId, change.value, within);
  return faults.map(fault => ({ ...fault, pointer: `${pointer}${fault.pointer}` }));
}

/** A change of a record, and the revision that it began from; null for a new record. */
export interface ChangeFrom extends Overlay {
  readonly baseRevisionId: string | null;
}

/**
 * Refuses what none of a person's roles may do: placing where others do, unless it stands there already, or changing a
 * field that is theirs.
 */
export function roleFaults(site: Site, person: Person, change: ChangeFrom, prefix: string): readonly Fault[] {
  return [...targetFaults(site, person, change, prefix), ...fieldFaults(site, person, change, prefix)];
}

// What is not changed may stay, whoever wrote it; a new record has what its type begins with.
function fieldFaults(site: Site, { roles }: Person, change: ChangeFrom, prefix: string): readonly Fault[] {
  const { kind, value, baseRevisionId } = change;
  const declared = value === null ? [] : (kindNamed(kind).fields?.(value, site.registry) ?? []);
  const closed = declared.filter(({ changedBy }) => changedBy && !roles.some(role => changedBy.includes(role)));
  if (closed.length === 0) return [];
  const base = baseRevisionId === null ? undefined : site.ledger.revisions.get(baseRevisionId);
  const known = base?.recordId === change.recordId ? (base.value as { readonly fields?: FieldValues } | null)?.fields : undefined;
  const before: FieldValues = { ...initialValues(closed), ...known };
  const { fields: after } = value as { readonly fields: FieldValues };
  return closed
    .filter(({ name }) => JSON.stringify(after[name]) !== JSON.stringify(before[name]))
    .map(({ name, changedBy }) => ({
      pointer: `${prefix}/fields/${name}`,
      detail: say`Only ${listOf(changedBy!.map(told), 'or')} may change this.`,
    }));
}

function targetFaults(site: Site, person: Person, change: Overlay, prefix: string): readonly Fault[] {
  const target = targetOf(change);
  if (target === null) return [];
  const { manifest, placementById } = site.snapshots.at();
  const { roles } = limitsOf(manifest, null, target.name);
  const stands = placementById.get(change.recordId)?.value.target.name === target.name;
  if (roles === undefined || stands || person.roles.some(role => roles.includes(role))) return [];
  return [
    {
      pointer: `${prefix}/target/name`,
      detail: say`Only ${listOf(roles.map(told), 'or')} may place in ${midSentence(labelOfTarget(manifest, target))}.`,
    },
  ];
}

/** Changes that are only looked at, not saved: their shape must be right all the same. */
export function checkedChanges<
  Change extends {
    readonly recordId: string;
    readonly kind: RecordKind;
    readonly value: unknown;
    readonly retires: boolean;
    readonly locale?: string | null;
  },
>(site: Site, changes: readonly Change[]): Change[] {
  const faults: Fault[] = [];
  const checked = changes.map((change, index) => {
    if (change.retires) return change;
    const result = validateValue(site, change.kind, change.value, ['changes', index, 'value'], isOfOwnWords(site, change));
    if (result.kind === 'valid') return { ...change, value: result.value };
    faults.push(...result.faults);
    return change;
  });
  if (faults.length > 0) refuseInvalid(faults);
  return checked;
}
