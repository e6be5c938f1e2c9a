import type { EditionDetail } from '@contract/messages';
import { listOf, writeMoment, type MomentStyle } from '@core/format/moment';
import { placesOf } from '../kinds/index';
import type { Message } from '../state/message.service';

/** What was saved, what readers now have, what waits and for whom, and the likely next step. */
export function saySaved(edition: EditionDetail, style: MomentStyle): Omit<Message, 'kind'> {
  return { ...sayWhat(edition, style), made: edition.changes.length > 1 ? madeIn(edition) : [] };
}

// Each thing that was made, leading to where it is worked on.
function madeIn({ changes, lookAt }: EditionDetail): NonNullable<Message['made']> {
  return changes.map(({ recordId, kind, title }) => {
    const { link, query } = placesOf(kind).foundAt({ id: recordId, kind, title, detail: '', pageId: lookAt });
    return { label: title, link, query };
  });
}

function sayWhat(edition: EditionDetail, style: MomentStyle): Omit<Message, 'kind'> {
  const toIt: Message['next'] = { label: $localize`Look at it`, link: ['/reviews', edition.id] };
  switch (edition.stage) {
    case 'approved': {
      const at = edition.publishedFrom ?? style.now;
      if (edition.takesOff)
        return at > style.now
          ? { text: $localize`Approved. “${edition.title}” goes off on ${writeMoment(at, style)}; until then readers have it.`, next: toIt }
          : { text: $localize`Done: “${edition.title}”. Readers no longer have it.`, next: toIt, undoes: edition.id };
      if (at > style.now)
        return {
          text: $localize`Approved. Readers see “${edition.title}” from ${writeMoment(at, style)}; until then nothing changes for them.`,
          next: toIt,
        };
      const toPage: Message['next'] = edition.lookAt
        ? { label: $localize`See the page`, link: ['/arrange'], query: { page: edition.lookAt } }
        : toIt;
      return { text: $localize`“${edition.title}” is live.`, next: toPage, undoes: edition.id };
    }
    case 'draft':
      return { text: $localize`“${edition.title}” is kept as a draft. Nothing has changed for readers.`, next: toIt };
    default: {
      const who =
        edition.reviewers.length > 0
          ? listOf(edition.reviewers.slice(0, 3), 'or')
          : $localize`somebody with the right to approve, whom this site does not have yet`;
      return { text: $localize`“${edition.title}” waits for ${who}. Nothing has changed for readers.`, next: toIt };
    }
  }
}
