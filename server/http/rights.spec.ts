import { standInCalendar } from '../outside/stand-in';
import { limitsNow } from '../services/limits';
import { entityTagOf } from '../services/entity-tags';
import { operations, type Operation, type OperationName } from '@contract/operations';
import type { ActName } from '@core/rights/acts';
import { grantsOver, wholeGrant, type Grant, type Written } from '@core/rights/grants';
import { judgeAct } from '@core/rights/judge-act';
import { sampleBlock, sampleEdition } from '../testing/samples';
import { insertFormMessage } from '../repositories/form-messages-repository';
import { TestSite, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const people = ['nobody', 'nell', 'bea', 'tomos', 'edwin', 'ida', 'margit', 'ida looking'] as const;
type Who = (typeof people)[number];

/** What is asked of one operation: who gets an answer, by the table of rights; everybody else is refused. */
type Asked = (who: Seen) => 'answered' | 'not signed in' | 'not permitted';

/** Somebody as the API sees them. */
interface Seen {
  readonly name: Who;
  readonly isSignedIn: boolean;
  readonly grants: readonly Grant[];
  /** Whoever looks as another changes nothing. */
  readonly isLooking: boolean;
}

const onlyWhen =
  (holds: (who: Seen) => boolean): Asked =>
  who =>
    !who.isSignedIn ? 'not signed in' : who.grants.length > 0 && holds(who) ? 'answered' : 'not permitted';
const anybody: Asked = () => 'answered';
const nobody: Asked = () => 'not permitted';
const staff = onlyWhen(() => true);
const writingStaff = onlyWhen(({ isLooking }) => !isLooking);
const over = (kind: string): Written => ({ kind, locale: 'en-GB', isBase: true });
const does = (act: ActName, kind?: string, owner?: Who) =>
  onlyWhen(
    ({ name, grants, isLooking }) =>
      !isLooking && judgeAct(act, { grants, written: kind === undefined ? [] : [over(kind)], isOwn: name === owner }).may,
  );
const approves = (kind: string) =>
  onlyWhen(
    ({ grants, isLooking }) => !isLooking && (['review', 'publish'] as const).some(who => grantsOver(grants, who, over(kind)).length > 0),
  );
const writes = (kind: string) => does('write', kind);
// Looking ends as one began it.
const looks = onlyWhen(
  ({ name, grants }) => judgeAct('look as another', { grants: name === 'ida looking' ? [wholeGrant('manager')] : grants }).may,
);
const givesWord = onlyWhen(({ grants, isLooking }) => !isLooking && grants.some(each => each.role === 'editor'));

/** What every operation asks for. A new operation without a row of its own fails. */
const rights: Readonly<Record<OperationName, Asked>> = {
  readSession: anybody,
  signIn: anybody,
  signOut: anybody,
  readStart: nobody,
  beginSite: nobody,
  changePassword: writingStaff,
  chooseLanguage: writingStaff,
  listSessions: staff,
  endSessions: writingStaff,
  listPeople: does('change people'),
  invitePerson: does('change people'),
  changePerson: does('change people'),
  inviteAgain: does('change people'),
  forgetPerson: does('change people'),
  listMails: does('read e-mails'),
  followEvents: staff,
  holdRecord: writes('page'),
  takeOverRecord: does('take over', 'page'),
  giveBackRecord: writingStaff,
  listRemarks: staff,
  addRemark: writingStaff,
  settleRemark: does('settle remarks', 'page'),
  listNotices: staff,
  readNotices: writingStaff,
  listNoticeChoices: staff,
  chooseNotices: writingStaff,
  listPreviewLinks: staff,
  makePreviewLink: writes('page'),
  endPreviewLink: does('let outsiders look', 'page'),
  readLog: does('read the log'),
  exportLog: does('read the log'),
  checkLog: does('read the log'),
  listPages: staff,
  listBlocks: staff,
  readRecord: staff,
  readRecords: staff,
  compareRevisions: staff,
  createEdition: writes('block'),
  readEdition: staff,
  moveEdition: writes('block'),
  readUndoing: staff,
  offers: staff,
  giveWord: givesWord,
  listEditions: staff,
  joinEdition: writes('block'),
  joinWhole: does('arrange an edition', 'block'),
  editEdition: does('arrange an edition', 'page', 'bea'),
  takeOut: does('arrange an edition', 'block'),
  saveProposal: writes('block'),
  view: staff,
  effect: staff,
  readSiteFacts: staff,
  readReach: staff,
  why: staff,
  readListing: staff,
  listSharedRules: staff,
  readBetween: staff,
  readBetweenOnPage: staff,
  listEndings: staff,
  listCalendarFeeds: staff,
  makeCalendarFeed: writingStaff,
  endCalendarFeed: writingStaff,
  listSeasons: staff,
  readCalendar: staff,
  readCalendarElsewhere: does('write', 'season'),
  listExpectations: staff,
  checkExpectations: staff,
  readHealth: staff,
  listPlacements: staff,
  find: staff,
  listSavedFilters: staff,
  saveFilter: writingStaff,
  dropFilter: writingStaff,
  readWorkflows: staff,
  checkWorkflows: staff,
  saveWorkflows: does('change the site'),
  saveLimits: does('change the site'),
  copy: staff,
  copyPages: staff,
  saveSettings: does('change the site'),
  mergeVersions: staff,
  previewMerge: staff,
  mergeIntoProposal: writes('block'),
  saveLocales: does('change the site'),
  reportLocales: staff,
  readCoverage: staff,
  readWords: staff,
  readMemory: staff,
  draftWords: staff,
  sendOut: staff,
  takeIn: writingStaff,
  readZone: staff,
  lookAs: looks,
  receiveContent: writes('file'),
  listMenus: staff,
  listFielded: staff,
  readTypes: staff,
  checkTypes: staff,
  showRendition: staff,
  saveTypes: does('change the site'),
  undoTypes: does('change the site'),
  listForms: onlyWhen(({ grants }) => judgeAct('read what was sent', { grants }).may),
  readFormMessages: onlyWhen(({ grants }) => judgeAct('read what was sent', { grants }).may),
  deleteFormMessage: does('read what was sent'),
  reportCampaign: onlyWhen(({ grants }) => judgeAct('write', { grants, written: [over('campaign')] }).may),
  listForwardings: staff,
  importForwardings: writes('forwarding'),
  listFiles: staff,
  readFile: staff,
  readDeletion: staff,
  deleteRecord: does('delete for good', 'block'),
  readAlmanac: staff,
  readRevision: staff,
  readRibbon: staff,
  readToday: staff,
  readRights: staff,
  // What was approved for a date is a page.
  checkRescheduling: approves('page'),
  rescheduleEdition: approves('page'),
  checkPublicationTimes: approves('page'),
  setPublicationTimes: approves('page'),
  checkWithdrawal: approves('page'),
  withdrawPlanned: approves('block'),
};

describe('what each may do', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  const ahead = () => [...test.site.ledger.editions.values()].find(each => each.title === 'Summer opening hours')!.id;
  const standing = () => test.site.ledger.entriesOf(test.pageId('/visit'), 'en-GB')[0]!.publicationId;
  const onItsWay = () => [...test.site.ledger.editions.values()].find(each => each.title === 'Dogs: the dates of the closure')!.id;

  /** A fit request for each operation, made anew for each person, by whoever may prepare it. */
  const requestFor = async (name: OperationName, manager: TestClient, who: Who): Promise<{ path: string; body?: unknown }> => {
    const page = test.pageId('/visit');
    // Signing in is slow on purpose, so it is done where a draft of one's own is needed, not for each operation.
    const draft = async () => {
      const owner = who === 'bea' || who === 'edwin' || who === 'margit' ? await test.client(who) : manager;
      const change = { recordId: uuid(), kind: 'block', value: sampleBlock({ title: `Lamps ${uuid()}` }), baseRevisionId: null };
      return (await owner.post('/api/editions', { id: uuid(), title: 'x', changes: [change] })).json;
    };
    const placement = test.site.snapshots.at().placements[0]!;
    const listed = [...test.site.snapshots.at().blocks.values()].find(each => each.value.type === 'listing')!;
    let joining = '';
    const revision = test.site.ledger.revisionsOf(page, 'en-GB')[0]!.id;
    const bodies: Partial<Record<OperationName, () => unknown>> = {
      signIn: () => ({ email: 'jon@reader.example', password: 'tideline' }),
      createEdition: () => ({ id: uuid(), title: 'x', changes: sampleEdition(page).changes.slice(0, 1) }),
      view: () => ({ vantage: { page } }),
      readRibbon: () => ({ page, from: test.now, until: test.now + 86_400_000 }),
      readRecords: () => ({ ids: [placement.id] }),
      effect: () => ({ changes: [{ recordId: placement.id, kind: 'placement', value: placement.value }] }),
      readSiteFacts: () => ({}),
      readReach: () => ({}),
      readBetweenOnPage: () => ({ page, from: test.now - 1, until: test.now }),
      why: () => ({ placementId: placement.id, vantage: { page } }),
      checkExpectations: () => ({}),
      makeCalendarFeed: () => ({ name: 'Everything' }),
      readCalendarElsewhere: () => ({ address: standInCalendar }),
      readCalendar: () => ({ text: 'BEGIN:VCALENDAR\nEND:VCALENDAR' }),
      joinEdition: () => ({ changes: [{ recordId: uuid(), kind: 'block', value: sampleBlock(), baseRevisionId: null }] }),
      joinWhole: () => ({ editionId: joining }),
      editEdition: () => ({ title: 'Dogs: the dates of the closure' }),
      takeOut: () => ({}),
      addRemark: () => ({ body: 'Say when.' }),
      settleRemark: () => ({ isSettled: true }),
      readNotices: () => ({ ids: null }),
      chooseNotices: () => ({ choices: [{ kind: 'remark', inApp: true, mail: 'daily' }] }),
      mergeVersions: () => ({
        recordId: page,
        kind: 'page',
        value: test.site.ledger.revision(revision).value,
        baseRevisionId: revision,
        withRevisionId: revision,
      }),
      readListing: () => ({
        vantage: { page },
        change: { recordId: listed.id, kind: 'block', value: listed.value },
      }),
      saveFilter: () => ({ list: 'blocks', name: 'x', query: {} }),
      offers: () => ({ changes: [{ recordId: placement.id, kind: 'placement', value: placement.value }] }),
      giveWord: () => ({ role: 'editor', decidedOn: test.site.ledger.proposalsOfEdition(onItsWay()).map(each => each.headRevisionId) }),
      checkRescheduling: () => ({ times: { from: { local: '2027-04-20T06:00', zone: 'Europe/London' } } }),
      rescheduleEdition: () => ({ times: { from: { local: '2027-04-20T06:00', zone: 'Europe/London' } } }),
      checkPublicationTimes: () => ({ times: { until: { local: '2027-05-20T06:00', zone: 'Europe/London' } } }),
      setPublicationTimes: () => ({ times: { until: { local: '2027-05-20T06:00', zone: 'Europe/London' } } }),
      withdrawPlanned: () => ({}),
      checkWorkflows: () => ({ workflows: test.site.settings.workflows }),
      saveWorkflows: () => ({ workflows: test.site.settings.workflows }),
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
      checkTypes: () => test.site.settings.siteTypes,
      saveTypes: () => {
        const { siteTypes } = test.site.settings;
        const field = { name: '', label: 'Berth', help: '', kind: 'short text', most: 80 };
        const shared = [...siteTypes.shared, { field, called: `berth ${siteTypes.shared.length}`, state: 'used' }];
        return { types: { ...siteTypes, shared }, tag: entityTagOf(siteTypes) };
      },
      undoTypes: () => ({}),
      showRendition: () => ({ types: test.site.settings.siteTypes, of: 'page', name: 'boat', rendition: 'whole' }),
      draftWords: () => ({ locale: 'cy', names: ['title'] }),
      sendOut: () => ({ locale: 'cy', ids: [page] }),
      chooseLanguage: () => ({ language: '' }),
      copyPages: () => ({ pageId: page, parentId: test.pageId('/'), title: 'x', segment: 'x' }),
      copy: () => ({ blockId: placement.value.blockId }),
      lookAs: () => ({ as: 'writer' }),
      makePreviewLink: () => ({ hours: 1 }),
      holdRecord: () => ({ locale: 'en-GB', isActive: false }),
      takeOverRecord: () => ({ locale: 'en-GB' }),
    };
    if (name === 'moveEdition') {
      const { id, changes } = await draft();
      return { path: `/editions/${id}/moves`, body: { name: 'withdraw', decidedOn: [changes[0].headRevisionId] } };
    }
    if (name === 'previewMerge' || name === 'mergeIntoProposal') {
      const margit = await test.client('margit');
      const save = async (client: TestClient, recordId: string, title: string, baseRevisionId: string | null, move?: object) => {
        const change = { recordId, kind: 'block', value: sampleBlock({ title }), baseRevisionId };
        return (await client.post('/api/editions', { id: uuid(), title, changes: [change], ...(move && { move }) })).json.changes[0];
      };
      const recordId = uuid();
      const first = await save(margit, recordId, 'Lamps', null, { name: 'publish' });
      const mine = await save(who === 'bea' ? await test.client(who) : manager, recordId, 'My lamps', first.headRevisionId);
      const next = await save(margit, recordId, 'Other lamps', first.headRevisionId, { name: 'publish' });
      const path = `/proposals/${mine.proposalId}/merg`;
      return name === 'previewMerge'
        ? { path: `${path}ing`, body: {} }
        : {
            path: `${path}es`,
            body: {
              headRevisionId: mine.headRevisionId,
              withRevisionId: next.headRevisionId,
              choices: { title: 'ours' },
            },
          };
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
    const queries: Partial<Record<OperationName, string>> = {
      compareRevisions: `?before=none&after=${revision}`,
      readStart: '?key=none',
      listFielded: '?kind=carousel',
      readZone: '?zone=Europe/Paris',
      find: '?q=tern',
      readBetween: '?from=0&until=1',
      giveBackRecord: '?locale=en-GB',
      readWords: '?locale=cy',
      readMemory: '?locale=cy',
      receiveContent: '?name=x.txt',
      importForwardings: '?trial=yes',
      dropFilter: '?list=blocks&name=x',
      readAlmanac: `?from=${test.now}&until=${test.now + 86_400_000}`,
    };
    const invited = async () => {
      const margit = await test.client('margit');
      const email = `${uuid()}@merrowby.example`;
      return (await margit.post('/api/people', { name: 'Ann', email, grants: [] })).json.find(
        (each: { email: string }) => each.email === email,
      ).id;
    };
    const previewOf = async (edition: string) => {
      const margit = await test.client('margit');
      return (await margit.post(`/api/editions/${edition}/previews`, { hours: 1 })).json.links[0].id as string;
    };
    // One’s own; whoever may make none has none.
    const feedOf = async (who: Who) => {
      if (who === 'nobody') return uuid();
      const owner = await test.client(who.split(' ')[0]);
      const { json } = await owner.post('/api/calendar-feeds', { name: 'Everything' });
      return (json.feeds?.[0].id as string | undefined) ?? uuid();
    };
    const partOf = async (above: string) => {
      const margit = await test.client('margit');
      return (await margit.post('/api/editions', { ...sampleEdition(above), id: uuid() })).json.changes[1].proposalId as string;
    };
    const madeByMargit = async () =>
      (await (await test.client('margit')).post('/api/editions', { ...sampleEdition(test.pageId('/visit')), id: uuid() })).json
        .id as string;
    const plannedByMargit = async () => {
      const margit = await test.client('margit');
      const change = { recordId: uuid(), kind: 'block', value: sampleBlock(), baseRevisionId: null };
      const times = { from: { local: '2027-04-20T06:00', zone: 'Europe/London' } };
      return (await margit.post('/api/editions', { id: uuid(), title: 'x', changes: [change], move: { name: 'publish', times } })).json.id;
    };
    const remarkOn = async (edition: string) => {
      const margit = await test.client('margit');
      return (await margit.post(`/api/editions/${edition}/remarks`, { body: 'When?' })).json[0].id as string;
    };
    const sentMessage = async () => {
      const message = { id: uuid(), blockId: uuid(), pageId: page, locale: 'en-GB', answers: [], sentAt: 0, keptUntil: test.now };
      await insertFormMessage(test.site.knex, message);
      return message.id;
    };
    if (name === 'joinWhole') joining = await madeByMargit();
    const ids: Partial<Record<OperationName, string>> = {
      changePerson: [...test.site.people.values()].find(each => each.email.startsWith('bea'))!.id,
      ...(name === 'inviteAgain' || name === 'forgetPerson' ? { [name]: await invited() } : {}),
      readEdition: [...test.site.ledger.editions.keys()][0]!,
      readUndoing: [...test.site.ledger.editions.keys()][0]!,
      listRemarks: onItsWay(),
      addRemark: onItsWay(),
      joinEdition: onItsWay(),
      giveWord: onItsWay(),
      checkRescheduling: ahead(),
      rescheduleEdition: ahead(),
      checkPublicationTimes: standing(),
      setPublicationTimes: standing(),
      checkWithdrawal: ahead(),
      ...(name === 'withdrawPlanned' ? { withdrawPlanned: await plannedByMargit() } : {}),
      editEdition: onItsWay(),
      ...(name === 'joinWhole' ? { joinWhole: await madeByMargit() } : {}),
      ...(name === 'takeOut' ? { takeOut: await partOf(test.pageId('/visit')) } : {}),
      ...(name === 'settleRemark' ? { settleRemark: await remarkOn(onItsWay()) } : {}),
      listPreviewLinks: onItsWay(),
      makePreviewLink: onItsWay(),
      ...(name === 'endCalendarFeed' ? { endCalendarFeed: await feedOf(who) } : {}),
      ...(name === 'endPreviewLink' ? { endPreviewLink: await previewOf(onItsWay()) } : {}),
      ...(name === 'deleteFormMessage' ? { deleteFormMessage: await sentMessage() } : {}),
      reportCampaign: test.site.ledger.recordsOf('campaign')[0]!.id,
      readFile: test.site.ledger.recordsOf('file')[0]!.id,
      readRevision: test.site.ledger.revisionsOf(page, 'en-GB')[0]!.id,
    };
    const id = ids[name] ?? page;
    return { path: path.replace('{id}', id) + (queries[name] ?? ''), body: bodies[name]?.() };
  };

  const seenAs = (who: Who): Seen => {
    const person = [...test.site.people.values()].find(each => each.email.startsWith(`${who.split(' ')[0]!}@`));
    const isLooking = who === 'ida looking';
    return { name: who, isSignedIn: person !== undefined, grants: isLooking ? [wholeGrant('writer')] : (person?.grants ?? []), isLooking };
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
    const expected: Record<string, string> = {};
    const odd: string[] = [];
    for (const who of people) {
      const kept = await clientOf(who);
      const seen = seenAs(who);
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
          {
            ...(body === undefined ? {} : { 'content-type': 'application/json' }),
            'if-match': name === 'saveWorkflows' ? entityTagOf(test.site.settings.workflows) : limitsNow(test.site).tag,
          },
        );
        if (name === 'endSessions') manager = await test.client('ida');
        found[`${name} by ${who}`] = status === 401 ? 'not signed in' : status === 403 ? 'not permitted' : 'answered';
        expected[`${name} by ${who}`] = rights[name](seen);
        if (status >= 400 && status !== 401 && status !== 403 && name !== 'changePassword')
          odd.push(`${name} by ${who}: ${status} ${text.slice(0, 200)}`);
      }
    }
    expect(odd).toEqual([]);
    expect(found).toEqual(expected);
    // Eight people by more than seventy operations: many requests, whatever else the machine does.
  }, 180_000);
});
