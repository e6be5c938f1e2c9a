import type { PreviewLinks, PreviewWish } from '@contract/previews';
import { listOf, quoted, writeFullMoment } from '@core/format/moment';
import { isOpen } from '@core/ledger/ledger';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal, refuseInvalid } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import {
  endPreviewLink,
  insertPreviewLink,
  previewLinkBy,
  previewLinksOf,
  type PreviewLink,
} from '../repositories/preview-links-repository';
import { newSecret, sha256 } from '../secrets';
import { siteAddress, type Site } from '../site/site';
import { editionOf } from './edition-lookups';
import { localeName, momentStyle, nameOfPerson } from './names';
import { may, refuseUnless } from './rights';
import { readerWords } from './views';

/** Where previews are read; what follows is the secret, then the path on the site. */
export const previewPath = '/almanac/preview';

/** The most links to one edition that are open at once. */
const mostOpen = 20;

/** The links to an edition. */
export async function listPreviewLinks(site: Site, person: Person, editionId: string): Promise<PreviewLinks> {
  editionOf(site, editionId);
  const links = await previewLinksOf(site.knex, editionId);
  return { links: links.map(link => shown(site, person, link)), mayMake: mayDecide(person, editionOf(site, editionId)), address: null };
}

/** Makes a link to an edition. Its address is told this once; only a hash of its secret is kept. */
export async function makePreviewLink(site: Site, person: Person, editionId: string, wish: PreviewWish): Promise<PreviewLinks> {
  const edition = editionOf(site, editionId);
  if (!mayDecide(person, editionOf(site, editionId))) refuseUnless(person, 'let outsiders look');
  if (!isOnItsWay(site, editionId))
    throw new Refusal('move-refused', say`Nothing of it is on its way any more: there is nothing to look at.`);
  const locale = wish.locale ?? site.ledger.baseLocale;
  if (!site.settings.locales.some(each => each.tag === locale))
    refuseInvalid([{ pointer: '/locale', detail: say`The site has no such locale.` }]);
  const secret = newSecret();
  const createdAt = site.clocks.running();
  const link: PreviewLink = {
    id: uuidv7(),
    hash: sha256(secret),
    editionId,
    locale,
    moment: wish.moment,
    reader: wish.reader,
    createdAt,
    createdBy: person.id,
    endsAt: createdAt + wish.hours * 3_600_000,
    endedAt: null,
  };
  await site.writes.run(async () => {
    const open = (await previewLinksOf(site.knex, editionId)).filter(each => stateOf(site, each) === 'open');
    if (open.length >= mostOpen) throw new Refusal('conflict', say`So many links to this are open already. End one first.`);
    await inTransaction(site.knex, async transaction => {
      await insertPreviewLink(transaction, link);
      const after = { link: link.id, endsAt: link.endsAt, reader: link.reader, moment: link.moment };
      await writeDown(transaction, createdAt, [
        { act: 'make preview link', kind: 'edition', subjectId: editionId, title: edition.title, locale, after },
      ]);
    });
  });
  return { ...(await listPreviewLinks(site, person, editionId)), address: `${siteAddress(site)}${previewPath}/${secret}/` };
}

/** Ends a link: from then on it leads nowhere. */
export async function endPreview(site: Site, person: Person, linkId: string): Promise<PreviewLinks> {
  const link = await previewLinkBy(site.knex, { id: linkId });
  if (!link) throw new Refusal('not-found', say`There is no such preview link.`);
  if (!mayDecide(person, link))
    throw new Refusal('not-permitted', say`Whoever made it ends it, or an editor, a manager or an administrator.`);
  const at = site.clocks.running();
  await site.writes.run(() =>
    inTransaction(site.knex, async transaction => {
      await endPreviewLink(transaction, linkId, at);
      const { title } = editionOf(site, link.editionId);
      await writeDown(transaction, at, [
        { act: 'end preview link', kind: 'edition', subjectId: link.editionId, title, before: { link: linkId } },
      ]);
    }),
  );
  return listPreviewLinks(site, person, link.editionId);
}

/** A link that can still be followed; null for any other, without saying which it is. */
export async function followedPreview(site: Site, secret: string): Promise<PreviewLink | null> {
  const link = await previewLinkBy(site.knex, { hash: sha256(secret) });
  return link && stateOf(site, link) === 'open' && isOnItsWay(site, link.editionId) ? link : null;
}

/** What a link shows, for whoever follows it. */
export function previewWords(site: Site, link: PreviewLink): string {
  const until = writeFullMoment(link.endsAt, momentStyle(site));
  return say`Preview of ${quoted(editionOf(site, link.editionId).title)}, ${vantageWords(site, link)}. It is not live, and this link ends on ${until}.`;
}

function shown(site: Site, person: Person, link: PreviewLink): PreviewLinks['links'][number] {
  return {
    id: link.id,
    createdAt: link.createdAt,
    by: nameOfPerson(site, link.createdBy),
    endsAt: link.endsAt,
    state: stateOf(site, link),
    words: vantageWords(site, link),
    mayEnd: mayDecide(person, link),
  };
}

function vantageWords(site: Site, { locale, moment, reader }: PreviewLink): string {
  return listOf([
    say`as ${readerWords(site, { ...reader, roles: [...reader.roles], memberships: [...reader.memberships] })} have it`,
    ...(moment === null ? [] : [say`on ${writeFullMoment(moment, momentStyle(site))}`]),
    ...(locale === site.ledger.baseLocale ? [] : [say`in ${localeName(site, locale)}`]),
  ]);
}

function stateOf(site: Site, { endsAt, endedAt }: PreviewLink): 'open' | 'over' | 'ended' {
  return endedAt !== null ? 'ended' : endsAt <= site.clocks.running() ? 'over' : 'open';
}

function isOnItsWay(site: Site, editionId: string): boolean {
  return site.ledger.proposalsOfEdition(editionId).some(isOpen);
}

/** Whether somebody decides over an edition's links, or over a link: it is theirs, or others' by their role. */
function mayDecide(person: Person, { createdBy }: { readonly createdBy: string | null }): boolean {
  return may(person, 'let outsiders look', { isOwn: createdBy === person.id });
}
