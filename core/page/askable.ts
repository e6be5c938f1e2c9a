import type { PageTypeDeclaration } from '../page-types/page-type';
import { midSentence, say, told } from '../tongue/say';

/** Kinds of field whose words a rule can compare. */
const askableKinds = ['short text', 'long text', 'rich text', 'picture', 'moment', 'choice', 'number'];

/** Fields of pages that rules may ask about, by name, with what they are called within a sentence. */
export function askableFields(types: Iterable<PageTypeDeclaration>): ReadonlyMap<string, string> {
  const fields = [...types].flatMap(type => type.fields.filter(field => askableKinds.includes(field.kind)));
  return new Map([
    ['title', say`title`],
    ['menuLabel', say`name in menus`],
    ...fields.map(field => [field.name, field.noun ? told(field.noun) : midSentence(told(field.label))] as const),
  ]);
}
