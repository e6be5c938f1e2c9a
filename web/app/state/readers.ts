import type { DeskSite } from '@contract/messages';
import { withArticle } from '@core/format/moment';
import { roles } from '@core/workflow/workflow';

/** The readers that one can look as, as the address names them and in words. */
export function readerChoices(site: DeskSite): readonly { readonly as: string; readonly word: string }[] {
  return [
    { as: 'anyone', word: $localize`anyone` },
    { as: 'signed-in', word: $localize`a signed-in reader` },
    ...site.memberships.map(each => ({ as: `membership:${each.name}`, word: $localize`one of the ${each.label}` })),
    ...roles.map(role => ({ as: `role:${role}`, word: withArticle(role) })),
  ];
}
