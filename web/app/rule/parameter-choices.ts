import type { PageRow } from '@contract/messages';
import type { ChoiceField } from '@core/fields/choice/choice';
import { servicePages } from '@core/page/service-pages';
import type { ParameterSource, TestParameter } from '@core/rule/tests/test-kind';
import { midSentence, told } from '@core/tongue/say';
import { roles } from '@core/workflow/workflow';
import { indentOf } from '../shared/labels';
import type { SessionService } from '../state/session.service';

/** One of the values that a parameter of a test may have. */
export interface ParameterChoice {
  readonly value: string;
  readonly label: string;
}

/** What a parameter may be, from the site's own lists; null where it is typed. */
export function choicesOf(parameter: TestParameter, session: SessionService, pages: readonly PageRow[]): readonly ParameterChoice[] | null {
  if (parameter.from) return listOf(parameter.from, session, pages);
  return parameter.kind === 'choice' ? (parameter as ChoiceField).choices.map(each => ({ ...each, label: told(each.label) })) : null;
}

// Topics are words that anybody may bring along, so they are typed.
function listOf(from: ParameterSource, session: SessionService, pages: readonly PageRow[]): readonly ParameterChoice[] | null {
  const { site } = session;
  const lists: Readonly<Record<ParameterSource, () => readonly ParameterChoice[] | null>> = {
    pages: () => pages.map(page => ({ value: page.id, label: indentOf(page.depth) + page.title })),
    'page types': () => site.pageTypes.map(type => ({ value: type.name, label: midSentence(type.label) })),
    'page fields': () => [...session.askable].map(([value, label]) => ({ value, label })),
    topics: () => null,
    // Only asked about time, which has controls of its own.
    seasons: () => null,
    layouts: () => site.theme.layouts.map(each => ({ value: each.name, label: each.label })),
    locales: () => site.locales.map(each => ({ value: each.tag, label: each.name })),
    memberships: () => site.memberships.map(each => ({ value: each.name, label: each.label })),
    roles: () => roles.map(value => ({ value, label: told(value) })),
    'service pages': () => servicePages.map(value => ({ value, label: told(value) })),
  };
  return lists[from]();
}
