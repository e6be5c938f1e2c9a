import fc from 'fast-check';
import { z } from 'zod';
import { freshBlock } from '../block/block';
import type { AnyField, Field } from '../fields/index';
import { blockSchema } from '../kinds/block/schema';
import { shippedTypes } from '../registry/registry';
import { upgraded } from '../versions/upgrade';
import { converted } from './convert';
import { backTo, nextTypes } from './next';
import { withSiteTypes, withSiteTypesToRead } from './registry';
import { fieldsOfType, noSiteTypes, versionOf, type SiteField, type SiteType, type SiteTypes } from './site-type';

const field = (kind: Field['kind'], part: object = {}): Field =>
  ({ name: '', label: 'F', help: '', kind, most: 500, least: 0, ...part }) as never;
const used = (called: string, of: Field): SiteField => ({ field: of, called, state: 'used' });
const type = (fields: SiteType['fields']): SiteType => ({ of: 'block', name: 'boat', label: 'Boat', description: '', fields, renditions: {}, isKeptFromNew: false, isKeptFromLists: false, steps: [] }); // prettier-ignore
const registry = (types: SiteTypes) => withSiteTypes({ blockTypes: new Map(), pageTypes: new Map() }, types).blockTypes.get('boat')!;
const changed = (types: SiteTypes, change: (fields: readonly SiteField[]) => readonly SiteField[]) => ({
  ...types,
  types: types.types.map(each => ({ ...each, fields: change(each.fields as readonly SiteField[]) })),
});

describe('types as they are wanted', () => {
  it('take values over into another kind, or say that they cannot', () => {
    const choice = field('choice', {
      choices: [
        { value: 'c', label: 'Cutter' },
        { value: 'k', label: 'Ketch' },
      ],
    });
    const table: readonly (readonly [Field, unknown, Field, unknown])[] = [
      [field('short text'), '9 m', field('number'), 9],
      [field('short text'), '9.00', field('number'), 9],
      [field('short text'), 'nine', field('number'), 'lost'],
      [field('short text'), '900', field('number'), 'lost'],
      [field('number'), 12, field('short text'), '12'],
      [field('long text'), 'a\nb', field('short text'), 'a b'],
      [field('short text'), 'ketch', choice, 'k'],
      [field('short text'), 'sloop', choice, 'lost'],
      [field('short text'), 'Sea, sky; Sand', field('topics'), ['sea', 'sky', 'sand']],
      [field('number'), 0, field('yes or no'), false],
      [field('page'), 'p', field('pages'), ['p']],
      [field('pages'), ['p', 'q'], field('page'), 'lost'],
      [field('picture'), 'f', field('file'), 'f'],
      [field('picture'), 'f', field('number'), 'lost'],
      [field('short text'), '', field('number'), 0],
    ];
    for (const [from, value, to, wanted] of table) {
      const { value: made, isLost } = converted(value, from, to);
      expect(isLost ? 'lost' : made)
        .withContext(`${from.kind} ${JSON.stringify(value)} → ${to.kind}`)
        .toEqual(wanted);
    }
  });

  it('never lose what was written, whatever is changed, and every older record is brought up step by step', () => {
    const kinds = fc.constantFrom<Field['kind'][]>('short text', 'long text', 'number', 'topics', 'yes or no');
    const act = fc.oneof(
      fc.record({ act: fc.constant('add' as const), kind: kinds }),
      fc.record({ act: fc.constant('kind' as const), at: fc.nat(5), kind: kinds }),
      fc.record({ act: fc.constant('leave out' as const), at: fc.nat(5) }),
      fc.record({ act: fc.constant('bring back' as const), at: fc.nat(5) }),
      fc.record({ act: fc.constant('undo' as const) }),
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 12 }), acts => {
        let types = nextTypes(noSiteTypes, { shared: [], types: [type([used('first', field('short text'))])] }).next;
        const written = { type: 'boat', typeVersion: 1, fields: { first: 'Gannet’s Wake' } };
        let former = types;
        acts.forEach((each, index) => {
          const before = types;
          const at = <Value>(list: readonly Value[], nth: number) => (list.length === 0 ? undefined : list[nth % list.length]);
          const wanted =
            each.act === 'undo'
              ? backTo(types, former)
              : changed(types, fields => {
                  if (each.act === 'add') return [...fields, used(`f${index}`, field(each.kind))];
                  const chosen = at(fields, each.at);
                  if (!chosen) return fields;
                  if (each.act === 'leave out') return fields.filter(one => one !== chosen);
                  if (each.act === 'bring back') return fields.map(one => (one === chosen ? { ...one, state: 'used' as const } : one));
                  return fields.map(one =>
                    one === chosen && one.state === 'used'
                      ? { ...one, field: { ...field(each.kind), name: one.field.name } as Field }
                      : one,
                  );
                });
          types = nextTypes(types, wanted).next;
          former = before;
        });
        const made = registry(types);
        expect(made.version).toBe(versionOf(types.types[0]!));
        const record = upgraded('boat', 'typeVersion', made.version, made.upgrades!, written);
        const held = record['fields'] as Record<string, unknown>;
        expect(held['first']).toBe('Gannet’s Wake');
        const declared = fieldsOfType(types.types[0]!, types.shared).map(each => each.field.name);
        expect(Object.keys(held).sort()).toEqual([...declared].sort());
        expect(new Set(declared).size).toBe(declared.length);
      }),
      { numRuns: 300 },
    );
  });

  it('bring a shared field into every type that uses it, and empty it in each', () => {
    const harbour = used('harbour', field('short text'));
    const first = nextTypes(noSiteTypes, { shared: [harbour], types: [type([])] }).next;
    const sharing = nextTypes(first, { ...first, types: [{ ...first.types[0]!, fields: [{ shared: 'harbour' }] }] }).next;
    expect(sharing.types[0]!.steps[0]!.adds.map(each => each.field.name)).toEqual(['harbour']);
    const emptied = nextTypes(sharing, { ...sharing, shared: [{ ...sharing.shared[0]!, state: 'emptied' }] }).next;
    expect(emptied.types[0]!.steps[1]!.empties.map(each => each.name)).toEqual(['harbour']);
    expect(nextTypes(emptied, emptied).changes).toEqual([]);
  });

  it('give their fields to the choices of listings, in the parts that these show as well', () => {
    const made = { ...type([used('rig', field('short text', { name: 'rig', label: 'Rig' })), used('notes', field('rich text', { name: 'notes' }))]), of: 'page' as const }; // prettier-ignore
    const listing = withSiteTypes(shippedTypes, { shared: [], types: [made] }).blockTypes.get('listing')!;
    const choicesOf = (fields: readonly AnyField[], name: string) =>
      (fields.find(each => each.name === name) as unknown as { choices: { value: string; label: string }[] }).choices.map(
        each => each.value,
      );
    const { fields: ofParts } = listing.fields.find(each => each.name === 'parts') as unknown as { fields: readonly AnyField[] };
    expect([choicesOf(listing.fields, 'orderField'), choicesOf(ofParts, 'field')]).toEqual([['', 'rig'], ['', 'rig']]); // prettier-ignore
    expect(choicesOf(listing.fields, 'types')).toContain('boat');
  });

  it('read what was written before they came to ask for more, or before one of them went', () => {
    const strict = used('rig', field('choice', { choices: [{ value: 'c', label: 'Cutter' }] }));
    const short = used('port', field('short text', { most: 3, required: true }));
    const { next } = nextTypes(noSiteTypes, { shared: [], types: [type([strict, short])] });
    const boat = { version: 2, type: 'boat', typeVersion: 1, title: 'Wake', readers: null, fields: { rig: 'ketch', port: '' } };
    const listing = freshBlock(shippedTypes.blockTypes.get('listing')!, 'All boats');
    const gone = { ...listing, fields: { ...listing.fields, types: ['raft'] } };
    for (const stored of [boat, gone]) {
      expect(blockSchema(z, withSiteTypes(shippedTypes, next)).safeParse(stored).success).toBeFalse();
      expect(blockSchema(z, withSiteTypesToRead(shippedTypes, next)).safeParse(stored).success).toBeTrue();
    }
  });
});
