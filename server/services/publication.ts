import { isOfOwnWords } from './edition-lookups';
import type { PublicationWish } from '@contract/messages';
import { writeMoment } from '@core/format/moment';
import type { Ledger, LedgerRows } from '@core/ledger/ledger';
import { outlookFrom, spansKeepingPlan, turnsCovered, type PublicationSpan, type Turn } from '@core/ledger/outlook';
import type { LedgerRecord, PublicationEntry, Revision } from '@core/ledger/records';
import type { OwnWords } from '@core/locale/own-words';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import type { Overlay } from '@core/site/snapshot';
import { v7 as uuidv7 } from 'uuid';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import type { NewEntry } from '../repositories/ledger-repository';
import type { Site } from '../site/site';
import { localeName, momentStyle, titleOf } from './names';
import { valueWith } from './own-words';

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
}

/** What publishing would write, and the ledger as it would then be. */
export interface Publication {
  readonly changes: readonly PublishedChange[];
  readonly from: number;
  readonly entries: readonly NewEntry[];
  readonly covers: readonly Covered[];
  readonly after: Ledger;
}

/** Who publishes and what is not in the ledger yet. */
export interface PublicationBasis {
  readonly by: string;
  readonly reason: string;
  readonly editionId: string | null;
  /** Records and revisions of the changes that are not stored yet. */
  readonly rows: LedgerRows;
}

/**
 * Works out what publishing some changes would write. Where that keeps something planned from coming, `keep` lets the
 * new publications end where the planned ones begin; `cancel` withdraws what begins later.
 */
export function publicationOf(
  site: Site,
  changes: readonly PublishedChange[],
  wish: PublicationWish,
  basis: PublicationBasis,
): Publication {
  const span = spanOf(site, wish);
  const recordedAt = Math.max(site.clocks.running(), site.ledger.lastRecordedAt);
  const covers: Covered[] = [];
  const entries = changes.flatMap((change): readonly NewEntry[] => {
    const locale = change.locale ?? site.ledger.localeOf(change.recordId);
    const known = site.ledger.outlookOf(change.recordId, locale).known;
    const turns = turnsCovered(known, span);
    covers.push(...turns.map(turn => coveredBy(site, change, turn)));
    const common = {
      recordId: change.recordId,
      locale,
      recordedAt,
      recordedBy: basis.by,
      reason: basis.reason,
      editionId: basis.editionId,
    };
    const set = (each: PublicationSpan): NewEntry => ({
      ...common,
      publicationId: uuidv7(),
      act: 'set',
      revisionId: change.revisionId,
      ...each,
      fromTyped: each.from === span.from ? wish.from : typedAt(known, each.from),
      untilTyped: each.until === span.until ? wish.until : typedAt(known, each.until),
    });
    if (turns.length > 0 && wish.scheduled !== 'cancel') return spansKeepingPlan(known, span).map(set);
    return [
      ...cancelled(known, turns, span).map(({ number: _, ...entry }): NewEntry => ({ ...entry, ...common, act: 'withdraw' })),
      set(span),
    ];
  });
  const rows = { ...basis.rows, entries: numbered(site.ledger, entries) };
  return { changes, from: span.from, entries, covers, after: site.ledger.with(rows) };
}

/** Changes that are only looked at, as if they were to be published. */
export function publicationOfOverlays(site: Site, overlays: readonly Overlay[], wish: PublicationWish): Publication {
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
  return publicationOf(site, changes, wish, { by: '', reason: '', editionId: null, rows: { records, revisions } });
}

/** @throws Refusal with both ways out when something planned would be covered and nobody has said what becomes of it */
export function refuseUnsettled({ covers }: Publication, wish: PublicationWish): void {
  if (covers.length === 0 || wish.scheduled !== null) return;
  throw new Refusal(
    'schedule-covered',
    `Something planned would not come: ${covers.map(each => each.words).join(' ')} Say whether to keep it or to cancel it.`,
    [{ pointer: '/scheduled', detail: 'Choose "keep" or "cancel".' }],
    { covers, choices: ['keep', 'cancel'] },
  );
}

function spanOf(site: Site, wish: PublicationWish): PublicationSpan {
  const now = site.clocks.content();
  const from = wish.from ? instantOf(wish.from) : now;
  const until = wish.until ? instantOf(wish.until) : null;
  const faults: Fault[] = [];
  if (from < now)
    faults.push({ pointer: '/times/from', detail: 'This moment has passed. Choose one ahead, or leave it empty for at once.' });
  if (until !== null && until <= from) faults.push({ pointer: '/times/until', detail: 'The end must lie after the beginning.' });
  if (faults.length > 0) refuseInvalid(faults);
  return { from, until, afterwards: wish.afterwards };
}

// What begins later and would never come is withdrawn in so many words; what only ends is covered by what lies over it.
function cancelled(known: readonly PublicationEntry[], turns: readonly Turn[], span: PublicationSpan): readonly PublicationEntry[] {
  const ids = new Set(turns.flatMap(turn => (turn.inForce.state === 'never' ? [] : [turn.inForce.entry.publicationId])));
  return known.filter(entry => entry.from > span.from && ids.has(entry.publicationId));
}

function coveredBy(site: Site, { recordId, kind, locale, value }: PublishedChange, { at, inForce }: Turn): Covered {
  const isOwn = isOfOwnWords(site, { recordId, locale });
  const revisionId = inForce.state === 'live' ? inForce.revisionId : null;
  const known = site.ledger.outlookOf(recordId, locale).known;
  const before = outlookFrom(known, at - 1)[0]!.inForce.state;
  const what =
    inForce.state === 'live' ? (before === 'live' ? 'changes' : 'goes live') : inForce.state === 'retired' ? 'is taken off' : 'ends';
  const said = revisionId ? site.ledger.revision(revisionId).value : value;
  const best = isOwn ? valueWith(site, recordId, said as OwnWords | null) : (said ?? lastValue(site, recordId));
  const title = titleOf(site, site.snapshots.at(), kind, best);
  return {
    recordId,
    title,
    at,
    revisionId,
    words: `“${title}” ${what}${isOwn ? ` in ${localeName(site, locale!)}` : ''} on ${writeMoment(at, momentStyle(site))}.`,
  };
}

function lastValue(site: Site, recordId: string): unknown {
  return site.ledger.revisionsOf(recordId).at(-1)?.value ?? null;
}

// What was typed for the planned boundary at which a span is cut.
function typedAt(known: readonly PublicationEntry[], at: number | null): LocalTime | null {
  return known.find(each => each.from === at)?.fromTyped ?? known.find(each => each.until === at)?.untilTyped ?? null;
}

function numbered(ledger: Ledger, entries: readonly NewEntry[]): readonly PublicationEntry[] {
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
