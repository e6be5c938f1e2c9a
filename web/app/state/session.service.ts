import type { ActName } from '@core/rights/acts';
import { judgeAct } from '@core/rights/judge-act';
import { DOCUMENT, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { DeskSite, Session } from '@contract/messages';
import type { BeginningDraft, SiteSettingsChange } from '@contract/site';
import type { BlockTypeDeclaration } from '@core/blocks/block-type';
import type { MomentStyle } from '@core/format/moment';
import type { SiteLocale } from '@core/locale/site-locale';
import type { RecordKind } from '@core/ledger/records';
import { askableFields } from '@core/page/askable';
import type { Grant, Written } from '@core/rights/grants';
import type { RuleNames } from '@core/rule/sentence';
import type { RegionLimits } from '@core/theme/manifest';
import { editorLanguage } from './editor-language';
import { BehaviorSubject, filter, map, of, tap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';

/** Who is signed in, and what holds for the whole site. */
@Injectable({ providedIn: 'root' })
export class SessionService {
  readonly #api = inject(ApiClient);
  readonly #session = new BehaviorSubject<Session | null>(null);
  #readAt = 0;
  readonly #document = inject(DOCUMENT);

  /** Null until the server has answered. */
  readonly session$ = this.#session.asObservable();
  readonly session = toSignal(this.session$, { initialValue: null });

  /** The session, asked for once. */
  ready(): Observable<Session> {
    const known = this.#session.value;
    return known ? of(known) : this.#api.readSession().pipe(tap(session => this.#keep(session)));
  }

  signIn(email: string, password: string): Observable<Session> {
    return this.#api.signIn(email, password).pipe(tap(session => this.#keep(session)));
  }

  /** Chooses the language of the editor, and has it in that language from then on; empty goes by the browser. */
  chooseLanguage(language: string): Observable<Session> {
    return this.#api.chooseLanguage(language).pipe(tap(() => this.#document.defaultView?.location.reload()));
  }

  // English as it is written where the site is; any other language as it is.
  get #language(): string {
    const language = editorLanguage();
    return language === 'en-GB' && this.site.locale.startsWith('en') ? this.site.locale : language;
  }

  signOut(): Observable<void> {
    return this.#api.signOut().pipe(
      tap(() => this.#session.next(null)),
      map(() => undefined),
    );
  }

  /** The site, for screens behind the sign-in. @throws RangeError when nobody on the staff is signed in */
  get site(): DeskSite {
    const session = this.#session.value;
    if (!session?.desk) throw new RangeError('Nobody on the staff is signed in');
    // A clock that runs has moved on since the server told its time.
    const passed = session.site.isFrozen ? 0 : performance.now() - this.#readAt;
    return { ...session.site, ...session.desk, now: session.site.now + Math.round(passed) };
  }

  /** Fields of pages that rules may ask about, by name, with what they are called. */
  get askable(): ReadonlyMap<string, string> {
    return askableFields(this.site.pageTypes);
  }

  /** The type of block of that name; undefined when the site does not know it. */
  blockType(name: string): BlockTypeDeclaration | undefined {
    return this.site.blockTypes.find(type => type.name === name);
  }

  /** How times are written: in the manner of the language that one has the editor in. */
  get style(): MomentStyle {
    return { zone: this.site.zone, locale: this.#language, now: this.site.now };
  }

  /** What rules call layouts, memberships and locales; pages and shared rules are called by whoever knows them. */
  names(page: RuleNames['page'], sharedRule: RuleNames['sharedRule'] = () => $localize`a shared rule`): RuleNames {
    const { theme, memberships, locales } = this.site;
    return {
      page,
      sharedRule,
      layout: name => theme.layouts.find(each => each.name === name)?.label ?? name,
      membership: name => memberships.find(each => each.name === name)?.label ?? name,
      role: name => name,
      locale: tag => locales.find(each => each.tag === tag)?.name ?? tag,
      field: name => this.askable.get(name) ?? name,
    };
  }

  /** Looks at the product as a role or somebody else; null as oneself again. */
  lookAs(as: string | null): Observable<Session> {
    return this.#api.lookAs(as).pipe(tap(session => this.#keep(session)));
  }

  /** Sets what regions may hold. @param madeFrom - the tag of the limits that these were made from */
  saveLimits(limits: Readonly<Record<string, RegionLimits>>, madeFrom: string): Observable<Session> {
    return this.#api.saveLimits(limits, madeFrom).pipe(tap(session => this.#keep(session)));
  }

  /** Sets some of what holds for the whole site. */
  saveSettings(change: SiteSettingsChange): Observable<Session> {
    return this.#api.saveSettings(change).pipe(tap(session => this.#keep(session)));
  }

  /** Takes in what the editor must know of the site as it is now. */
  readAnew(): Observable<Session> {
    return this.#api.readSession().pipe(tap(session => this.#keep(session)));
  }

  /** Sets the locales of the site. */
  saveLocales(locales: readonly SiteLocale[]): Observable<Session> {
    return this.#api.saveLocales(locales).pipe(tap(session => this.#keep(session)));
  }

  /** The locales of the site. */
  locale(tag: string): SiteLocale | undefined {
    return this.site.locales.find(each => each.tag === tag);
  }

  /** Begins a site, and signs its first administrator in. */
  beginSite(beginning: BeginningDraft): Observable<Session> {
    return this.#api.beginSite(beginning).pipe(tap(session => this.#keep(session)));
  }

  /** Whether the person holds one of the roles. */
  holds(...roles: readonly string[]): boolean {
    return this.#session.value?.person?.roles.some(role => roles.includes(role)) ?? false;
  }

  /** Whether the person may do something; what only its maker may is asked of the server. */
  may(act: ActName, written: readonly Written[] = []): boolean {
    return judgeAct(act, { grants: this.grants, written }).may;
  }

  /** Whether the person may write on records of a kind, in the first locale of the site. */
  mayWrite(kind: RecordKind): boolean {
    return this.may('write', [this.written(kind)]);
  }

  /** What the person may do. */
  get grants(): readonly Grant[] {
    return (this.#session.value?.person?.grants ?? []).map(each => ({ ...each, sections: each.sections.map(page => page.id) }));
  }

  /** What is written of a kind in a locale, for asking who may. */
  written(kind: RecordKind, locale = this.site.locale): Written {
    return { kind, locale, isBase: locale === this.site.locale };
  }

  /** Emits who is signed in, each time that changes. */
  readonly person$ = this.session$.pipe(
    filter(session => session !== null),
    map(session => session.person),
  );

  #keep(session: Session): void {
    this.#readAt = performance.now();
    this.#session.next(session);
  }
}
