import { isOfOwnWords } from './edition-lookups';
import type { PublicationWish } from '@contract/messages';
import { writeMoment } from '@core/format/moment';
import type { Ledger, LedgerRows } from '@core/ledger/ledger';
import { outlookFrom, plannedWithin, spansKeepingPlan, turnsCovered, type PublicationSpan, type Turn } from '@core/ledger/outlook';
import type { LedgerRecord, PublicationEntry, Revision } from '@core/ledger/records';
import type { OwnWords } from '@core/locale/own-words';
import { instantOf, type Instant, type LocalTime } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import type { NewEntry } from '../repositories/ledger-repository';
import type { Site } from '../site/site';
import { carryInto, type Beginnings } from './carrying';
import { localeName, momentStyle, titleOf } from './names';
import { valueWith } from './own-words';

/** Publishing at once and until further notice, for asking what that would reach. */
export const atOnce: PublicationWish = { from: null, until: null, afterwards: 'earlier', scheduled: null };

/** A change on its way to readers: the revision that is to be live, or null for taking the record off. */
export interface PublishedChange extends Overlay {
  readonly revisionId: string | null;
}

/** Something planned that a publication would keep from coming. */
export interface Covered {
  readonly recordId: string;
  readonly title: string;
  readonly at: number;
  /** "“Opening hours” changes on 29 March, 06:00." */
  readonly words: string;
  readonly revisionId: string | null;
  /** How many places are to be settled where the change is brought into it too; null where it cannot be. */
  readonly toSettle: number | null;
}

/** What publishing would write, and the ledger as it would then be. */
export interface Publication {
  readonly changes: readonly PublishedChange[];
  readonly from: number;
  readonly entries: readonly NewEntry[];
  readonly covers: readonly Covered[];
  /** What is planned with the changes brought into it; to be stored with the entries. */
  readonly carried: readonly Revision[];
  readonly after: Ledger;
}

/** Who publishes and what is not in the ledger yet. */
export interface PublicationBasis {
  readonly by: string;
  readonly reason: string;
  readonly editionId: string | null;
  /** Records and revisions of the changes that are not stored yet. */
  readonly rows: LedgerRows;
  /** See {@link beginningsOf}; what is not named there is not brought into what is planned. */
  readonly beginnings: Beginnings;
  /** Publications that are set anew instead of being laid over, by id. */
  readonly replaced?: ReadonlySet<string>;
}

/**
 * Now, and as of when what is written now is recorded. It is one look at the clock: what goes live at once begins when it is
 * recorded, not the tick before or after.
 */
export function momentOfWriting({ clocks, ledger }: Site): { readonly now: Instant; readonly recordedAt: Instant } {
  const now = clocks.content();
  return { now, recordedAt: Math.max(clocks.isFrozen ? clocks.running() : now, ledger.lastRecordedAt) };
}

/**
 * Works out what publishing some changes would write. Where that keeps something planned from coming, `keep` lets the
 * new publications end where the planned ones begin, `carry` brings the changes into what is planned besides, and `cancel`
 * withdraws what begins later.
 */
export function publicationOf(
  site: Site,
  changes: readonly PublishedChange[],
  wish: PublicationWish,
  basis: PublicationBasis,
): Publication {
  const { now, recordedAt } = momentOfWriting(site);
  const span = spanOf(now, wish);
  const covers: Covered[] = [];
  const carried: Revision[] = [];
  const entries = changes.flatMap((change): readonly NewEntry[] => {
    const locale = change.locale ?? site.ledger.localeOf(change.recordId);
    const standing = site.ledger.outlookOf(change.recordId, locale).known;
    const known = standing.filter(each => !basis.replaced?.has(each.publicationId));
    const anew = standing.filter(each => basis.replaced?.has(each.publicationId));
    const turns = turnsCovered(known, span);
    const isCarrying = wish.scheduled === 'carry' && change.revisionId !== null;
    const carrying = carryInto(site, change, plannedWithin(known, span), wish.carried ?? {}, basis);
    covers.push(...turns.map(turn => ({ ...coveredBy(site, change, turn), toSettle: carrying.toSettle(turn) })));
    const common = {
      recordId: change.recordId,
      locale,
      recordedAt,
      recordedBy: basis.by,
      reason: basis.reason,
      editionId: basis.editionId,
    };
    const set = ({ from, until, afterwards }: PublicationSpan, revisionId = change.revisionId): NewEntry => {
      const replaced = anew.shift();
      // What has begun goes on from when it did.
      const begun = replaced && from === span.from && replaced.from < now ? replaced : null;
      return {
        ...common,
        publicationId: replaced?.publicationId ?? uuidv7(),
        act: 'set',
        revisionId,
        from: begun?.from ?? from,
        until,
        afterwards,
        fromTyped: begun ? begun.fromTyped : from === span.from ? wish.from : typedAt(known, from),
        untilTyped: until === span.until ? wish.until : typedAt(known, until),
      };
    };
    const left = () => anew.map(({ number: _, ...entry }): NewEntry => ({ ...entry, ...common, act: 'withdraw' }));
    if (turns.length > 0 && wish.scheduled !== 'cancel') {
      const kept = spansKeepingPlan(known, span).map(each => set(each));
      if (!isCarrying) return [...kept, ...left()];
      carried.push(...carrying.revisions);
      return [...kept, ...carrying.stretches.map(each => set(each, each.revisionId))];
    }
    return [
      ...cancelled(known, turns, span).map(({ number: _, ...entry }): NewEntry => ({ ...entry, ...common, act: 'withdraw' })),
      set(span),
      ...left(),
    ];
  });
  const rows = { ...basis.rows, revisions: [...(basis.rows.revisions ?? []), ...carried], entries: numbered(site.ledger, entries) };
  return { changes, from: span.from, entries, covers, carried, after: site.ledger.with(rows) };
}

/** Changes that are only looked at, as if they were to be published. @param beginnings - see {@link beginningsOf} */
export function publicationOfOverlays(
  site: Site,
  overlays: readonly Overlay[],
  wish: PublicationWish,
  beginnings: Beginnings = new Map(),
): Publication {
  const at = site.clocks.running();
  const records: LedgerRecord[] = [];
  const revisions: Revision[] = [];
  const changes = overlays.map((overlay): PublishedChange => {
    const { recordId, kind, value } = overlay;
    const locale = overlay.locale ?? site.ledger.localeOf(recordId);
    if (!site.ledger.records.has(recordId)) records.push({ id: recordId, kind, locale, createdAt: at, createdBy: '' });
    if (value === null) return { ...overlay, revisionId: null };
    const revision = revisionLookedAt(recordId, locale, value, at);
    revisions.push(revision);
    return { ...overlay, revisionId: revision.id };
  });
  return publicationOf(site, changes, wish, { by: '', reason: '', editionId: null, rows: { records, revisions }, beginnings });
}

/** @throws Refusal with both ways out when something planned would be covered and nobody has said what becomes of it */
export function refuseUnsettled({ covers }: Publication, wish: PublicationWish): void {
  const open = wish.scheduled === 'carry' ? covers.reduce((sum, each) => sum + (each.toSettle ?? 0), 0) : 0;
  if (open > 0)
    throw new Refusal(
      'conflict',
      say`What is planned and this change say different things in ${open} places. Say for each which is to stand.`,
      [{ pointer: '/carried', detail: say`Places are left to settle.` }],
      { covers },
    );
  if (covers.length === 0 || wish.scheduled !== null) return;
  throw new Refusal(
    'schedule-covered',
    say`Something planned would not come: ${covers.map(each => each.words).join(' ')} Say whether to keep it, to bring this into it too, or to cancel it.`,
    [{ pointer: '/scheduled', detail: say`Choose "carry", "keep" or "cancel".` }],
    { covers, choices: ['carry', 'keep', 'cancel'] },
  );
}

function spanOf(now: Instant, wish: PublicationWish): PublicationSpan {
  const from = wish.from ? instantOf(wish.from) : now;
  const until = wish.until ? instantOf(wish.until) : null;
  const faults: Fault[] = [];
  if (from < now)
    faults.push({ pointer: '/times/from', detail: say`This moment has passed. Choose one ahead, or leave it empty for at once.` });
  if (until !== null && until <= from) faults.push({ pointer: '/times/until', detail: say`The end must lie after the beginning.` });
  if (faults.length > 0) refuseInvalid(faults);
  return { from, until, afterwards: wish.afterwards };
}

// What begins later and would never come is withdrawn in so many words; what only ends is covered by what lies over it.
function cancelled(known: readonly PublicationEntry[], turns: readonly Turn[], span: PublicationSpan): readonly PublicationEntry[] {
  const ids = new Set(turns.flatMap(turn => (turn.inForce.state === 'never' ? [] : [turn.inForce.entry.publicationId])));
  return known.filter(entry => entry.from > span.from && ids.has(entry.publicationId));
}

function coveredBy(site: Site, { recordId, kind, locale, value }: PublishedChange, { at, inForce }: Turn): Omit<Covered, 'toSettle'> {
  const isOwn = isOfOwnWords(site, { recordId, locale });
  const revisionId = inForce.state === 'live' ? inForce.revisionId : null;
  const known = site.ledger.outlookOf(recordId, locale).known;
  const before = outlookFrom(known, at - 1)[0]!.inForce.state;
  const what =
    inForce.state === 'live'
      ? before === 'live'
        ? say`changes`
        : say`goes live`
      : inForce.state === 'retired'
        ? say`is taken off`
        : say`ends`;
  const said = revisionId ? site.ledger.revision(revisionId).value : value;
  const best = isOwn ? valueWith(site, recordId, said as OwnWords | null) : (said ?? lastValue(site, recordId));
  const title = titleOf(site, site.snapshots.at(), kind, best);
  return {
    recordId,
    title,
    at,
    revisionId,
    words: say`“${title}” ${what}${isOwn ? say` in ${localeName(site, locale!)}` : ''} on ${writeMoment(at, momentStyle(site))}.`,
  };
}

function lastValue(site: Site, recordId: string): unknown {
  return site.ledger.revisionsOf(recordId).at(-1)?.value ?? null;
}

// What was typed for the planned boundary at which a span is cut.
function typedAt(known: readonly PublicationEntry[], at: number | null): LocalTime | null {
  return known.find(each => each.from === at)?.fromTyped ?? known.find(each => each.until === at)?.untilTyped ?? null;
}

/** Entries as they would stand in a ledger, after all that it holds. */
export function numbered(ledger: Ledger, entries: readonly NewEntry[]): readonly PublicationEntry[] {
  return entries.map((entry, index) => ({ ...entry, number: ledger.lastNumber + 1 + index }));
}

function revisionLookedAt(recordId: string, locale: string, value: unknown, at: number): Revision {
  return {
    id: uuidv7(),
    recordId,
    locale,
    parentId: null,
    mergedFromId: null,
    translatedFromId: null,
    value,
    createdAt: at,
    createdBy: '',
    note: '',
  };
}
