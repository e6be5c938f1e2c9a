import type { AnyField } from '../fields/index';
import type { Registry } from './registry';

/** Which fields say other words in each locale, or may not, against what their type declares: by type, then by field. */
export type WordChoices = Readonly<Record<string, Readonly<Record<string, boolean>>>>;

/** What a type is called among the choices: pages and blocks may have types of the same name. */
export function choiceName(kind: 'page' | 'block', type: string): string {
  return `${kind} ${type}`;
}

/** A registry whose fields say other words by locale as a site has chosen; fields that come later go by their type until then. */
export function withWordChoices(registry: Registry, choices: WordChoices): Registry {
  if (Object.keys(choices).length === 0) return registry;
  const chosen =
    <Type extends { readonly name: string; readonly fields: readonly AnyField[] }>(kind: 'page' | 'block') =>
    ([name, type]: readonly [string, Type]): readonly [string, Type] => {
      const choice = choices[choiceName(kind, name)];
      if (!choice) return [name, type];
      const fields = type.fields.map(field => (Object.hasOwn(choice, field.name) ? { ...field, hasOwnWords: choice[field.name]! } : field));
      return [name, { ...type, fields }];
    };
  return {
    blockTypes: new Map([...registry.blockTypes].map(chosen('block'))),
    pageTypes: new Map([...registry.pageTypes].map(chosen('page'))),
  };
}
