import type { AnyField } from '@core/fields/kinds';
import type { ListField } from '@core/fields/list/list';
import { freshBlock } from '@core/block/block';
import { initialValues } from '@core/fields/index';
import { kinds } from '@core/kinds/index';
import { pageTypes } from '@core/page-types/index';
import { blockTypes } from '@core/blocks/index';
import { shippedTypes } from '@core/registry/registry';
import { everywhere } from '@core/rule/rule';
import { placementOf } from '@core/testing/small-world';
import { randomWhen, anyWhere, randomWho } from '@core/testing/random-rules';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import fc from 'fast-check';
import { openApiDocument } from './openapi';
import { readHtml, presentSchemas, valueSchema } from './values';

const id = '0193a000-0000-7000-8000-000000000001';
const text = readHtml(`<h2>a</h2><ul><li>b <a href="/c"><em>d</em></a></li></ul><div data-inset="${id}"></div>`);

/** A value of each field that is not the one it begins with. */
const filled: Readonly<Record<string, unknown>> = {
  'short text': 'Words',
  'long text': 'Words\nand more',
  'rich text': text,
  link: { page: id, address: '#x' },
  page: id,
  topics: ['sea'],
  picture: id,
  file: id,
  record: id,
  moment: { local: '2027-04-01T06:00', zone: 'Europe/London' },
};
const filledValues = (fields: readonly AnyField[]): object => ({
  ...initialValues(fields),
  ...Object.fromEntries(
    fields.flatMap(field => {
      if (field.kind === 'list') {
        const fields = filledValues((field as ListField).fields);
        return [[field.name, Array.from({ length: (field as ListField).least ?? 1 }, (_, at) => ({ id: `item-${at}`, fields }))]];
      }
      const own = 'after' in field ? { local: '2027-04-01T08:30', zone: 'Europe/London' } : field.name === 'separator' ? '/' : null;
      return field.kind in filled ? [[field.name, own ?? filled[field.kind]]] : [];
    }),
  ),
});
const rule = { ...everywhere, where: { any: [{ test: 'within', page: id }] } };
const samples: readonly (readonly [kind: string, value: object])[] = [
  ...pageTypes.map(
    type =>
      [
        'page',
        {
          version: 3,
          type: type.name,
          typeVersion: type.version,
          title: 'A page',
          parentId: id,
          segment: 'a-page',
          order: 'a1',
          layout: 'wide',
          readers: null,
          inMenu: true,
          menuLabel: '',
          fields: filledValues(type.fields),
        },
      ] as const,
  ),
  ...blockTypes.map(type => ['block', { ...freshBlock(type, 'A block'), fields: filledValues(type.fields) }] as const),
  [
    'menu',
    {
      version: 1,
      title: 'Across the top',
      entries: [
        {
          id: 'one',
          target: { to: 'page', page: id, beneath: 2 },
          words: '',
          who: { any: [{ test: 'signed in' }] },
          when: {},
          currentOn: { any: [{ test: 'within', page: id }] },
          entries: [{ id: 'two', target: { to: 'heading' }, words: 'More', who: {}, when: {}, currentOn: null, entries: [] }],
        },
      ],
    },
  ],
  ['forwarding', { version: 1, path: '/old', beneath: true, to: { page: id, address: '#x' }, status: 308, reason: '' }],
  [
    'file',
    {
      version: 1,
      title: 'A drawing',
      name: 'a-drawing',
      content: { hash: 'a'.repeat(64), mediaType: 'image/png', size: 40, width: 4, height: 3 },
      words: 'A shed.',
      isDecoration: false,
      caption: '',
      credit: '',
      focalPoint: { x: 0.5, y: 0.5 },
      folder: 'Drawings',
      topics: ['sea'],
      readers: null,
    },
  ],
  ['placement', placementOf({ blockId: id }, rule as never)],
  ['shared rule', { version: 1, title: 'A rule', reason: 'Because', rule }],
  [
    'expectation',
    { version: 1, subject: { kind: 'type', type: 'notice' }, claim: 'at most', count: 1, where: {}, who: {}, when: {}, reason: '' },
  ],
];

describe('the JSON Schemas of values', () => {
  const { schemas } = (openApiDocument('1') as unknown as { components: { schemas: Record<string, object> } }).components;
  const named = (kind: string) => schemas[`${kind.replace(/(?:^| )(\w)/g, (_, letter: string) => letter.toUpperCase())}Value`]!;
  // The validator of another project reads them strictly.
  const ajv = new Ajv2020({ strict: true, allowUnionTypes: true, discriminator: false });
  (formats as unknown as { default: (ajv: Ajv2020) => void }).default(ajv);
  const validators = new Map(kinds.map(({ name }) => [name, ajv.compile(named(name))]));

  for (const [kind, value] of samples) {
    const type = (value as { type?: string }).type ?? '';
    it(`take what the product takes: ${kind} ${type}`, () => {
      expect(valueSchema(kind, shippedTypes).safeParse(value).error?.issues ?? []).toEqual([]);
      const isValid = validators.get(kind)!;
      expect(isValid(value))
        .withContext(JSON.stringify(isValid.errors?.slice(0, 4)))
        .toBeTrue();
    });
  }

  it('refuse nothing that the product takes, and take nothing of another shape', () => {
    const junk = fc.constantFrom<unknown>(null, 7, 'x', [], {}, { test: 'quest' }, { type: 'doc' }, true);
    fc.assert(
      fc.property(fc.constantFrom(...samples), fc.array(fc.nat(20), { minLength: 1, maxLength: 6 }), junk, ([kind, value], turns, put) => {
        const copy = JSON.parse(JSON.stringify(value)) as Record<string, unknown>;
        let at: Record<string, unknown> = copy;
        turns.forEach((turn, index) => {
          const keys = Object.keys(at);
          const key = keys[turn % keys.length];
          if (key === undefined) return;
          const next = at[key];
          if (index === turns.length - 1 || typeof next !== 'object' || next === null || Object.keys(next).length === 0) at[key] = put;
          else at = next as Record<string, unknown>;
        });
        // What older programs wrote is taken as well, and brought into the form of which the schema speaks.
        const isTaken = presentSchemas(shippedTypes).get(kind)!.safeParse(copy).success;
        const isValid = validators.get(kind)!(copy);
        if (isTaken) expect(isValid).withContext(JSON.stringify(copy)).toBeTrue();
      }),
      { numRuns: 600 },
    );
  });

  it('hold every rule that can be made', () => {
    const isValid = validators.get('shared rule')!;
    const stored = (part: object) => JSON.parse(JSON.stringify(part), (key, each: unknown) => (key === 'page' ? id : each)) as object;
    fc.assert(
      fc.property(anyWhere, randomWho, randomWhen, (where, who, when) => {
        const value = stored({ version: 1, title: 'A rule', reason: 'x', rule: { ...everywhere, where, who, when } });
        if (valueSchema('shared rule', shippedTypes).safeParse(value).success)
          expect(isValid(value)).withContext(JSON.stringify(isValid.errors)).toBeTrue();
      }),
      { numRuns: 300 },
    );
  });
});
