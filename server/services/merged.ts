import { commonBeginning } from '@core/ledger/ancestry';
import type { RecordKind, Revision } from '@core/ledger/records';
import { kindNamed } from '@core/kinds/index';
import { noOwnWords, type OwnWords } from '@core/locale/own-words';
import { writableFields } from '@core/locale/translation';
import type { Side, Three } from '@core/merge/decider';
import { mergeOwnWords, mergeRecord, type Merged } from '@core/merge/record';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Site } from '../site/site';
import { isOfOwnWords } from './edition-lookups';
import { bestValueOf } from './names';

/** A record in a locale, null being the one in which it began. */
export interface WrittenRecord {
  readonly recordId: string;
  readonly kind: RecordKind;
  readonly locale: string | null;
}

/** What was chosen for the places that both sides changed, by their paths. */
export type Choices = Readonly<Record<string, Side>>;

/** Two versions of a record brought together, its own words word by word. */
export function mergedOf(site: Site, written: WrittenRecord, three: Three<unknown>, choices: Choices): Merged<unknown> {
  const kind = kindNamed(written.kind);
  if (!isOfOwnWords(site, written)) return mergeRecord(kind, three, site.registry, choices);
  const fields = new Map(writableFields(kind, bestValueOf(site, written.recordId), site.registry).map(each => [each.name, each.field]));
  const words = (value: unknown) => (value ?? noOwnWords) as OwnWords;
  const versions = { base: words(three.base), ours: words(three.ours), theirs: words(three.theirs) };
  return mergeOwnWords(versions, name => fields.get(name) ?? undefined, choices);
}

/** @throws Refusal with the places that nobody has settled yet */
export function refuseOpenConflicts({ conflicts }: Merged<unknown>): void {
  const open = conflicts.filter(each => each.chosen === null);
  if (open.length === 0) return;
  throw new Refusal(
    'conflict',
    say`Both sides changed the same in ${open.length} places. Say for each which is to stand.`,
    open.slice(0, 100).map(({ path }) => ({ pointer: '/choices', detail: path })),
  );
}

/** The revision that two were both made from, its words read. @throws Refusal where they began apart */
export async function beginningOf(site: Site, one: string, other: string): Promise<Revision> {
  const id = commonBeginning(one, other, each => site.ledger.revisions.get(each));
  if (id === null)
    throw new Refusal(
      'conflict',
      say`These two were not made from the same words, so they cannot be brought together. Choose one of them.`,
    );
  const revision = site.ledger.revision(id);
  await site.history.read([revision]);
  return revision;
}
