import { markRules, nodeRules } from './grammar';

type JsonSchema = Readonly<Record<string, unknown>>;

/**
 * The JSON Schema of a text: which nodes and marks there are and what each holds by name. Depth, size and the order of what
 * a node holds are beyond it; they are refused by name all the same.
 * @see JSON Schema 2020-12
 */
export function jsonSchemaOfText(): JsonSchema {
  return nodeSchema('doc', 8);
}

// Texts lie in themselves; beyond some depth the schema no longer follows.
function nodeSchema(type: string, depth: number): JsonSchema {
  const rule = nodeRules[type]!;
  const names = (rule.holds ?? []).flatMap(part => {
    const name = part.replace(/[*+]$/, '');
    return nodeRules[name] ? [name] : Object.keys(nodeRules).filter(each => nodeRules[each]!.group === name);
  });
  const held: JsonSchema = depth === 0 ? { type: 'object' } : { anyOf: [...new Set(names)].map(name => nodeSchema(name, depth - 1)) };
  return {
    type: 'object',
    properties: {
      type: { const: type },
      ...(rule.attributes ? { attrs: attributesSchema(Object.keys(rule.attributes)) } : {}),
      ...(type === 'text' ? { text: { type: 'string', minLength: 1 } } : {}),
      ...(rule.group === 'inline'
        ? { marks: { type: 'array', minItems: 1, items: { anyOf: Object.keys(markRules).map(markSchema) } } }
        : {}),
      ...(names.length > 0 ? { content: { type: 'array', ...(rule.holds![0]!.endsWith('*') ? {} : { minItems: 1 }), items: held } } : {}),
    },
    required: [
      'type',
      ...(rule.attributes ? ['attrs'] : []),
      ...(type === 'text' ? ['text'] : []),
      ...(names.length > 0 && !rule.holds![0]!.endsWith('*') ? ['content'] : []),
    ],
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
