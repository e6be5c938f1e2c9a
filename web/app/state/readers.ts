import type { DeskSite } from '@contract/messages';
import { withArticle } from '@core/format/moment';
import type { WordChoice } from '../shared/choice-word';
import { roles } from '@core/workflow/workflow';

/** The readers that one can look as, as the address names them and in words. */
export function readerChoices(site: DeskSite): readonly WordChoice[] {
  return [
    { name: 'anyone', word: $localize`anyone` },
    { name: 'signed-in', word: $localize`a signed-in reader` },
    ...site.memberships.map(each => ({ name: `membership:${each.name}`, word: $localize`one of the ${each.label}` })),
    ...roles.map(role => ({ name: `role:${role}`, word: withArticle(role) })),
  ];
}

/** The locales in which one can look, the first one first. */
export function localeChoices(site: DeskSite): readonly WordChoice[] {
  return site.locales.map(({ tag, name }) => ({ name: tag, word: name }));
}
