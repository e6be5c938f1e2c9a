import type { TypesReport, TypesTold } from '@contract/types';
import { emptyText } from '@core/rich-text/document';
import type { SiteField, SiteType, SiteTypes } from '@core/site-types/site-type';
import { samplePlacement } from '../testing/samples';
import { setDay, TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const used = (field: object, called: string): SiteField => ({
  field: { name: '', label: called, help: '', ...field } as never,
  called,
  state: 'used',
});
const boat = (fields: SiteType['fields'], part: Partial<SiteType> = {}): SiteType => ({
  of: 'page',
  name: 'skiff',
  label: 'Skiff',
  description: 'Something that floats.',
  fields,
  renditions: {
    whole: { way: 'template', template: '<p class="facts">{{length}} metres{{#if rig}}, {{rig}}{{/if}}</p>' },
    card: {
      way: 'arranged',
      parts: [
        { called: 'title', isLabelled: false, as: 'heading' },
        { called: 'length', isLabelled: true, as: 'text' },
      ],
    },
  },
  isKeptFromNew: false,
  isKeptFromLists: false,
  steps: [],
  ...part,
});
const length = used({ kind: 'short text', most: 60 }, 'length');
const rig = used({ kind: 'short text', most: 60 }, 'rig');

describe('types without code', () => {
  const test = new TestSite();
  let administrator: TestClient;
  let reader: TestClient;
  beforeAll(async () => {
    await test.open();
    [administrator, reader] = await Promise.all([test.client('margit'), test.client()]);
  });
  afterAll(() => test.close());
  beforeEach(() => (test.now = setDay));

  const told = async (): Promise<TypesTold> => (await administrator.get('/api/types')).json as TypesTold;
  const save = async (types: SiteTypes) => administrator.put('/api/types', { types, tag: (await told()).tag });
  const publish = async (recordId: string, kind: string, value: unknown) => {
    const inForce = test.site.ledger.records.has(recordId) ? test.site.ledger.inForce(recordId, test.now, Infinity) : null;
    const baseRevisionId = inForce && 'revisionId' in inForce ? inForce.revisionId : null;
    const changes = [{ recordId, kind, value, baseRevisionId }];
    const made = await administrator.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } });
    expect(made.status).withContext(made.text).toBe(200);
  };
  const boatId = uuid();
  const page = (fields: object) => {
    const { fields: declared, version } = test.site.registry.pageTypes.get('skiff')!;
    const blank = {
      standfirst: 'Old and dry.',
      body: emptyText,
      picture: '',
      pictureText: '',
      topics: [],
      takesPlace: null,
    };
    expect(declared.length).toBeGreaterThan(6);
    return {
      version: 3,
      type: 'skiff',
      typeVersion: version,
      title: 'Sheerwater',
      parentId: test.pageId('/about'),
      segment: 'sheerwater',
      order: 'z1',
      layout: 'one-column',
      readers: null,
      inMenu: true,
      menuLabel: '',
      fields: { ...blank, ...fields },
    };
  };

  // Are made, written as pages, shown by a template and as a card, and offered like any.
  const isMade = async () => {
    const before = (await told()).types;
    const made = await save({ ...before, types: [boat([length, rig]), ...before.types] });
    expect(made.status).withContext(made.text).toBe(200);
    const session = await administrator.get('/api/session');
    expect(session.json.desk.pageTypes.map((each: { name: string }) => each.name)).toContain('skiff');
    await publish(boatId, 'page', page({ length: '9 m', rig: 'cutter' }));
    expect((await reader.get('/about/sheerwater')).text).toContain('<p class="facts">9 m metres, cutter</p>');
    const card = { version: 2, type: 'card', typeVersion: 1, title: 'Our boat', readers: null, fields: { page: boatId, as: 'card', size: 'ordinary', showsStandfirst: true, showsTopics: false } }; // prettier-ignore
    const blockId = uuid();
    await publish(blockId, 'block', card);
    await publish(uuid(), 'placement', samplePlacement(blockId, test.pageId('/about')));
    expect((await reader.get('/about')).text).toContain('<p><span class="label">length</span> 9 m</p>');
  };

  // Have labels that readers meet in their language, once somebody has said them in it.
  const isSaid = async () => {
    const missing = async () => ((await administrator.get('/api/session')).json.desk.shippedWords as Record<string, Record<string, string>>)['en']!['label length']; // prettier-ignore
    expect(await missing()).toBe('length');
    const welsh = test.site.snapshots.readIn('cy', [], test.now).pageById.get(test.pageId('/about'))!.address;
    expect((await reader.get(welsh)).text).toContain('<span class="label">length</span> 9 m');
    const themeWords = {
      ...test.site.settings.themeWords,
      cy: { ...test.site.settings.themeWords['cy'], 'label length': 'Hyd & <lled>', 'label metres': 'metr' },
    };
    expect((await administrator.put('/api/settings', { themeWords })).status).toBe(200);
    expect((await reader.get(welsh)).text).toContain('<span class="label">Hyd &amp; &lt;lled&gt;</span> 9 m');
    expect((await reader.get('/about')).text).toContain('<span class="label">length</span> 9 m');
    const boat = test.site.snapshots.readIn('cy', [], test.now).pageById.get(boatId)!.address;
    expect((await reader.get(boat)).text).toContain('<p class="facts">9 m metr, cutter</p>');
  };

  // Say what a change does to every record before it is saved, take values over, and lose none.
  const isChanged = async () => {
    const { types } = await told();
    const [type] = types.types;
    const [held] = type!.fields as SiteField[];
    const number = { ...held!, field: { ...held!.field, kind: 'number', least: 0, most: 500 } as never };
    const wanted = { ...types, types: [{ ...type!, fields: [number, ...type!.fields.slice(1)] }, ...types.types.slice(1)] };
    const report = (await administrator.post('/api/types/check', wanted)).json as TypesReport;
    const [effect] = report.effects;
    expect(effect!.records).toEqual([{ id: boatId, title: 'Sheerwater', before: '9 m', after: '9' }]);
    expect([effect!.count, effect!.isLoss]).toEqual([1, false]);
    expect((await save(wanted)).status).toBe(200);
    expect(test.site.snapshots.at().pageById.get(boatId)!.value.fields['length-2']).toBe(9);
    expect((await reader.get('/about/sheerwater')).text).toContain('<p class="facts">9 metres, cutter</p>');
    // What is stored is brought up step by step at the next start.
    await test.stop();
    await test.start();
    [administrator, reader] = await Promise.all([test.client('margit'), test.client()]);
    expect(test.site.unreadable).toEqual([]);
    expect(test.site.snapshots.at().pageById.get(boatId)!.value.fields['length-2']).toBe(9);
  };

  // Take the last change back: what was there before is asked for and shown again.
  const isTakenBack = async () => {
    expect((await administrator.post('/api/types/undo', {})).status).toBe(200);
    expect((await reader.get('/about/sheerwater')).text).toContain('<p class="facts">9 m metres, cutter</p>');
    const [type] = (await told()).types.types;
    expect((type!.fields as SiteField[]).map(each => [each.field.name, each.state])).toEqual([
      ['length', 'used'],
      ['rig', 'used'],
      ['length-2', 'withdrawn'],
    ]);
  };

  // Keep what a withdrawn field holds until it is emptied, and tell of what asks for more than records have.
  const isWithdrawn = async () => {
    const { types } = await told();
    const [type] = types.types;
    const without = { ...types, types: [{ ...type!, fields: type!.fields.filter(each => !('called' in each && each.called === 'rig')) }, ...types.types.slice(1)] }; // prettier-ignore
    // The template still names it.
    expect((await save(without)).json.errors[0].pointer).toBe('/types/0/renditions/whole/template');
    const plain = { ...without, types: [{ ...without.types[0]!, renditions: {} }, ...types.types.slice(1)] };
    const [effect] = ((await administrator.post('/api/types/check', plain)).json as TypesReport).effects;
    expect([effect!.isLoss, effect!.records[0]!.before]).toEqual([true, 'cutter']);
    expect((await save(plain)).status).toBe(200);
    expect(test.site.snapshots.at().pageById.get(boatId)!.value.fields['rig']).toBe('cutter');
    const now = (await told()).types;
    const emptied = { ...now, types: [{ ...now.types[0]!, fields: now.types[0]!.fields.map(each => ('called' in each && each.called === 'rig' ? { ...each, state: 'emptied' as const } : each)) }, ...now.types.slice(1)] }; // prettier-ignore
    expect((await save(emptied)).status).toBe(200);
    expect(test.site.snapshots.at().pageById.get(boatId)!.value.fields['rig']).toBe('');
    const strict = (await told()).types;
    const more = { ...strict, types: [{ ...strict.types[0]!, fields: [...strict.types[0]!.fields, used({ kind: 'short text', most: 9, required: true }, 'port')] }, ...strict.types.slice(1)] }; // prettier-ignore
    const report = (await administrator.post('/api/types/check', more)).json as TypesReport;
    expect(report.effects.at(-1)!.records[0]).toEqual({ id: boatId, title: 'Sheerwater', before: 'port', after: 'Must not be empty.' });
    expect((await save(more)).status).toBe(200);
    expect((await reader.get('/about/sheerwater')).status).toBe(200);
  };

  // Share fields, refuse what cannot be, and stay while records are of them.
  const isShared = async () => {
    const before = (await told()).types;
    const shared = [used({ kind: 'short text', most: 40 }, 'harbour')];
    const block: SiteType = { ...boat([{ shared: 'harbour' }], { of: 'block', name: 'berth', label: 'Berth', renditions: {} }) };
    const first = { ...before.types[0]!, fields: [...before.types[0]!.fields, { shared: 'harbour' }] };
    const types = { shared: [...before.shared, ...shared], types: [first, ...before.types.slice(1), block] };
    expect((await save(types)).status).toBe(200);
    expect(test.site.snapshots.at().pageById.get(boatId)!.value.fields['harbour']).toBe('');
    const blockId = uuid();
    await publish(blockId, 'block', {
      version: 2,
      type: 'berth',
      typeVersion: 1,
      title: 'By the mole',
      fields: { harbour: 'Quay' },
      readers: null,
    });
    await publish(uuid(), 'placement', samplePlacement(blockId, test.pageId('/about')));
    expect((await reader.get('/about')).text).toContain('<p>Quay</p>');
    const now = (await told()).types;
    const faults = async (part: Partial<SiteTypes>) =>
      (await save({ ...now, ...part })).json.errors as { pointer: string; detail: string }[];
    expect((await faults({ types: now.types.slice(0, -1) }))[0]!.detail).toContain('Berth stays');
    expect((await faults({ types: [...now.types, boat([], { name: 'news' })] }))[0]!.pointer).toBe('/types/3/name');
    expect((await faults({ types: [...now.types, boat([rig, rig], { name: 'raft', renditions: {} })] }))[0]!.pointer).toBe(
      '/types/3/fields/1/called',
    );
    const stale = await administrator.put('/api/types', { types: now, tag: '"old"' });
    expect([stale.status, stale.json.theirs.types.length]).toEqual([412, 3]);
    expect((await (await test.client('bea')).put('/api/types', { types: now, tag: '"old"' })).status).toBe(403);
  };

  // Are looked at while they are set, with what is there.
  const isLookedAt = async () => {
    const { types } = await told();
    const template = '<p>{{title}}, {{harbour}}{{#if length}}, {{length}}{{/if}}</p>';
    const wanted = {
      ...types,
      types: types.types.map(each => (each.name === 'skiff' ? { ...each, renditions: { line: { way: 'template', template } } } : each)),
    };
    const shown = await administrator.post('/api/types/rendition', { types: wanted, of: 'page', name: 'skiff', rendition: 'line' });
    expect([shown.json.title, shown.json.html]).toEqual(['Sheerwater', '<p>Sheerwater, , 9 m</p>']);
  };

  it('live: they are made, changed, taken back, withdrawn, shared and looked at, and nothing written is lost', async () => {
    await isMade();
    await isSaid();
    await isChanged();
    await isTakenBack();
    await isWithdrawn();
    await isShared();
    await isLookedAt();
  });
});
