import { wordsOfFields } from '../fields/values';
import { standfirstOf, topicsOf, type PageValue } from '../page/page';
import type { Registry } from '../registry/registry';

/** What of a page is searched, by how much it counts. */
export interface PageText {
  readonly title: string;
  /** What it says of itself in short: its standfirst, topics and words in menus. */
  readonly intro: string;
  /** All else that it says. */
  readonly body: string;
}

const inIntro: ReadonlySet<string> = new Set(['standfirst', 'topics']);
const ofWords: ReadonlySet<string> = new Set(['short text', 'long text', 'rich text', 'list', 'group']);

/** What of a page is searched. What other records say on it, in blocks and insets, is not its own. */
export function pageTextOf(value: PageValue, { pageTypes }: Registry): PageText {
  const fields = pageTypes.get(value.type)?.fields ?? [];
  const intro = [value.menuLabel, standfirstOf(value), ...topicsOf(value)].filter(Boolean).join('\n');
  const body = fields.filter(field => ofWords.has(field.kind) && !inIntro.has(field.name));
  return { title: value.title, intro, body: wordsOfFields(body, value.fields) };
}
