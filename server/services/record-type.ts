import { kindNamed } from '@core/kinds/index';
import type { Overlay } from '@core/site/snapshot';
import type { Site } from '../site/site';
import { isOfOwnWords } from './edition-lookups';
import { bestValueOf } from './names';

/**
 * The type of page or block that a change is of, or that what it places is of; null when it has none. Words in another
 * locale, and what is taken off, are of the type that the record is of.
 * @param beside - what is changed together with it
 */
export function typeOf(site: Site, change: Overlay, beside: readonly Overlay[] = []): string | null {
  const typeOfBlock = (id: string): string | null => {
    const value = beside.find(each => each.recordId === id)?.value ?? (site.ledger.records.has(id) ? bestValueOf(site, id) : null);
    return (value as { readonly type?: string } | null)?.type ?? null;
  };
  const value = change.value === null || isOfOwnWords(site, change) ? bestValueOf(site, change.recordId) : change.value;
  return value === null ? null : (kindNamed(change.kind).typeName?.(value, typeOfBlock) ?? null);
}
