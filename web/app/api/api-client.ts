import { HttpClient, HttpErrorResponse, type HttpParams } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Problem } from '@contract/common';
import type * as addresses from '@contract/addresses';
import type * as almanac from '@contract/almanac';
import type * as between from '@contract/between';
import type * as feeds from '@contract/calendar-feeds';
import type * as endings from '@contract/endings';
import type * as seasons from '@contract/seasons';
import type * as assembling from '@contract/assembling';
import type * as audit from '@contract/audit';
import type * as bench from '@contract/bench';
import type * as exchange from '@contract/exchange';
import type * as forms from '@contract/forms';
import type { SiteTypes } from '@core/site-types/site-type';
import type * as types from '@contract/types';
import type * as fielded from '@contract/fielded';
import type * as files from '@contract/files';
import type * as languages from '@contract/languages';
import type * as listing from '@contract/listing';
import type { SiteLocale } from '@core/locale/site-locale';
import type * as menus from '@contract/menus';
import type * as live from '@contract/live';
import type * as editions from '@contract/editions';
import type * as merging from '@contract/merging';
import type * as messages from '@contract/messages';
import type * as notices from '@contract/notices';
import type * as remarks from '@contract/remarks';
import type * as people from '@contract/people';
import type * as previews from '@contract/previews';
import type * as rescheduling from '@contract/rescheduling';
import type * as rights from '@contract/rights';
import type * as workflows from '@contract/workflows';
import type * as site from '@contract/site';
import type { Today } from '@contract/today';
import type { SiteFacts } from '@core/reach/site-facts';
import type { RegionLimits } from '@core/theme/manifest';
import { catchError, throwError, type Observable } from 'rxjs';

type Query = HttpParams | Record<string, string | number>;

/** A request that the server refused, or that did not reach it. */
export class ApiProblem extends Error {
  override readonly name = 'ApiProblem';

  constructor(readonly problem: Problem & Readonly<Record<string, unknown>>) {
    super(problem.detail);
  }

  /** What is wrong in words: each fault by itself where there are any, without where in what was sent it lies. */
  get words(): string {
    return (this.problem.errors ?? []).map(each => each.detail).join(' ') || this.message;
  }

  /** What is wrong with the value at a JSON Pointer, or with anything beneath it. */
  faultAt(pointer: string): string | null {
    return this.problem.errors?.find(each => each.pointer === pointer || each.pointer.startsWith(`${pointer}/`))?.detail ?? null;
  }
}

/** The HTTP API, typed by the contract. Failures come as {@link ApiProblem}. */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  readonly #http = inject(HttpClient);

  readSession = () => this.#get<messages.Session>('session');
  signIn = (email: string, password: string) => this.#post<messages.Session>('session', { email, password });
  signOut = () => this.#refine(this.#http.delete<void>('/api/session'));
  readStart = (key: string) => this.#get<site.StartQuestions>('start', { key });
  beginSite = (beginning: site.BeginningDraft) => this.#post<messages.Session>('start', beginning);
  readZone = (zone: string) => this.#get<site.ZoneReport>('zone', { zone });
  /** @param moment - UTC milliseconds; left out, now */
  listPages = (moment?: number) => this.#get<messages.PageRow[]>('pages', moment === undefined ? {} : { moment });
  listBlocks = () => this.#get<messages.BlockRow[]>('blocks');
  readRecords = (ids: readonly string[]) => this.#post<messages.RecordDetail[]>('records/read', { ids });
  readRecord = (id: string) => this.#get<messages.RecordDetail>(`records/${id}`);
  readRevision = (id: string) => this.#get<messages.RevisionValue>(`revisions/${id}`);
  compareRevisions = (before: string, after: string) => this.#get<messages.Comparison>('compare', { before, after });
  createEdition = (edition: messages.EditionDraft) => this.#post<messages.EditionDetail>('editions', edition);
  readEdition = (id: string, at?: number) => this.#get<messages.EditionDetail>(`editions/${id}`, at === undefined ? {} : { at });
  joinWhole = (id: string, editionId: string) => this.#post<messages.EditionDetail>(`editions/${id}/joined`, { editionId });
  joinEdition = (id: string, changes: editions.JoiningChanges) => this.#post<messages.EditionDetail>(`editions/${id}/changes`, changes);
  editEdition = (id: string, wish: editions.EditEdition) =>
    this.#refine(this.#http.put<messages.EditionDetail>(`/api/editions/${id}`, wish));
  takeOut = (proposalId: string) => this.#post<messages.EditionDetail>(`proposals/${proposalId}/apart`, {});
  readUndoing = (id: string) => this.#get<assembling.Undoing>(`editions/${id}/undoing`);
  moveEdition = (id: string, move: messages.EditionMoveWish) => this.#post<messages.EditionDetail>(`editions/${id}/moves`, move);
  listEditions = (stage: 'open' | 'planned' | 'ended') => this.#get<messages.EditionRow[]>('editions', { stage });
  saveLocales = (locales: readonly SiteLocale[]) => this.#refine(this.#http.put<messages.Session>('/api/locales', { locales }));
  reportLocales = (locales: readonly SiteLocale[]) => this.#post<languages.LocalesReport>('locales/report', { locales });
  readCoverage = (kind: string) => this.#get<languages.CoverageTable>('coverage', { kind });
  readWords = (id: string, locale: string) => this.#get<languages.Words>(`records/${id}/words`, { locale });
  readMemory = (id: string, locale: string) => this.#get<bench.Remembered>(`records/${id}/memory`, { locale });
  draftWords = (id: string, locale: string, names: readonly string[]) =>
    this.#post<bench.Drafts>(`records/${id}/drafts`, { locale, names });
  holdRecord = (id: string, locale: string, isActive: boolean) =>
    this.#refine(this.#http.put<live.LockAnswer>(`/api/records/${id}/lock`, { locale, isActive }));
  takeOverRecord = (id: string, locale: string) => this.#post<live.LockAnswer>(`records/${id}/lock`, { locale });
  giveBackRecord = (id: string, locale: string) => this.#refine(this.#http.delete<void>(`/api/records/${id}/lock`, { params: { locale } }));
  listPreviewLinks = (editionId: string) => this.#get<previews.PreviewLinks>(`editions/${editionId}/previews`);
  makePreviewLink = (editionId: string, wish: previews.PreviewRequest) =>
    this.#post<previews.PreviewLinks>(`editions/${editionId}/previews`, wish);
  endPreviewLink = (id: string) => this.#refine(this.#http.delete<previews.PreviewLinks>(`/api/previews/${id}`));
  readLog = (question: Query) => this.#get<audit.AuditPage>('log', question);
  checkLog = () => this.#get<audit.AuditCheck>('log/check');
  sendOut = (question: exchange.SendOutRequest) => this.#refine(this.#http.post('/api/words/out', question, { responseType: 'blob' }));
  takeIn = (bytes: Blob, query: exchange.TakeInRequest) =>
    this.#refine(
      this.#http.post<exchange.TakeInReport>('/api/words/in', bytes, {
        params: { ...query },
        headers: { 'content-type': 'application/octet-stream' },
      }),
    );
  saveProposal = (
    id: string,
    body: { value: unknown; parentRevisionId: string; note: string; translatedFromId?: string; stillRight?: string[] },
  ) => this.#refine(this.#http.put<messages.RecordDetail>(`/api/proposals/${id}`, body));
  mergeVersions = (request: merging.MergeRequest) => this.#post<merging.Merging>('merging', request);
  previewMerge = (proposalId: string, choices: merging.MergeQuestion['choices']) =>
    this.#post<merging.ProposalMerging>(`proposals/${proposalId}/merging`, { choices });
  mergeIntoProposal = (proposalId: string, wish: merging.MergeIntoProposal) =>
    this.#post<messages.RecordDetail>(`proposals/${proposalId}/merges`, wish);
  listRemarks = (editionId: string) => this.#get<remarks.Remarks>(`editions/${editionId}/remarks`);
  addRemark = (editionId: string, wish: remarks.RemarkWish) => this.#post<remarks.Remarks>(`editions/${editionId}/remarks`, wish);
  settleRemark = (id: string, isSettled: boolean) =>
    this.#refine(this.#http.put<remarks.Remarks>(`/api/remarks/${id}/settled`, { isSettled }));
  listNotices = () => this.#get<notices.Notices>('notices');
  readNotices = (ids: string[] | null) => this.#post<notices.Notices>('notices/read', { ids });
  listNoticeChoices = () => this.#get<notices.NoticeChoiceRow[]>('notices/choices');
  chooseNotices = (wish: notices.NoticeChoicesWish) =>
    this.#refine(this.#http.put<notices.NoticeChoiceRow[]>('/api/notices/choices', wish));
  view = (request: messages.ViewQuestion) => this.#post<messages.View>('view', request);
  effect = (request: Partial<messages.EffectRequest>) => this.#post<messages.Effect[]>('effect', request);
  readSiteFacts = (request: assembling.SiteFactsQuestion) => this.#post<SiteFacts>('site-facts', request);
  why = (request: assembling.WhyQuestion) => this.#post<assembling.Why>('why', request);
  reachCsv = (request: assembling.ReachQuestion) =>
    this.#refine(this.#http.post('/api/reach', request, { headers: { accept: 'text/csv' }, responseType: 'text' }));
  readListing = (question: listing.ListingQuestionWish) => this.#post<listing.ListingFound>('listing', question);
  listSharedRules = () => this.#get<assembling.SharedRuleRow[]>('shared-rules');
  readBetween = (from: number, until: number, locale?: string) =>
    this.#get<between.Between>('between', { from, until, ...(locale ? { locale } : {}) });
  readBetweenOnPage = (wish: between.BetweenOnPageWish) => this.#post<between.BetweenOnPage>('between/page', wish);
  listEndings = (ahead: number, back: number) => this.#get<endings.Endings>('endings', { ahead, back });
  listCalendarFeeds = () => this.#get<feeds.CalendarFeeds>('calendar-feeds');
  makeCalendarFeed = (wish: feeds.CalendarFeedWish) => this.#post<feeds.CalendarFeeds>('calendar-feeds', wish);
  endCalendarFeed = (id: string) => this.#refine(this.#http.delete<feeds.CalendarFeeds>(`/api/calendar-feeds/${id}`));
  listSeasons = () => this.#get<seasons.SeasonRow[]>('seasons');
  readCalendarElsewhere = (address: string) => this.#post<seasons.CalendarDates>('calendar/elsewhere', { address });
  readCalendar = (text: string) => this.#post<seasons.CalendarDates>('calendar', { text });
  listExpectations = () => this.#get<assembling.ExpectationRow[]>('expectations');
  checkExpectations = (request: assembling.CheckQuestion) => this.#post<assembling.Check>('expectations/check', request);
  listPlacements = () => this.#get<assembling.PlacementRow[]>('placements');
  find = (q: string) => this.#get<assembling.Found[]>('find', { q });
  listSavedFilters = () => this.#get<assembling.SavedFilter[]>('saved-filters');
  saveFilter = (filter: assembling.SavedFilter) => this.#refine(this.#http.put<assembling.SavedFilter[]>('/api/saved-filters', filter));
  dropFilter = (list: string, name: string) =>
    this.#refine(this.#http.delete<assembling.SavedFilter[]>('/api/saved-filters', { params: { list, name } }));
  readRights = (question: rights.RightsQuestion) => this.#get<rights.Rights>('rights', { ...question });
  readWorkflows = () => this.#get<workflows.WorkflowsReport>('workflows');
  checkWorkflows = (wish: workflows.WorkflowsWish) => this.#post<workflows.WorkflowsReport>('workflows/check', wish);
  saveWorkflows = (wish: workflows.WorkflowsWish, madeFrom: string) =>
    this.#refine(this.#http.put<workflows.WorkflowsReport>('/api/workflows', wish, { headers: { 'If-Match': madeFrom } }));
  offers = (changes: readonly messages.OverlayWish[]) => this.#post<workflows.Offers>('editions/offers', { changes });
  checkRescheduling = (id: string, wish: rescheduling.ReschedulingWish) =>
    this.#post<rescheduling.TimesCheck>(`editions/${id}/times/check`, wish);
  checkPublicationTimes = (id: string, wish: rescheduling.ReschedulingWish) =>
    this.#post<rescheduling.TimesCheck>(`publications/${id}/times/check`, wish);
  setPublicationTimes = (id: string, wish: rescheduling.ReschedulingWish) =>
    this.#refine(this.#http.put<rescheduling.PublicationSet>(`/api/publications/${id}/times`, wish));
  checkWithdrawal = (id: string) => this.#get<rescheduling.Withdrawal>(`editions/${id}/withdrawal`);
  withdrawPlanned = (id: string, wish: rescheduling.WithdrawalWish) =>
    this.#post<messages.EditionDetail>(`editions/${id}/withdrawal`, wish);
  rescheduleEdition = (id: string, wish: rescheduling.ReschedulingWish) =>
    this.#refine(this.#http.put<messages.EditionDetail>(`/api/editions/${id}/times`, wish));
  giveWord = (id: string, word: workflows.GivenWordWish) => this.#post<messages.EditionDetail>(`editions/${id}/words`, word);
  saveLimits = (limits: Readonly<Record<string, RegionLimits>>, madeFrom: string) =>
    this.#refine(this.#http.put<messages.Session>('/api/limits', limits, { headers: { 'If-Match': madeFrom } }));
  saveSettings = (change: site.SiteSettingsChange) => this.#refine(this.#http.put<messages.Session>('/api/settings', change));
  lookAs = (as: string | null) => this.#refine(this.#http.put<messages.Session>('/api/session/look-as', { as }));
  listFiles = (query: files.FilesQuestion) => this.#get<files.FileList>('files', { ...query } as Query);
  readFile = (id: string) => this.#get<files.FileRow>(`files/${id}`);
  /** Sends the bytes of a file, telling how far they are. */
  receiveContent = (bytes: Blob, name: string) =>
    this.#refine(
      this.#http.post<files.Received>('/api/contents', bytes, {
        params: { name: name.slice(0, 300) },
        headers: { 'content-type': 'application/octet-stream' },
        reportProgress: true,
        observe: 'events',
      }),
    );
  copyPages = (request: assembling.PageCopyRequest) => this.#post<assembling.Copied>('copies/pages', request);
  listPeople = () => this.#get<people.PersonRow[]>('people');
  readersCsv = () => this.#refine(this.#http.get('/api/people', { headers: { accept: 'text/csv' }, responseType: 'text' }));
  invitePerson = (invitation: people.InvitationDraft) => this.#post<people.PersonRow[]>('people', invitation);
  changePerson = (id: string, change: people.PersonChange) => this.#refine(this.#http.put<people.PersonRow[]>(`/api/people/${id}`, change));
  inviteAgain = (id: string) => this.#post<void>(`people/${id}/invitation`, {});
  forgetPerson = (id: string) => this.#refine(this.#http.delete<void>(`/api/people/${id}`));
  listMails = () => this.#get<people.MailList>('mails');
  changePassword = (current: string, next: string) => this.#refine(this.#http.put<void>('/api/session/password', { current, next }));
  chooseLanguage = (language: string) => this.#refine(this.#http.put<messages.Session>('/api/session/language', { language }));
  listSessions = () => this.#get<people.OwnSession[]>('session/all');
  endSessions = () => this.#refine(this.#http.delete<void>('/api/session/others'));
  listFielded = (kind: fielded.FieldedKindName) => this.#get<fielded.FieldedRow[]>('fielded', { kind });
  reportCampaign = (id: string) => this.#get<fielded.CampaignDay[]>(`campaigns/${id}/report`);
  campaignCsv = (id: string) =>
    this.#refine(this.#http.get(`/api/campaigns/${id}/report`, { headers: { accept: 'text/csv' }, responseType: 'text' }));
  listForms = () => this.#get<forms.FormRow[]>('forms');
  readFormMessages = (id: string) => this.#get<forms.FormMessageTold[]>(`forms/${id}/messages`);
  formCsv = (id: string) =>
    this.#refine(this.#http.get(`/api/forms/${id}/messages`, { headers: { accept: 'text/csv' }, responseType: 'text' }));
  deleteFormMessage = (id: string) => this.#refine(this.#http.delete<void>(`/api/form-messages/${id}`));
  readTypes = () => this.#get<types.TypesTold>('types');
  checkTypes = (wanted: SiteTypes) => this.#post<types.TypesReport>('types/check', wanted);
  saveTypes = (wish: types.TypesWish) => this.#refine(this.#http.put<types.TypesTold>('/api/types', wish));
  undoTypes = () => this.#post<types.TypesTold>('types/undo', {});
  showRendition = (question: types.RenditionQuestion) => this.#post<types.RenditionShown>('types/rendition', question);
  listMenus = () => this.#get<menus.MenuRow[]>('menus');
  listForwardings = () => this.#get<addresses.ForwardingRow[]>('forwardings');
  importForwardings = (bytes: Blob, isTrial: boolean) =>
    this.#refine(
      this.#http.post<addresses.ImportReport>('/api/forwardings/import', bytes, {
        params: { trial: isTrial ? 'yes' : 'no' },
        headers: { 'content-type': 'application/octet-stream' },
      }),
    );
  readDeletion = (id: string) => this.#get<assembling.Deletion>(`records/${id}/deletion`);
  deleteRecord = (id: string) => this.#refine(this.#http.delete<void>(`/api/records/${id}`));
  readAlmanac = (query: almanac.AlmanacQuery) => this.#get<almanac.Almanac>('almanac', { ...query });
  readRibbon = (question: messages.RibbonQuestion) => this.#post<messages.Ribbon>('ribbon', question);
  readToday = () => this.#get<Today>('today');

  #get<Answer>(path: string, params: Query = {}): Observable<Answer> {
    return this.#refine(this.#http.get<Answer>(`/api/${path}`, { params }));
  }

  #post<Answer>(path: string, body: unknown): Observable<Answer> {
    return this.#refine(this.#http.post<Answer>(`/api/${path}`, body));
  }

  #refine<Answer>(answer: Observable<Answer>): Observable<Answer> {
    return answer.pipe(catchError((error: unknown) => throwError(() => asProblem(error))));
  }
}

function asProblem(error: unknown): ApiProblem {
  const body = error instanceof HttpErrorResponse ? (error.error as unknown) : null;
  const parsed = typeof body === 'string' ? parseProblem(body) : body;
  if (isProblem(parsed)) return new ApiProblem(parsed);
  return new ApiProblem({
    type: 'about:blank',
    status: 0,
    code: 'unreachable',
    title: $localize`The server cannot be reached`,
    detail: $localize`The server cannot be reached. What you have written is kept in this browser; try again in a moment.`,
  });
}

function parseProblem(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

function isProblem(body: unknown): body is Problem & Record<string, unknown> {
  return typeof body === 'object' && body !== null && 'code' in body && 'detail' in body;
}
