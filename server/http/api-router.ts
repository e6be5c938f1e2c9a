import { declarationOf } from '@core/blocks/block-type';
import { pageDeclarationOf } from '@core/page-types/page-type';
import { inSpokenWords } from '@core/tongue/declared';
import { say } from '@core/tongue/say';
import type { Session, ViewRequest } from '@contract/messages';
import { openApiDocument } from '@contract/openapi';
import { isChange, operations, type Operation, type OperationName } from '@contract/operations';
import { pipeline } from 'node:stream/promises';
import type { Readable } from 'node:stream';
import express, { type Request, type Response, type Router } from 'express';
import type { z } from 'zod';
import type { Person } from '../repositories/people-repository';
import { checkLog, exportLog, readLog } from '../services/audit';
import { copyOf } from '../services/copies';
import { createEdition, moveEdition, saveProposal } from '../services/editions';
import { editionDetail, listEditions } from '../services/edition-views';
import { deleteForGood, deletionOf } from '../services/deletion';
import { effectsOf } from '../services/effects';
import { checkChanges, listExpectations } from '../services/expectations';
import { fileRowOf, listFiles, receiveContent } from '../services/files';
import { draftWords } from '../services/drafting';
import { rememberedFor } from '../services/memory';
import { readXliff } from '../services/exchange/read-xliff';
import { xliffOf } from '../services/exchange/send-out';
import { readTable, tableLimits, tableOf } from '../services/exchange/table';
import { takeInWords } from '../services/exchange/take-in';
import { findRecords } from '../services/find';
import { dropFormMessage, formCsv, formMessages, listForms } from '../services/forms';
import { listForwardings } from '../services/forwardings';
import { importForwardings, importLimits } from '../services/import-forwardings';
import { healthOf } from '../services/health';
import { limitsNow, saveLimits } from '../services/limits';
import { checkWithdrawal, withdrawPlanned } from '../services/withdrawal';
import { shippedWords } from '../public/locales';
import { checkPublicationTimes, setPublicationTimes } from '../services/publication-times';
import { checkRescheduling, rescheduleEdition } from '../services/rescheduling';
import { giveWord } from '../services/given-words';
import { checkWorkflows, offersFor, readWorkflows, saveWorkflows } from '../services/workflows';
import { almanacOf } from '../services/almanac';
import { saveSiteSettings } from '../services/site-settings';
import { checkedLook, labelOfLook, personSeen, readerLookedAs } from '../services/look-as';
import { coverageTable, reportLocales, saveLocales } from '../services/languages';
import { readWords } from '../services/words';
import { followEvents, holdRecord, takeOverRecord } from '../services/locks';
import { campaignCsv, campaignReport } from '../services/campaign-report';
import { listFielded } from '../services/fielded';
import { listMenus } from '../services/menus';
import { copyOfPages } from '../services/page-copies';
import { changePassword, chooseLanguage } from '../services/access';
import { rememberLanguage } from './editor-files';
import { may } from '../services/rights';
import { rightsOver } from '../services/rights-list';
import { listMails } from '../services/mails';
import { namedGrant, changePerson, forgetPerson, inviteAgain, invitePerson, listPeople, readersCsv } from '../services/people';
import { endSessionsOf, readSessions } from '../repositories/sessions-repository';
import { listPlacements } from '../services/placements';
import { reachCsv, reachTable, siteFacts } from '../services/reach';
import { chooseNotices, listNotices, noticeChoices, readNotices } from '../services/notices';
import { addRemark, listRemarks, settleRemark } from '../services/remarks';
import { editEdition, joinEdition, joinWhole, takeOut } from '../services/edition-members';
import { mergeIntoProposal, mergeVersions, previewMerge } from '../services/merging';
import { compareRevisions, listBlocks, listPages, readRecord, readRevision } from '../services/records';
import { endPreview, listPreviewLinks, makePreviewLink } from '../services/preview-links';
import { between } from '../services/between';
import { betweenOnPage } from '../services/between-on-page';
import { endCalendarFeed, listCalendarFeeds, makeCalendarFeed } from '../services/calendar-feeds';
import { endingsOf } from '../services/endings';
import { datesElsewhere, datesOfCalendar, listSeasons } from '../services/seasons';
import { shownRendition } from '../services/shown-rendition';
import { reportOfTypes, saveTypes, typesNow, undoTypes } from '../services/site-types';
import { listSharedRules } from '../services/shared-rules';
import { todayFor } from '../services/today';
import { undoingOf } from '../services/undoing';
import { checkedChanges } from '../services/validation';
import { listingOf } from '../services/listing';
import { overlaysFor, viewPage } from '../services/views';
import { ribbonOf } from '../services/ribbon';
import { explainPlacement } from '../services/why';
import { dropSavedFilter, readSavedFilters, saveSavedFilter } from '../repositories/saved-filters-repository';
import { isBegun, type Site } from '../site/site';
import { beginSite, startQuestions } from '../starting/begin';
import { zoneReport } from '../services/zone';
import { refuseInsecure } from './secure';
import type { StartKey } from './start-key';
import { faultsFromIssues, Refusal, refuseInvalid } from '../errors/refusal';
import { beginSession, endSession, keepSession, personOf, type Sessions } from './sessions';

type Body<Name extends OperationName> = (typeof operations)[Name] extends { body: infer Schema extends z.ZodType }
  ? z.infer<Schema>
  : undefined;
type Query<Name extends OperationName> = (typeof operations)[Name] extends { query: infer Schema extends z.ZodType }
  ? z.infer<Schema>
  : undefined;
type Answer<Name extends OperationName> = (typeof operations)[Name]['answer'] extends z.ZodType
  ? z.infer<(typeof operations)[Name]['answer']>
  : undefined;

interface Call<Name extends OperationName> {
  readonly request: Request;
  readonly response: Response;
  /** Whoever is seen to ask; another than `self` when somebody looks as somebody else. */
  readonly person: Person;
  /** Who asks. */
  readonly self: Person;
  readonly body: Body<Name>;
  readonly query: Query<Name>;
  readonly id: string;
}

type Given<Name extends OperationName> = (typeof operations)[Name] extends { answersAs: readonly string[] }
  ? Readable
  : Readonly<Answer<Name>> | ((typeof operations)[Name] extends { alsoCsv: true } ? string : never);

type Handlers = { readonly [Name in OperationName]: (call: Call<Name>) => Promise<Given<Name>> | Given<Name> };

/** The HTTP API, every call validated against its operation. */
export function apiRouter(site: Site, sessions: Sessions, version: string, startKey: StartKey | null = null): Router {
  const router = express.Router();
  const openApi = openApiDocument(version);
  router.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  router.get('/openapi.json', (_request, response) => response.json(openApi));
  const handlers = handlersFor(site, sessions, startKey);
  for (const name of Object.keys(operations) as OperationName[])
    register(router, site, sessions, operations[name], handlers[name] as (call: Call<OperationName>) => unknown);
  router.use((request, _response, next) => next(new Refusal('not-found', say`There is nothing at ${request.path}.`)));
  return router;
}

function register(
  router: Router,
  site: Site,
  sessions: Sessions,
  operation: Operation,
  handler: (call: Call<OperationName>) => unknown,
): void {
  const guards = operation.method === 'get' ? [] : [sessions.refuseForged];
  router[operation.method](operation.path.replace(/\{(\w+)\}/g, ':$1'), ...guards, async (request: Request, response: Response) => {
    const self = personOf(site, request);
    const lookAs = lookIn(request, self);
    const person = self && personSeen(site, self, lookAs);
    if (!operation.isOpenToAll) {
      if (!self || !person) throw new Refusal('not-signed-in', say`Sign in first. What you have written is kept in this browser.`);
      if (self.roles.length === 0) throw new Refusal('not-permitted', say`The editor is for staff. Readers use the public site.`);
      if (isChange(operation) && lookAs !== undefined)
        throw new Refusal(
          'not-permitted',
          say`You are looking as ${labelOfLook(site, lookAs) ?? ''}. Stop looking as somebody else to change anything.`,
        );
    }
    const call = {
      request,
      response,
      person,
      self,
      body: parse(operation.body, request.body),
      query: parse(operation.query, request.query),
      id: String(request.params['id'] ?? ''),
    };
    const answer = await (async () => handler(call as unknown as Call<OperationName>))().catch(async (error: unknown) => {
      if (error instanceof Refusal && error.code === 'not-permitted')
        await sessions.refusals.note(self?.id ?? request.ip ?? '', {
          act: 'refused',
          title: operation.summary,
          after: { why: error.message },
        });
      throw error;
    });
    if (operation.answersAs) await pipeline(answer as Readable, response).catch(unlessLeft);
    else if (operation.answer === null) response.status(204).end();
    else if (typeof answer === 'string') response.type('text/csv').send(answer);
    else response.json(answer);
  });
}

// Whoever goes before the end has not met a fault.
function unlessLeft(error: unknown): void {
  if ((error as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
}

// Whoever has lost the right to look as somebody else looks as themself again.
function lookIn(request: Request, self: Person | null): string | undefined {
  return self && may(self, 'look as another') ? request.session.lookAs : undefined;
}

// A vantage with its reader as they are at its moment.
function lookedAs<Asked extends Pick<ViewRequest, 'vantage'>>(site: Site, person: Person, asked: Asked): Asked {
  const { reader, moment } = asked.vantage;
  return { ...asked, vantage: { ...asked.vantage, reader: readerLookedAs(site, person, reader, moment) } };
}

function parse(schema: z.ZodType | undefined, raw: unknown): unknown {
  if (!schema) return undefined;
  const parsed = schema.safeParse(raw ?? {});
  if (!parsed.success) refuseInvalid(faultsFromIssues(parsed.error.issues));
  return parsed.data;
}

function handlersFor(site: Site, sessions: Sessions, startKey: StartKey | null): Handlers {
  return {
    readSession: ({ request, response, self }) => describeSession(site, sessions, request, response, self),
    signIn: async ({ request, response, body }) => {
      const person = await sessions.guard.signIn(request, response, body.email, body.password);
      if (!person)
        throw new Refusal('wrong-credentials', say`No account has this e-mail address and password.`, [
          { pointer: '/password', detail: say`Check both and try again.` },
        ]);
      await beginSession(request, person, site.clocks.running());
      return describeSession(site, sessions, request, response, person);
    },
    signOut: ({ request }) => endSession(request) as Promise<undefined>,
    readStart: ({ query }) => {
      refuseWrongKey(startKey, query.key);
      return startQuestions(site);
    },
    beginSite: async ({ request, response, body: { key, ...beginning } }) => {
      refuseInsecure(request, sessions.isSecure);
      refuseWrongKey(startKey, key);
      const person = await beginSite(site, beginning);
      await beginSession(request, person, site.clocks.running());
      return describeSession(site, sessions, request, response, person);
    },
    changePassword: async ({ request, self, body }) => {
      await changePassword(site, self, body.current, body.next, request.session.id);
      return undefined;
    },
    chooseLanguage: async ({ request, response, self, body }) => {
      await chooseLanguage(site, self, body.language);
      return describeSession(site, sessions, request, response, site.people.get(self.id)!);
    },
    listSessions: async ({ request, self }) => {
      const kept = await readSessions(site.knex, self.id);
      return kept.map(({ id, sid, begunAt, browser }) => ({ id, isThis: sid === request.session.id, begunAt, browser }));
    },
    endSessions: async ({ request, self }) => {
      await site.writes.run(() => endSessionsOf(site.knex, self.id, request.session.id));
      return undefined;
    },
    listPeople: async ({ request, person }) => {
      const people = await listPeople(site, person);
      return request.accepts(['json', 'csv']) === 'csv' ? readersCsv(people, site.settings.profileFields) : [...people];
    },
    invitePerson: async ({ self, body }) => {
      await invitePerson(site, self, body);
      return [...(await listPeople(site, self))];
    },
    changePerson: async ({ self, id, body }) => {
      await changePerson(site, self, id, body);
      return [...(await listPeople(site, site.people.get(self.id)!))];
    },
    inviteAgain: ({ self, id }) => inviteAgain(site, self, id) as Promise<undefined>,
    forgetPerson: ({ self, id }) => forgetPerson(site, self, id) as Promise<undefined>,
    listMails: ({ person }) => listMails(site, person),
    listPages: ({ query }) => [...listPages(site, query.moment ?? null)],
    listBlocks: () => [...listBlocks(site)],
    readRecord: ({ person, id }) => readRecord(site, person, id),
    readRecords: ({ person, body }) => Promise.all(body.ids.map(id => readRecord(site, person, id))),
    readRevision: ({ id }) => readRevision(site, id),
    compareRevisions: ({ query }) => compareRevisions(site, query.before, query.after),
    createEdition: async ({ person, body }) => editionDetail(site, person, await createEdition(site, person, body)),
    readEdition: ({ person, id, query }) => editionDetail(site, person, id, query.at ?? null),
    offers: ({ person, body }) => offersFor(site, person!, overlaysFor(site, [], checkedChanges(site, body.changes))),
    checkRescheduling: ({ person, id, body }) => checkRescheduling(site, person!, id, body),
    rescheduleEdition: async ({ person, id, body }) => {
      await rescheduleEdition(site, person, id, body);
      return editionDetail(site, person, id);
    },
    checkPublicationTimes: ({ person, id, body }) => checkPublicationTimes(site, person!, id, body),
    setPublicationTimes: ({ person, id, body }) => setPublicationTimes(site, person, id, body),
    checkWithdrawal: ({ person, id }) => checkWithdrawal(site, person, id),
    withdrawPlanned: async ({ person, id, body }) => {
      await withdrawPlanned(site, person, id, body);
      return editionDetail(site, person, id);
    },
    giveWord: async ({ person, id, body }) => {
      await giveWord(site, person, id, body);
      return editionDetail(site, person, id);
    },
    readRights: ({ person, query }) => rightsOver(site, person!, query),
    readWorkflows: ({ self }) => readWorkflows(site, self),
    checkWorkflows: ({ self, body }) => checkWorkflows(site, self, body),
    saveWorkflows: ({ request, self, body }) => saveWorkflows(site, self, body, request.get('if-match')),
    moveEdition: async ({ person, id, body }) => {
      await moveEdition(site, person, id, body);
      return editionDetail(site, person, id);
    },
    joinEdition: async ({ person, id, body }) => {
      await joinEdition(site, person, id, body);
      return editionDetail(site, person, id);
    },
    joinWhole: async ({ person, id, body }) => {
      await joinWhole(site, person, id, body.editionId);
      return editionDetail(site, person, id);
    },
    editEdition: async ({ person, id, body }) => {
      await editEdition(site, person, id, body);
      return editionDetail(site, person, id);
    },
    takeOut: async ({ person, id }) => editionDetail(site, person, await takeOut(site, person, id)),
    readUndoing: ({ id }) => undoingOf(site, id),
    listEditions: ({ person, query }) => [...listEditions(site, person, query.stage)],
    saveProposal: async ({ person, id, body }) =>
      readRecord(site, person, await saveProposal(site, person, id, body.value, body.parentRevisionId, body.note, body)),
    mergeVersions: ({ body }) => mergeVersions(site, body),
    previewMerge: ({ id, body }) => previewMerge(site, id, body.choices),
    mergeIntoProposal: async ({ person, id, body }) => readRecord(site, person, await mergeIntoProposal(site, person, id, body)),
    saveLocales: async ({ request, response, self, person, body }) => {
      await saveLocales(site, person, body.locales);
      return describeSession(site, sessions, request, response, self);
    },
    reportLocales: ({ body }) => reportLocales(site, body.locales),
    readCoverage: ({ query }) => coverageTable(site, query.kind),
    readWords: ({ person, id, query }) => readWords(site, person, id, query.locale),
    readMemory: ({ person, id, query }) => rememberedFor(site, person, id, query.locale),
    draftWords: ({ person, id, body }) => draftWords(site, person, id, body.locale, body.names),
    followEvents: ({ request, person, response }) => {
      response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform', 'X-Accel-Buffering': 'no' });
      const events = followEvents(site, person, request.session.id);
      response.flushHeaders();
      return events;
    },
    holdRecord: ({ person, id, body }) => ({ held: holdRecord(site, person, id, body.locale, body.isActive) }),
    takeOverRecord: async ({ person, id, body }) => ({ held: await takeOverRecord(site, person, id, body.locale) }),
    giveBackRecord: ({ person, id, query }) => {
      site.locks.giveBack(id, query.locale, person.id);
      return undefined;
    },
    listRemarks: ({ person, id }) => listRemarks(site, person, id),
    addRemark: ({ person, id, body }) => addRemark(site, person, id, body),
    settleRemark: ({ person, id, body }) => settleRemark(site, person, id, body.isSettled),
    listNotices: ({ self }) => listNotices(site, self),
    readNotices: ({ self, body }) => readNotices(site, self, body.ids),
    listNoticeChoices: ({ self }) => noticeChoices(site, self),
    chooseNotices: ({ self, body }) => chooseNotices(site, self, body),
    listPreviewLinks: ({ person, id }) => listPreviewLinks(site, person, id),
    makePreviewLink: ({ person, id, body }) => makePreviewLink(site, person, id, body),
    endPreviewLink: ({ person, id }) => endPreview(site, person, id),
    readLog: ({ person, query }) => readLog(site, person, query),
    exportLog: ({ person, query, response }) => {
      response
        .type(query.as === 'csv' ? 'text/csv' : 'application/jsonl')
        .set('Content-Disposition', `attachment; filename="log.${query.as}"`);
      return exportLog(site, person, query);
    },
    checkLog: ({ person }) => checkLog(site, person),
    sendOut: ({ person, response, body }) => {
      response.type(body.as === 'csv' ? 'text/csv' : 'application/xliff+xml');
      return body.as === 'csv' ? tableOf(site, person, body) : xliffOf(site, person, body);
    },
    takeIn: async ({ person, request, query }) => {
      const isTable = query.as === 'csv';
      const returned = isTable ? readTable(site, await bytesOf(request, tableLimits.bytes)) : await readXliff(site, request);
      return takeInWords(site, person, returned, query);
    },
    view: ({ person, body }) => viewPage(site, lookedAs(site, person!, { ...body, changes: checkedChanges(site, body.changes) })),
    effect: ({ body }) => [...effectsOf(site, overlaysFor(site, body.withEditions, checkedChanges(site, body.changes)), body.moment)],
    readSiteFacts: ({ body }) => siteFacts(site, { ...body, changes: checkedChanges(site, body.changes) }),
    readReach: ({ request, person, body }) => {
      const reader = readerLookedAs(site, person!, body.reader, body.moment);
      const reach = reachTable(site, { ...body, reader, changes: checkedChanges(site, body.changes) });
      return request.accepts(['json', 'csv']) === 'csv' ? reachCsv(site, reach) : reach;
    },
    readListing: ({ person, body }) =>
      listingOf(site, lookedAs(site, person!, { ...body, change: checkedChanges(site, [body.change])[0]! })),
    why: ({ person, body }) => explainPlacement(site, lookedAs(site, person!, { ...body, changes: checkedChanges(site, body.changes) })),
    listSharedRules: () => [...listSharedRules(site)],
    listExpectations: async () => [...(await listExpectations(site))],
    checkExpectations: ({ person, body }) =>
      checkChanges(site, person!, overlaysFor(site, body.withEditions, checkedChanges(site, body.changes)), {
        ...body.times,
        scheduled: body.scheduled,
        carried: body.carried,
        withEditions: body.withEditions,
      }),
    readHealth: () => healthOf(site),
    listPlacements: () => [...listPlacements(site)],
    find: ({ query }) => [...findRecords(site, query.q)],
    listSavedFilters: ({ self }) => readSavedFilters(site.knex, self.id),
    saveFilter: async ({ self, body }) => {
      await site.writes.run(() => saveSavedFilter(site.knex, self.id, body));
      return readSavedFilters(site.knex, self.id);
    },
    dropFilter: async ({ self, query }) => {
      await site.writes.run(() => dropSavedFilter(site.knex, self.id, query.list, query.name));
      return readSavedFilters(site.knex, self.id);
    },
    saveLimits: async ({ request, response, self, body }) => {
      await saveLimits(site, self, body, request.get('if-match'));
      return describeSession(site, sessions, request, response, self);
    },
    copyPages: ({ body }) => copyOfPages(site, body),
    copy: ({ body }) => copyOf(site, body),
    saveSettings: async ({ request, response, self, body }) => {
      await saveSiteSettings(site, self, body);
      return describeSession(site, sessions, request, response, self);
    },
    readZone: ({ query }) => zoneReport(site, query.zone),
    lookAs: async ({ request, response, self, body }) => {
      request.session.lookAs = checkedLook(site, self, body.as);
      await keepSession(request);
      return describeSession(site, sessions, request, response, self);
    },
    receiveContent: ({ person, request, query }) => {
      const length = request.get('content-length');
      return receiveContent(site, person, request, query.name, length === undefined ? undefined : Number(length));
    },
    listFiles: ({ query }) => listFiles(site, query),
    readFile: ({ id }) => {
      const row = fileRowOf(site, id);
      if (!row) throw new Refusal('not-found', say`There is no such file.`);
      return row;
    },
    listFielded: ({ query }) => [...listFielded(site, query.kind)],
    reportCampaign: async ({ request, person, id }) => {
      const days = await campaignReport(site, person, id);
      return request.accepts(['json', 'csv']) === 'csv' ? campaignCsv(days) : [...days];
    },
    listForms: async ({ person }) => [...(await listForms(site, person))],
    readFormMessages: async ({ request, person, id }) =>
      request.accepts(['json', 'csv']) === 'csv' ? formCsv(site, person, id) : [...(await formMessages(site, person, id))],
    deleteFormMessage: async ({ person, id }) => void (await dropFormMessage(site, person, id)),
    readTypes: () => typesNow(site),
    checkTypes: ({ body }) => reportOfTypes(site, body),
    saveTypes: ({ person, body }) => saveTypes(site, person, body),
    undoTypes: ({ person }) => undoTypes(site, person),
    showRendition: ({ body }) => shownRendition(site, body),
    listMenus: () => [...listMenus(site)],
    listForwardings: () => [...listForwardings(site)],
    importForwardings: async ({ request, person, query }) =>
      importForwardings(site, person, await bytesOf(request, importLimits.bytes), query.trial === 'yes'),
    readDeletion: ({ person, id }) => deletionOf(site, person, id),
    deleteRecord: ({ person, id }) => deleteForGood(site, person, id) as Promise<undefined>,
    readAlmanac: ({ person, query }) => almanacOf(site, person!, query),
    readBetween: ({ query }) => between(site, query),
    readBetweenOnPage: ({ person, body }) => betweenOnPage(site, person!, body),
    listEndings: ({ person, query }) => endingsOf(site, person, query),
    listCalendarFeeds: ({ person }) => listCalendarFeeds(site, person),
    makeCalendarFeed: ({ person, body }) => makeCalendarFeed(site, person, body),
    endCalendarFeed: ({ person, id }) => endCalendarFeed(site, person, id),
    listSeasons: () => [...listSeasons(site)],
    readCalendar: ({ body }) => datesOfCalendar(site, body.text),
    readCalendarElsewhere: ({ person, body }) => datesElsewhere(site, person!, body.address),
    readRibbon: ({ body }) => ribbonOf(site, { ...body, changes: checkedChanges(site, body.changes) }),
    readToday: ({ person }) => todayFor(site, person),
  };
}

/** The bytes of a body, one more than may be when there are more. */
async function bytesOf(request: Request, most: number): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of request) {
    chunks.push(chunk as Buffer);
    size += (chunk as Buffer).length;
    if (size > most) break;
  }
  return Buffer.concat(chunks);
}

function refuseWrongKey(startKey: StartKey | null, key: string): void {
  if (!startKey?.matches(key))
    throw new Refusal('not-permitted', say`This is not the address that the server told when it was started last. Take the newest one.`);
}

function describeSession(site: Site, sessions: Sessions, request: Request, response: Response, self: Person | null): Session {
  const { settings, clocks, theme } = site;
  const lookAs = lookIn(request, self);
  const person = self && personSeen(site, self, lookAs);
  const label = self && labelOfLook(site, lookAs);
  const snapshot = site.snapshots.at();
  if (self) rememberLanguage(request, response, self.language);
  return {
    person: person && {
      id: person.id,
      name: person.name,
      email: person.email,
      roles: [...person.roles],
      grants: person.grants.map(grant => namedGrant(grant, snapshot)),
      language: self.language,
    },
    lookingAs: label ? { label } : null,
    staff:
      self && may(self, 'look as another')
        ? [...site.people.values()]
            .filter(each => each.roles.length > 0 && each.id !== self.id && each.deactivatedAt === null)
            .map(({ id, name, roles }) => ({ id, name, roles: [...roles] }))
        : [],
    csrfToken: sessions.tokenFor(request, response),
    site: {
      name: settings.name,
      zone: settings.zone,
      locale: site.ledger.baseLocale,
      localeName: settings.locales[0]!.name,
      now: clocks.content(),
      isFrozen: clocks.isFrozen,
      isBegun: isBegun(site),
    },
    desk:
      self && self.roles.length > 0
        ? {
            locales: [...settings.locales],
            memberships: [...settings.memberships],
            theme: inSpokenWords(theme.manifest),
            limitsTag: limitsNow(site).tag,
            blockTypes: [...site.registry.blockTypes.values()].map(type => inSpokenWords(declarationOf(type))),
            pageTypes: [...site.registry.pageTypes.values()].map(type => inSpokenWords(pageDeclarationOf(type))),
            closedPages: settings.closedPages,
            description: settings.description,
            publicAddress: site.publicAddress,
            isAddressGiven: site.isAddressGiven,
            isIndexed: settings.isIndexed,
            signUp: settings.signUp,
            profileFields: [...settings.profileFields],
            siteWords: settings.siteWords as Record<string, Record<string, string>>,
            styles: settings.styles.map(each => ({ ...each })),
            wordChoices: settings.wordChoices as Record<string, Record<string, boolean>>,
            behindAfterDays: settings.behindAfterDays,
            lockIdleMinutes: settings.lockIdleMinutes,
            warnDays: settings.warnDays,
            framedHosts: [...settings.framedHosts],
            lockedKinds: settings.lockedKinds.map(({ kind, types }) => ({ kind, types: [...types] })),
            terms: settings.terms.map(each => ({ ...each, words: { ...each.words } })),
            themeWords: settings.themeWords as Record<string, Record<string, string>>,
            shippedWords: shippedWords(site) as Record<string, Record<string, string>>,
            opening: settings.opening,
          }
        : null,
  };
}
