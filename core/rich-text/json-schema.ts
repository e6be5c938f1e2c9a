import { markRules, nodeRules } from './grammar';

type JsonSchema = Readonly<Record<string, unknown>>;

/** The JSON Schema of a text, by reference to {@link textDefinitions}. */
export function jsonSchemaOfText(): JsonSchema {
  return { $ref: '#/$defs/text-doc' };
}

/**
 * What a text may consist of as definitions of JSON Schema: which nodes and marks there are and what each holds by name.
 * Depth, size and the order of what a node holds are beyond it; they are refused by name all the same.
 * @see JSON Schema 2020-12
 */
export function textDefinitions(): Readonly<Record<string, JsonSchema>> {
  return Object.fromEntries(Object.keys(nodeRules).map(type => [`text-${type}`, nodeSchema(type)]));
}

function nodeSchema(type: string): JsonSchema {
  const rule = nodeRules[type]!;
  const names = (rule.holds ?? []).flatMap(part => {
    const name = part.replace(/[*+]$/, '');
    return nodeRules[name] ? [name] : Object.keys(nodeRules).filter(each => nodeRules[each]!.group === name);
  });
  const isNeeded = names.length > 0 && !rule.holds![0]!.endsWith('*');
  const held = { anyOf: [...new Set(names)].map(name => ({ $ref: `#/$defs/text-${name}` })) };
  return {
    type: 'object',
    properties: {
      type: { const: type },
      ...(rule.attributes ? { attrs: attributesSchema(Object.keys(rule.attributes)) } : {}),
      ...(type === 'text' ? { text: { type: 'string', minLength: 1 } } : {}),
      ...(rule.group === 'inline' && !rule.isBare
        ? { marks: { type: 'array', minItems: 1, items: { anyOf: Object.keys(markRules).map(markSchema) } } }
        : {}),
      ...(names.length > 0 ? { content: { type: 'array', ...(isNeeded ? { minItems: 1 } : {}), items: held } } : {}),
    },
    required: ['type', ...(rule.attributes ? ['attrs'] : []), ...(type === 'text' ? ['text'] : []), ...(isNeeded ? ['content'] : [])],
    additionalProperties: false,
  };
}

function markSchema(type: string): JsonSchema {
  const { attributes } = markRules[type]!;
  return {
    type: 'object',
    properties: { type: { const: type }, ...(attributes ? { attrs: attributesSchema(Object.keys(attributes)) } : {}) },
    required: ['type', ...(attributes ? ['attrs'] : [])],
    additionalProperties: false,
  };
}

function attributesSchema(names: readonly string[]): JsonSchema {
  return { type: 'object', properties: Object.fromEntries(names.map(name => [name, {}])), required: names, additionalProperties: false };
}
