import type { GivenWord } from '@contract/workflows';
import { withArticle } from '@core/format/moment';
import { isOpen } from '@core/ledger/ledger';
import type { Role } from '@core/kinds/kind';
import { isOutside } from '@core/rights/grants';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { writeDown } from '../audit/record';
import { inTransaction } from '../database/store-fault';
import { Refusal } from '../errors/refusal';
import { insertWord, isGivenFor, wordsOf } from '../repositories/given-words-repository';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { editionOf, overlayOf, writtenIn } from './edition-lookups';
import { refuseUnseen } from './unseen';
import { atOnce, publicationOfOverlays } from './publication';
import { pagesReachedBy } from './reach-of-act';
import { authorsOf } from './tidings';

/** The roles of which somebody has given their word for exactly what stands in an edition. @param heads - of its proposals */
export async function rolesWithWord(site: Site, editionId: string, heads: readonly string[]): Promise<readonly Role[]> {
  return (await wordsOf(site.knex, editionId)).filter(each => isGivenFor(each, heads)).map(each => each.role);
}

/** Gives one's word, as one of one's roles, for what stands in an edition: what its workflow may wait for. */
export function giveWord(site: Site, person: Person, editionId: string, { role, decidedOn, remark }: GivenWord): Promise<void> {
  return site.writes.run(async () => {
    const edition = editionOf(site, editionId);
    const proposals = site.ledger.proposalsOfEdition(editionId);
    if (!proposals.some(isOpen)) throw new Refusal('move-refused', say`This has been decided, so it waits for nobody’s word.`);
    if (!mayGiveWord(site, person, editionId, role))
      throw new Refusal(
        'not-permitted',
        say`Its word is given by ${withArticle(role)} of all that it reaches, who has written none of it.`,
      );
    await refuseUnseen(site, proposals, decidedOn);
    const at = site.clocks.running();
    const heads = proposals.map(each => each.headRevisionId);
    await inTransaction(site.knex, async transaction => {
      await insertWord(transaction, { id: uuidv7(), editionId, role, heads, remark, givenAt: at, givenBy: person.id });
      await writeDown(transaction, at, [
        { act: 'give word', kind: 'edition', subjectId: editionId, title: edition.title, after: { role, remark } },
      ]);
    });
    site.live.tell({ kind: 'remark', editionId });
  });
}

/** Whether somebody may give their word as a role: they hold it for all that the edition is and reaches, and wrote none of it. */
export function mayGiveWord(site: Site, person: Person, editionId: string, role: Role): boolean {
  const proposals = site.ledger.proposalsOfEdition(editionId);
  const grants = person.grants.filter(each => each.role === role);
  if (grants.length === 0 || authorsOf(site, proposals, editionId).has(person.id)) return false;
  const overlays = proposals.map(each => overlayOf(site, each));
  const locales = overlays.map(each => writtenIn(site, each).locale);
  const covering = grants.filter(each => each.locales.length === 0 || locales.every(locale => each.locales.includes(locale)));
  if (covering.length === 0) return false;
  if (!isOutside([], covering)) return true;
  const publication = publicationOfOverlays(site, overlays, atOnce);
  return pagesReachedBy(site, publication).every(facts => !isOutside(facts.lineage, covering));
}
