import type { Edition, Proposal, RecordKind } from '@core/ledger/records';
import type { Overlay } from '@core/site/snapshot';
import type { Written } from '@core/rights/grants';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { may } from './rights';
import type { Site } from '../site/site';

/** The edition of that id. @throws Refusal when there is none */
export function editionOf(site: Site, id: string): Edition {
  const edition = site.ledger.editions.get(id);
  if (!edition) throw new Refusal('not-found', say`There is no such edition.`);
  return edition;
}

/** The kind of a record. */
export function kindOf(site: Site, recordId: string): RecordKind {
  const record = site.ledger.records.get(recordId);
  if (!record) throw new Refusal('not-found', say`There is no such record.`);
  return record.kind;
}

/** The revision of a record that is live at a moment in a locale, its own unless another is said; or null. */
export function liveRevisionId(site: Site, recordId: string, moment: number, locale?: string | null): string | null {
  const inForce = site.ledger.inForce(recordId, moment, Infinity, locale ?? undefined);
  return inForce.state === 'live' ? inForce.revisionId : null;
}

/** Whether a change is of words in another locale than the one in which its record began. */
export function isOfOwnWords(site: Site, { recordId, locale }: { readonly recordId: string; readonly locale?: string | null }): boolean {
  const record = site.ledger.records.get(recordId);
  return record !== undefined && Boolean(locale) && locale !== record.locale;
}

/** In which locale a change is looked at: the one that it is written in, which for a new record is the one in which it begins. */
export function localeLookedAt(site: Site, { recordId, locale }: { readonly recordId: string; readonly locale?: string | null }): string {
  return locale ?? site.ledger.localeOf(recordId);
}

/** What is written with a change, for asking who may. */
export function writtenIn({ ledger }: Site, { kind, locale = ledger.baseLocale }: Pick<Overlay, 'kind' | 'locale'>): Written {
  return { kind, locale, isBase: locale === ledger.baseLocale };
}

/** What is written with changes that are asked about together: each kind in each locale once, since an edition may hold thousands. */
export function writtenTogether(site: Site, changes: readonly Pick<Overlay, 'kind' | 'locale'>[]): readonly Written[] {
  return [...new Map(changes.map(each => [`${each.kind} ${each.locale ?? ''}`, writtenIn(site, each)])).values()];
}

/** What is written with proposals; see {@link writtenTogether}. */
export function writtenOf(site: Site, proposals: readonly Proposal[]): readonly Written[] {
  return writtenTogether(
    site,
    proposals.map(({ recordId, locale }) => ({ kind: kindOf(site, recordId), locale })),
  );
}

/** A proposal as an overlay for looking at the site with it. */
export function overlayOf(site: Site, proposal: Proposal): Overlay {
  return {
    recordId: proposal.recordId,
    kind: kindOf(site, proposal.recordId),
    locale: proposal.locale,
    value: proposal.retires ? null : site.ledger.revision(proposal.headRevisionId).value,
  };
}

/** The changes of editions, as overlays for looking at the site with them. */
export function overlaysOfEdition(site: Site, editionId: string): readonly Overlay[] {
  editionOf(site, editionId);
  return site.ledger.proposalsOfEdition(editionId).map(proposal => overlayOf(site, proposal));
}

/** Whether somebody may name an edition, set its date and take it apart: whoever made it, or may decide over it. */
export function mayEditEdition(site: Site, person: Person, edition: Edition, proposals: readonly Proposal[]): boolean {
  const written = writtenOf(site, proposals);
  return may(person, 'arrange an edition', { written, isOwn: edition.createdBy === person.id });
}
