import { limitsNow } from '../services/limits';
import { operations, type Operation, type OperationName } from '@contract/operations';
import { sampleBlock, sampleEdition } from '../testing/samples';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const people = ['nobody', 'nell', 'bea', 'tomos', 'edwin', 'ida', 'margit', 'ida looking'] as const;
type Who = (typeof people)[number];

/**
 * What each person gets from each operation, one letter each in the order of the head: "." answered, "u" nobody is signed
 * in, "x" not permitted. A new operation without a row of its own fails.
 */
const head = 'signed out, member, writer, translator, editor, manager, administrator, manager looking as a writer';
const rights: Readonly<Record<OperationName, string>> = {
  readSession: '........',
  signIn: '........',
  signOut: '........',
  // Both ask for a key that only a server without a site has.
  readStart: 'xxxxxxxx',
  beginSite: 'xxxxxxxx',
  changePassword: 'ux.....x',
  chooseLanguage: 'ux.....x',
  listSessions: 'ux......',
  endSessions: 'ux.....x',
  listPeople: 'uxxxxx.x',
  invitePerson: 'uxxxxx.x',
  changePerson: 'uxxxxx.x',
  inviteAgain: 'uxxxxx.x',
  forgetPerson: 'uxxxxx.x',
  listMails: 'uxxxxx.x',
  listPages: 'ux......',
  listBlocks: 'ux......',
  readRecord: 'ux......',
  readRecords: 'ux......',
  compareRevisions: 'ux......',
  createEdition: 'ux.x...x',
  readEdition: 'ux......',
  moveEdition: 'ux.x...x',
  readUndoing: 'ux......',
  listEditions: 'ux......',
  saveProposal: 'ux.x...x',
  view: 'ux......',
  effect: 'ux......',
  readSiteFacts: 'ux......',
  readReach: 'ux......',
  why: 'ux......',
  listSharedRules: 'ux......',
  listExpectations: 'ux......',
  checkExpectations: 'ux......',
  readHealth: 'ux......',
  listPlacements: 'ux......',
  find: 'ux......',
  listSavedFilters: 'ux......',
  saveFilter: 'ux.....x',
  dropFilter: 'ux.....x',
  saveLimits: 'uxxxx..x',
  copy: 'ux......',
  copyPages: 'ux......',
  saveSettings: 'uxxxx..x',
  saveLocales: 'uxxxx..x',
  reportLocales: 'ux......',
  readCoverage: 'ux......',
  readWords: 'ux......',
  readMemory: 'ux......',
  draftWords: 'ux......',
  sendOut: 'ux......',
  takeIn: 'ux.....x',
  readZone: 'ux......',
  lookAs: 'uxxxx...',
  receiveContent: 'ux.x...x',
  listMenus: 'ux......',
  listForwardings: 'ux......',
  importForwardings: 'uxxx...x',
  listFiles: 'ux......',
  readFile: 'ux......',
  readDeletion: 'ux......',
  deleteRecord: 'uxxxx..x',
  readRibbon: 'ux......',
  readToday: 'ux......',
};

describe(`what each may do (${head})`, () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  /** A fit request for each operation, made anew for each person, by whoever may prepare it. */
  const requestFor = async (name: OperationName, manager: TestClient, who: Who): Promise<{ path: string; body?: unknown }> => {
    const page = test.pageId('/visit');
    const owner = who === 'bea' || who === 'edwin' || who === 'margit' ? await test.client(who) : manager;
    const draft = async () => {
      const change = { recordId: uuid(), kind: 'block', value: sampleBlock({ title: `Lamps ${uuid()}` }), baseRevisionId: null };
      return (await owner.post('/api/editions', { id: uuid(), title: 'x', changes: [change] })).json;
    };
    const placement = test.site.snapshots.at().placements[0]!;
    const bodies: Partial<Record<OperationName, () => unknown>> = {
      signIn: () => ({ email: 'jon@reader.example', password: 'tideline' }),
      createEdition: () => ({ id: uuid(), title: 'x', changes: sampleEdition(page).changes.slice(0, 1) }),
      view: () => ({ vantage: { page } }),
      readRecords: () => ({ ids: [placement.id] }),
      effect: () => ({ changes: [{ recordId: placement.id, kind: 'placement', value: placement.value }] }),
      readSiteFacts: () => ({}),
      readReach: () => ({}),
      why: () => ({ placementId: placement.id, vantage: { page } }),
      checkExpectations: () => ({}),
      saveFilter: () => ({ list: 'blocks', name: 'x', query: {} }),
      saveLimits: () => test.site.settings.limits,
      saveSettings: () => ({ closedPages: 'sign in' }),
      saveLocales: () => ({ locales: test.site.settings.locales }),
      reportLocales: () => ({ locales: test.site.settings.locales }),
      // Its own refusal is answer enough: nobody shall lose the password that the other rows sign in with.
      changePassword: () => ({ current: 'another', next: 'another still' }),
      invitePerson: () => ({ name: 'Ann', email: `${uuid()}@merrowby.example`, grants: [{ role: 'writer' }] }),
      changePerson: () => ({ name: 'Bea Lorimer' }),
      beginSite: () => ({
        key: 'none',
        site: { name: 'x', zone: 'Europe/London', locale: 'en-GB', theme: 'shore' },
        administrator: { name: 'x', email: 'x@merrowby.example', password: 'x' },
        beginWith: 'front page',
      }),
      draftWords: () => ({ locale: 'cy', names: ['title'] }),
      sendOut: () => ({ locale: 'cy', ids: [page] }),
      chooseLanguage: () => ({ language: '' }),
      copyPages: () => ({ pageId: page, parentId: test.pageId('/'), title: 'x', segment: 'x' }),
      copy: () => ({ blockId: placement.value.blockId }),
      lookAs: () => ({ as: 'writer' }),
    };
    if (name === 'moveEdition') {
      const { id, changes } = await draft();
      return { path: `/editions/${id}/moves`, body: { name: 'withdraw', decidedOn: [changes[0].headRevisionId] } };
    }
    if (name === 'saveProposal') {
      const { changes } = await draft();
      return {
        path: `/proposals/${changes[0].proposalId}`,
        body: { value: changes[0].value, parentRevisionId: changes[0].headRevisionId },
      };
    }
    if (name === 'deleteRecord') return { path: `/records/${(await draft()).changes[0].recordId}` };
    const { path } = operations[name] as Operation;
    const revisions = test.site.ledger.revisionsOf(page, 'en-GB');
    const queries: Partial<Record<OperationName, string>> = {
      compareRevisions: `?before=none&after=${revisions[0]!.id}`,
      readStart: '?key=none',
      readZone: '?zone=Europe/Paris',
      find: '?q=tern',
      readWords: '?locale=cy',
      readMemory: '?locale=cy',
      receiveContent: '?name=x.txt',
      importForwardings: '?trial=yes',
      dropFilter: '?list=blocks&name=x',
      readRibbon: `?page=${page}&from=${test.now}&until=${test.now + 86_400_000}`,
    };
    const invited = async () => {
      const margit = await test.client('margit');
      const email = `${uuid()}@merrowby.example`;
      return (await margit.post('/api/people', { name: 'Ann', email, grants: [] })).json.find(
        (each: { email: string }) => each.email === email,
      ).id;
    };
    const ids: Partial<Record<OperationName, string>> = {
      changePerson: [...test.site.people.values()].find(each => each.email.startsWith('bea'))!.id,
      ...(name === 'inviteAgain' || name === 'forgetPerson' ? { [name]: await invited() } : {}),
      readEdition: [...test.site.ledger.editions.keys()][0]!,
      readUndoing: [...test.site.ledger.editions.keys()][0]!,
      readFile: test.site.ledger.recordsOf('file')[0]!.id,
    };
    const id = ids[name] ?? page;
    return { path: path.replace('{id}', id) + (queries[name] ?? ''), body: bodies[name]?.() };
  };

  const clientOf = async (who: Who): Promise<TestClient> => {
    if (who === 'nobody') return test.client();
    const client = await test.client(who.split(' ')[0]);
    if (who === 'ida looking') await client.put('/api/session/look-as', { as: 'writer' });
    return client;
  };

  it('is what this table says, operation by operation', async () => {
    expect(Object.keys(rights).sort()).toEqual(Object.keys(operations).sort());
    let manager = await test.client('ida');
    const found: Record<string, string> = {};
    const odd: string[] = [];
    for (const who of people) {
      const kept = await clientOf(who);
      for (const name of Object.keys(operations) as OperationName[]) {
        // What ends or changes the session itself is tried in one of its own.
        const client = ['signIn', 'signOut', 'lookAs'].includes(name) ? await clientOf(who) : kept;
        const { path, body } = await requestFor(name, manager, who);
        const { status, text } = await client.send(
          operations[name].method.toUpperCase(),
          `/api${path}`,
          name === 'receiveContent'
            ? 'Tide tables'
            : name === 'takeIn'
              ? '<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en-GB" trgLang="cy"/>'
              : name === 'importForwardings'
                ? '/old-tides,/visit'
                : body === undefined
                  ? undefined
                  : JSON.stringify(body),
          { ...(body === undefined ? {} : { 'content-type': 'application/json' }), 'if-match': limitsNow(test.site).tag },
        );
        if (name === 'endSessions') manager = await test.client('ida');
        found[name] = (found[name] ?? '') + (status === 401 ? 'u' : status === 403 ? 'x' : '.');
        if (status >= 400 && status !== 401 && status !== 403 && name !== 'changePassword')
          odd.push(`${name} by ${who}: ${status} ${text.slice(0, 200)}`);
      }
    }
    expect(odd).toEqual([]);
    expect(found).toEqual(rights);
  });
});
