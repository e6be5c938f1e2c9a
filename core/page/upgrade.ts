import type { FieldValues, ReadHtml } from '../fields/field';
import { completed, upgradedFields } from '../fields/index';
import { UnknownType, type Registry } from '../registry/registry';
import { upgraded, type Stored, type UpgradeSteps } from '../versions/upgrade';
import type { PageValue } from './page';

/** What pages of version 2 and before held beside their title, and holds as fields since. */
const formerly = ['standfirst', 'body', 'picture', 'pictureText', 'topics', 'takesPlace'];

/**
 * Brings a stored page up to the present version, and its fields to that of its type.
 * @throws UnknownType, UnknownVersion for what this program does not know
 */
export function upgradePage(stored: Stored, { pageTypes }: Registry, readHtml: ReadHtml): PageValue {
  const type = pageTypes.get(String(stored['type']));
  if (!type) throw new UnknownType('page', String(stored['type']));
  const steps: UpgradeSteps = new Map<unknown, (page: Stored) => Stored>([
    // Version 1 could not say "follows the page above": no readers of its own meant nothing had been said.
    [1, page => ({ ...page, version: 2, readers: isEmptyGroup(page['readers']) ? null : page['readers'] })],
    // Version 2 held what is written of it beside its title, and running text as HTML.
    [
      2,
      page => {
        const fields: FieldValues = Object.fromEntries(formerly.filter(name => name in page).map(name => [name, page[name]]));
        const rest = Object.fromEntries(Object.entries(page).filter(([name]) => !formerly.includes(name)));
        return { ...rest, version: 3, typeVersion: 1, fields: upgradedFields(type.fields, fields, readHtml) };
      },
    ],
  ]);
  const page = upgraded('page', 'version', 3, steps, stored);
  const typed = upgraded(`${type.name} page`, 'typeVersion', type.version, type.upgrades ?? new Map(), page) as unknown as PageValue;
  // What all pages came to have later, types of a site with steps of their own among them, begins empty.
  const fields = completed(type.fields, typed.fields);
  return fields === typed.fields ? typed : { ...typed, fields };
}

function isEmptyGroup(readers: unknown): boolean {
  return typeof readers === 'object' && readers !== null && Object.keys(readers).length === 0;
}
