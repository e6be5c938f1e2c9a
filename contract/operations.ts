import { say } from '@core/tongue/say';
import { z } from 'zod';
import { instant, uuid } from './common';
import * as addresses from './addresses';
import * as assembling from './assembling';
import * as audit from './audit';
import * as bench from './bench';
import * as editions from './editions';
import { languageChoice } from './editor-languages';
import * as exchange from './exchange';
import * as fielded from './fielded';
import * as files from './files';
import * as menus from './menus';
import * as listing from './listing';
import * as forms from './forms';
import * as languages from './languages';
import * as live from './live';
import * as merging from './merging';
import * as messages from './messages';
import * as notices from './notices';
import * as people from './people';
import * as previews from './previews';
import * as remarks from './remarks';
import { publicationSet, rescheduling, withdrawal, withdrawalWish, timesCheck } from './rescheduling';
import * as rights from './rights';
import * as site from './site';
import { timeOperations } from './time-operations';
import { today } from './today';
import * as types from './types';
import * as workflows from './workflows';

/** One operation of the HTTP API. The server validates by it and the OpenAPI document is made from it. */
export interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Path beneath /api, with {parameters} as in OpenAPI. */
  readonly path: string;
  readonly summary: string;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType;
  /** What a success carries; null for an empty answer. */
  readonly answer: z.ZodType | null;
  readonly isOpenToAll?: boolean;
  /**
   * Whether it only answers a question, although it is not a GET. Everything else counts as a change, and is refused to
   * whoever looks at the product as somebody else.
   */
  readonly isQuestion?: boolean;
  /** Whether it belongs to the session itself: signing in and out, beginning and ending a look as somebody else. */
  readonly isOfSession?: boolean;
  /** Whether its body is bytes of any kind. */
  readonly takesBytes?: boolean;
  /** The media types of what it answers, where that is sent as it is made rather than as JSON. */
  readonly answersAs?: readonly string[];
  /** Whether it also answers as text/csv. */
  readonly alsoCsv?: boolean;
}

const query = {
  trial: z.strictObject({ trial: z.enum(['yes', 'no']).default('no') }),
  receive: z.strictObject({ name: z.string().min(1).max(300) }),
  start: z.strictObject({ key: z.string().max(200) }),
  zone: z.strictObject({ zone: site.timeZone }),
  pages: z.strictObject({ moment: z.coerce.number().pipe(instant).optional() }),
  compare: z.strictObject({ before: z.union([uuid, z.literal('none')]), after: uuid }),
  find: z.strictObject({ q: z.string().max(200) }),
  filterName: z.strictObject({ list: assembling.savedFilter.shape.list, name: z.string().max(60) }),
  comparedAt: z.strictObject({ at: z.coerce.number().pipe(instant).optional() }),
  reviews: z.strictObject({ stage: z.enum(['open', 'planned', 'ended']).default('open') }),
} as const;

/** The operations of the API, by name. */
export const operations = {
  readSession: {
    method: 'get',
    path: '/session',
    summary: 'Who is signed in, and what the editor must know of the site.',
    answer: messages.session,
    isOpenToAll: true,
  },
  signIn: {
    method: 'post',
    path: '/session',
    summary: 'Signs in.',
    body: messages.signIn,
    answer: messages.session,
    isOpenToAll: true,
    isOfSession: true,
  },
  signOut: { method: 'delete', path: '/session', summary: 'Signs out.', answer: null, isOpenToAll: true, isOfSession: true },
  readStart: {
    method: 'get',
    path: '/start',
    summary: 'What is asked of whoever begins a site. The key is told when the server starts.',
    query: query.start,
    answer: site.startQuestions,
    isOpenToAll: true,
  },
  beginSite: {
    method: 'post',
    path: '/start',
    summary: 'Begins a site with its first administrator, who is signed in with it.',
    body: site.keyedBeginning,
    answer: messages.session,
    isOpenToAll: true,
  },
  changePassword: {
    method: 'put',
    path: '/session/password',
    summary: 'Changes one’s own password. All other sessions end.',
    body: people.passwordChange,
    answer: null,
  },
  chooseLanguage: {
    method: 'put',
    path: '/session/language',
    summary: 'Chooses the language in which one has the editor; empty goes by one’s browser.',
    body: languageChoice,
    answer: messages.session,
  },
  listSessions: { method: 'get', path: '/session/all', summary: 'Where one is signed in.', answer: z.array(people.ownSession) },
  endSessions: { method: 'delete', path: '/session/others', summary: 'Ends all of one’s sessions but this one.', answer: null },
  listPeople: {
    method: 'get',
    path: '/people',
    summary: 'Everybody with an account; as CSV the readers.',
    answer: z.array(people.personRow),
    alsoCsv: true,
  },
  invitePerson: {
    method: 'post',
    path: '/people',
    summary: 'Adds somebody and sends them a link to choose a password.',
    body: people.invitation,
    answer: z.array(people.personRow),
  },
  changePerson: {
    method: 'put',
    path: '/people/{id}',
    summary: 'Changes what somebody may do, or whether they may sign in.',
    body: people.personChange,
    answer: z.array(people.personRow),
  },
  inviteAgain: {
    method: 'post',
    path: '/people/{id}/invitation',
    summary: 'Sends another link to somebody who has not come yet.',
    answer: null,
  },
  forgetPerson: { method: 'delete', path: '/people/{id}', summary: 'Forgets somebody whom nothing that was written names.', answer: null },
  listMails: { method: 'get', path: '/mails', summary: 'The e-mails sent lately.', answer: people.mailList },
  listPages: {
    method: 'get',
    path: '/pages',
    summary: 'The page tree in reading order, pages not live included.',
    query: query.pages,
    answer: z.array(messages.pageRow),
  },
  listBlocks: { method: 'get', path: '/blocks', summary: 'The stock, with where each block is used.', answer: z.array(messages.blockRow) },
  readRecord: {
    method: 'get',
    path: '/records/{id}',
    summary: 'One record: what is live, what waits, its revisions and where it is used.',
    answer: messages.recordDetail,
  },
  readRecords: {
    method: 'post',
    isQuestion: true,
    path: '/records/read',
    summary: 'Several records at once, in the order in which they were asked for.',
    body: z.strictObject({
      ids: z
        .array(uuid)
        .min(1, { error: () => say`Name at least one.` })
        .max(500),
    }),
    answer: z.array(messages.recordDetail),
  },
  readRevision: {
    method: 'get',
    path: '/revisions/{id}',
    summary: 'What one revision of a record says.',
    answer: messages.revisionValue,
  },
  compareRevisions: {
    method: 'get',
    path: '/compare',
    summary: 'Two revisions, field by field and word by word.',
    query: query.compare,
    answer: messages.comparison,
  },
  createEdition: {
    method: 'post',
    path: '/editions',
    summary: 'Saves changes as one edition, and makes a move with it if asked.',
    body: messages.newEdition,
    answer: messages.editionDetail,
  },
  readEdition: {
    method: 'get',
    path: '/editions/{id}',
    summary: 'An edition with its changes, compared with what is live now or at a moment, their effect and its history.',
    query: query.comparedAt,
    answer: messages.editionDetail,
  },
  moveEdition: {
    method: 'post',
    path: '/editions/{id}/moves',
    summary: 'Makes a move: sends for review, returns, declines, approves for a date.',
    body: messages.moveOfEdition,
    answer: messages.editionDetail,
  },
  offers: {
    method: 'post',
    isQuestion: true,
    path: '/editions/offers',
    summary: 'By which workflow changes would go that are not saved yet, and how they could go on.',
    body: workflows.offersRequest,
    answer: workflows.offers,
  },
  checkRescheduling: {
    method: 'post',
    isQuestion: true,
    path: '/editions/{id}/times/check',
    summary: 'What moving an approved edition to other times would break and cover.',
    body: rescheduling,
    answer: timesCheck,
  },
  rescheduleEdition: {
    method: 'put',
    path: '/editions/{id}/times',
    summary: 'Moves an edition that is approved and still ahead to other times.',
    body: rescheduling,
    answer: messages.editionDetail,
  },
  checkPublicationTimes: {
    method: 'post',
    isQuestion: true,
    path: '/publications/{id}/times/check',
    summary: 'What other times for one publication would break and cover.',
    body: rescheduling,
    answer: timesCheck,
  },
  setPublicationTimes: {
    method: 'put',
    path: '/publications/{id}/times',
    summary: 'Sets one publication to other times; of one that has begun only when it ends.',
    body: rescheduling,
    answer: publicationSet,
  },
  checkWithdrawal: {
    method: 'get',
    path: '/editions/{id}/withdrawal',
    summary: 'What readers would get if an edition that is approved and still ahead were taken back.',
    answer: withdrawal,
  },
  withdrawPlanned: {
    method: 'post',
    path: '/editions/{id}/withdrawal',
    summary: 'Takes back an edition that is approved and still ahead.',
    body: withdrawalWish,
    answer: messages.editionDetail,
  },
  giveWord: {
    method: 'post',
    path: '/editions/{id}/words',
    summary: 'Gives one’s word, as one of one’s roles, for what stands in an edition.',
    body: workflows.givenWord,
    answer: messages.editionDetail,
  },
  readUndoing: {
    method: 'get',
    path: '/editions/{id}/undoing',
    summary: 'The changes that would put everything an edition published back to what it was before.',
    answer: assembling.undoing,
  },
  joinEdition: {
    method: 'post',
    path: '/editions/{id}/changes',
    summary: 'Puts further changes into an edition on its way, so that all go live together.',
    body: editions.joinEdition,
    answer: messages.editionDetail,
  },
  joinWhole: {
    method: 'post',
    path: '/editions/{id}/joined',
    summary: 'Puts all that is in another edition on its way into this one, so that all go live together.',
    body: editions.joiningEdition,
    answer: messages.editionDetail,
  },
  editEdition: {
    method: 'put',
    path: '/editions/{id}',
    summary: 'Changes what an edition is called, when it is wished for and what its reviewers are told.',
    body: editions.editEdition,
    answer: messages.editionDetail,
  },
  takeOut: {
    method: 'post',
    path: '/proposals/{id}/apart',
    summary: 'Takes a change out of its edition, into one of its own.',
    answer: messages.editionDetail,
  },
  listEditions: {
    method: 'get',
    path: '/editions',
    summary: 'Editions that wait, or that have ended.',
    query: query.reviews,
    answer: z.array(messages.editionRow),
  },
  saveProposal: {
    method: 'put',
    path: '/proposals/{id}',
    summary: 'Saves a new revision on a proposal.',
    body: messages.saveProposal,
    answer: messages.recordDetail,
  },
  mergeVersions: {
    method: 'post',
    isQuestion: true,
    path: '/merging',
    summary: 'What one’s own version of a record and a stored one come to together, three ways, and what has to be settled.',
    body: merging.mergeRequest,
    answer: merging.merging,
  },
  previewMerge: {
    method: 'post',
    isQuestion: true,
    path: '/proposals/{id}/merging',
    summary: 'What a proposal and what has become live since come to together.',
    body: merging.proposalMergeRequest,
    answer: merging.proposalMerging,
  },
  mergeIntoProposal: {
    method: 'post',
    path: '/proposals/{id}/merges',
    summary: 'Brings what has become live since into a proposal, as a revision that names both.',
    body: merging.mergeIntoProposal,
    answer: messages.recordDetail,
  },
  saveLocales: {
    method: 'put',
    path: '/locales',
    summary: 'Sets the locales in which the site is read, in their order.',
    body: languages.locales,
    answer: messages.session,
  },
  reportLocales: {
    method: 'post',
    isQuestion: true,
    path: '/locales/report',
    summary: 'What other locales would do to addresses and to what is read by whom.',
    body: languages.locales,
    answer: languages.localesReport,
  },
  readCoverage: {
    method: 'get',
    path: '/coverage',
    summary: 'How far every record of a kind is written in every locale.',
    query: languages.coverageQuery,
    answer: languages.coverage,
  },
  readWords: {
    method: 'get',
    path: '/records/{id}/words',
    summary: 'A record in a locale, field by field: what it says there, what it follows, and what it is behind.',
    query: languages.wordsQuery,
    answer: languages.words,
  },
  readMemory: {
    method: 'get',
    path: '/records/{id}/memory',
    summary: 'What was written before in a locale for words like those of a record.',
    query: languages.wordsQuery,
    answer: bench.remembered,
  },
  draftWords: {
    method: 'post',
    isQuestion: true,
    path: '/records/{id}/drafts',
    summary: 'Drafts of a record’s words by machine. Nothing is stored.',
    body: bench.draftQuestion,
    answer: bench.drafts,
  },
  followEvents: {
    method: 'get',
    path: '/events',
    summary: 'What happens, as it happens, as server-sent events: who writes where, what is saved and what becomes of it.',
    answer: null,
    answersAs: ['text/event-stream'],
  },
  holdRecord: {
    method: 'put',
    path: '/records/{id}/lock',
    summary: 'Takes or keeps a record that one writes on; answers with whoever holds it.',
    body: live.lockWish,
    answer: live.lockAnswer,
  },
  takeOverRecord: {
    method: 'post',
    path: '/records/{id}/lock',
    summary: 'Takes a record from whoever holds it. They are told, and keep what they wrote.',
    body: live.lockQuestion,
    answer: live.lockAnswer,
  },
  giveBackRecord: {
    method: 'delete',
    path: '/records/{id}/lock',
    summary: 'Gives back a record that one holds.',
    query: live.lockQuestion,
    answer: null,
  },
  listRemarks: {
    method: 'get',
    path: '/editions/{id}/remarks',
    summary: 'What is remarked on an edition, with the answers, and where the words that it is about stand now.',
    answer: remarks.remarks,
  },
  addRemark: {
    method: 'post',
    path: '/editions/{id}/remarks',
    summary: 'Remarks on an edition, a change, a field or some words of it; or answers a remark.',
    body: remarks.remarkWish,
    answer: remarks.remarks,
  },
  settleRemark: {
    method: 'put',
    path: '/remarks/{id}/settled',
    summary: 'Says that a remark is settled, or is not after all.',
    body: remarks.settledWish,
    answer: remarks.remarks,
  },
  listNotices: { method: 'get', path: '/notices', summary: 'What one has been told of.', answer: notices.notices },
  readNotices: {
    method: 'post',
    path: '/notices/read',
    summary: 'Says that notices were read.',
    body: notices.readNotices,
    answer: notices.notices,
  },
  listNoticeChoices: {
    method: 'get',
    path: '/notices/choices',
    summary: 'Of what one is told, in the editor and by e-mail.',
    answer: notices.noticeChoiceRows,
  },
  chooseNotices: {
    method: 'put',
    path: '/notices/choices',
    summary: 'Chooses of what one is told, in the editor and by e-mail, at once or once a day.',
    body: notices.noticeChoices,
    answer: notices.noticeChoiceRows,
  },
  listPreviewLinks: {
    method: 'get',
    path: '/editions/{id}/previews',
    summary: 'The links by which people without an account look at an edition.',
    answer: previews.previewLinks,
  },
  makePreviewLink: {
    method: 'post',
    path: '/editions/{id}/previews',
    summary: 'Makes a link by which somebody without an account looks at an edition. Its address is told this once.',
    body: previews.previewWish,
    answer: previews.previewLinks,
  },
  endPreviewLink: {
    method: 'delete',
    path: '/previews/{id}',
    summary: 'Ends a preview link: from then on it leads nowhere.',
    answer: previews.previewLinks,
  },
  readLog: {
    method: 'get',
    path: '/log',
    summary: 'What was done by whom, from where, with what there was before and is after; newest first, some at a time.',
    query: audit.auditPageQuestion,
    answer: audit.auditPage,
  },
  exportLog: {
    method: 'get',
    path: '/log/export',
    summary: 'What was done by whom, as comma-separated values or as lines of JSON, oldest first.',
    query: audit.auditExportQuestion,
    answer: null,
    answersAs: ['text/csv', 'application/jsonl'],
  },
  checkLog: {
    method: 'get',
    path: '/log/check',
    summary: 'Whether the log is whole: every entry hashed over the one before it.',
    answer: audit.auditCheck,
  },
  sendOut: {
    method: 'post',
    isQuestion: true,
    path: '/words/out',
    summary:
      'Records for translators, as an XLIFF 2.1 document or a CSV table: what they say in one locale beside what they say in another.',
    body: exchange.sendOut,
    answer: null,
    answersAs: ['application/xliff+xml', 'text/csv'],
  },
  takeIn: {
    method: 'post',
    path: '/words/in',
    summary: 'Takes in a document that came back, as proposals. A trial only tells what it would do, unit by unit.',
    query: exchange.takeInQuery,
    answer: exchange.takeInReport,
    takesBytes: true,
  },
  readListing: {
    method: 'post',
    isQuestion: true,
    path: '/listing',
    summary: 'What a listing would hold from a vantage, with why each page is in it and why the next ones are not.',
    body: listing.listingQuestion,
    answer: listing.listingAnswer,
  },
  view: {
    method: 'post',
    isQuestion: true,
    path: '/view',
    summary: 'A page from a vantage: rendered, and as a running order with reasons.',
    body: messages.viewRequest,
    answer: messages.view,
  },
  effect: {
    method: 'post',
    isQuestion: true,
    path: '/effect',
    summary: 'What changes would do: pages gained and lost, and from when.',
    body: messages.effectRequest,
    answer: z.array(messages.effect),
  },
  readSiteFacts: {
    method: 'post',
    isQuestion: true,
    path: '/site-facts',
    summary: 'All that reach is computed from: pages, placements, blocks and shared rules, before and with changes.',
    body: assembling.siteFactsRequest,
    answer: z.custom<import('@core/reach/site-facts').SiteFacts>(),
  },
  readReach: {
    method: 'post',
    isQuestion: true,
    path: '/reach',
    summary: 'Placements against the page tree: where each shows, gains, loses or is away.',
    body: assembling.reachRequest,
    alsoCsv: true,
    answer: assembling.reach,
  },
  why: {
    method: 'post',
    isQuestion: true,
    path: '/why',
    summary: 'Why a placement shows or does not, test by test, and what would turn it.',
    body: assembling.whyRequest,
    answer: assembling.why,
  },
  listSharedRules: {
    method: 'get',
    path: '/shared-rules',
    summary: 'Shared rules with their reasons and what each governs.',
    answer: z.array(assembling.sharedRuleRow),
  },
  listExpectations: {
    method: 'get',
    path: '/expectations',
    summary: 'Expectations, each checked over the year ahead.',
    answer: z.array(assembling.expectationRow),
  },
  checkExpectations: {
    method: 'post',
    isQuestion: true,
    path: '/expectations/check',
    summary: 'Which expectations changes would break, where and when.',
    body: assembling.checkRequest,
    answer: assembling.check,
  },
  readHealth: {
    method: 'get',
    path: '/health',
    summary: 'What is wrong with the site, over pages, readers, locales and the year ahead.',
    answer: assembling.health,
  },
  listPlacements: {
    method: 'get',
    path: '/placements',
    summary: 'Every placement, with its rule in words and how many pages it reaches.',
    answer: z.array(assembling.placementRow),
  },
  find: {
    method: 'get',
    path: '/find',
    summary: 'Pages, blocks, placements and shared rules by title, text or path.',
    query: query.find,
    answer: z.array(assembling.found),
  },
  listSavedFilters: { method: 'get', path: '/saved-filters', summary: 'One’s own saved filters.', answer: z.array(assembling.savedFilter) },
  saveFilter: {
    method: 'put',
    path: '/saved-filters',
    summary: 'Keeps a filter under a name; one of the same list and name is replaced.',
    body: assembling.savedFilter,
    answer: z.array(assembling.savedFilter),
  },
  dropFilter: {
    method: 'delete',
    path: '/saved-filters',
    summary: 'Forgets a saved filter.',
    query: query.filterName,
    answer: z.array(assembling.savedFilter),
  },
  readRights: {
    method: 'get',
    path: '/rights',
    summary: 'What the person may do to a record, or to the site, and who could.',
    query: rights.rightsQuestion,
    answer: rights.rights,
  },
  readWorkflows: {
    method: 'get',
    path: '/workflows',
    summary: 'How what is written comes to be live: stages, moves, what stands in the way, and how much stands where.',
    answer: workflows.workflowsReport,
  },
  checkWorkflows: {
    method: 'post',
    isQuestion: true,
    path: '/workflows/check',
    summary: 'What other workflows would come to, and what they would do to all that is on its way.',
    body: workflows.newWorkflows,
    answer: workflows.workflowsReport,
  },
  saveWorkflows: {
    method: 'put',
    path: '/workflows',
    summary: 'Sets the workflows. If-Match names those that these were made from.',
    body: workflows.newWorkflows,
    answer: workflows.workflowsReport,
  },
  saveLimits: {
    method: 'put',
    path: '/limits',
    summary: 'Sets what regions may hold. If-Match names the limits that these were made from.',
    body: assembling.limits,
    answer: messages.session,
  },
  copy: {
    method: 'post',
    isQuestion: true,
    path: '/copies',
    summary: 'A separate copy of a block and of a placement of it, as changes to be saved.',
    body: assembling.copyRequest,
    answer: assembling.copied,
  },
  copyPages: {
    method: 'post',
    isQuestion: true,
    path: '/copies/pages',
    summary: 'A copy of a page with all beneath it, and of the placements whose rules name those pages, as changes to be saved.',
    body: assembling.pageCopyRequest,
    answer: assembling.copied,
  },
  saveSettings: {
    method: 'put',
    path: '/settings',
    summary: 'Sets what holds for the whole site.',
    body: site.siteSettings,
    answer: messages.session,
  },
  readZone: {
    method: 'get',
    path: '/zone',
    summary: 'What another time zone of the site would do.',
    query: query.zone,
    answer: site.zoneReport,
  },
  lookAs: {
    method: 'put',
    isOfSession: true,
    path: '/session/look-as',
    summary: 'Looks at the product as a role or person would, without any right gained.',
    body: assembling.lookAs,
    answer: messages.session,
  },
  receiveContent: {
    method: 'post',
    path: '/contents',
    summary: 'Receives the bytes of a file, sent as they are. What it is follows from them; a file is made of it by an edition.',
    query: query.receive,
    answer: files.received,
    takesBytes: true,
  },
  listFiles: {
    method: 'get',
    path: '/files',
    summary: 'The files of the library, some at a time.',
    query: files.filesQuery,
    answer: files.fileList,
  },
  readFile: { method: 'get', path: '/files/{id}', summary: 'One file as lists show it.', answer: files.fileRow },
  listFielded: {
    method: 'get',
    path: '/fielded',
    summary: 'Carousels, or campaigns of sponsors, and where each shows.',
    query: fielded.fieldedQuery,
    answer: z.array(fielded.fieldedRow),
  },
  reportCampaign: {
    method: 'get',
    path: '/campaigns/{id}/report',
    summary: 'How often a campaign was seen and followed, by day; programs left out, nothing kept of who it was.',
    answer: z.array(fielded.campaignDay),
    alsoCsv: true,
  },
  listForms: {
    method: 'get',
    path: '/forms',
    summary: 'Forms, and how much was sent through each.',
    answer: z.array(forms.formRow),
  },
  readFormMessages: {
    method: 'get',
    path: '/forms/{id}/messages',
    summary: 'What readers sent through a form, the latest first.',
    answer: z.array(forms.formMessage),
    alsoCsv: true,
  },
  deleteFormMessage: {
    method: 'delete',
    path: '/form-messages/{id}',
    summary: 'Deletes what somebody sent, for good.',
    answer: null,
  },
  readTypes: { method: 'get', path: '/types', summary: 'The types that the site has made without code.', answer: types.typesTold },
  checkTypes: {
    method: 'post',
    isQuestion: true,
    path: '/types/check',
    summary: 'What types as they are wanted would do to every record that there is.',
    body: types.siteTypes,
    answer: types.typesReport,
  },
  saveTypes: {
    method: 'put',
    path: '/types',
    summary: 'Sets the types of the site. A field that is left out is withdrawn and keeps its values.',
    body: types.typesWish,
    answer: types.typesTold,
  },
  undoTypes: { method: 'post', path: '/types/undo', summary: 'Takes the last change of types back.', answer: types.typesTold },
  showRendition: {
    method: 'post',
    isQuestion: true,
    path: '/types/rendition',
    summary: 'How a rendition that is being set shows a record.',
    body: types.renditionQuestion,
    answer: types.renditionShown,
  },
  listMenus: { method: 'get', path: '/menus', summary: 'Menus, and where each shows.', answer: z.array(menus.menuRow) },
  listForwardings: {
    method: 'get',
    path: '/forwardings',
    summary: 'Old addresses, where each leads in the end, and how often it was asked for.',
    answer: z.array(addresses.forwardingRow),
  },
  importForwardings: {
    method: 'post',
    path: '/forwardings/import',
    summary: 'Takes in a list of old addresses as CSV: the old one, the new one, and how it answers. A trial only tells what it would do.',
    query: query.trial,
    answer: addresses.importReport,
    takesBytes: true,
  },
  readDeletion: {
    method: 'get',
    path: '/records/{id}/deletion',
    summary: 'What deleting a record for good would take, and what stands in the way.',
    answer: assembling.deletion,
  },
  deleteRecord: {
    method: 'delete',
    path: '/records/{id}',
    summary: 'Deletes a record for good, with all its revisions.',
    answer: null,
  },
  readRibbon: {
    method: 'post',
    isQuestion: true,
    path: '/ribbon',
    summary: 'When each placement of a page shows within a span of time, as it is and as what is on its way would have it.',
    body: messages.ribbonRequest,
    answer: messages.ribbon,
  },
  ...timeOperations,
  readToday: { method: 'get', path: '/today', summary: 'What changes today and next, what waits, what is wrong.', answer: today },
} as const satisfies Record<string, Operation>;

/** Whether an operation changes what is stored. What does not say otherwise does. */
export function isChange({ method, isQuestion, isOfSession }: Operation): boolean {
  return method !== 'get' && !isQuestion && !isOfSession;
}

/** See {@link operations}. */
export type OperationName = keyof typeof operations;
