import { declarationOf } from '@core/blocks/block-type';
import { blockTypes } from '@core/blocks/index';
import { pageDeclarationOf } from '@core/page-types/page-type';
import { pageTypes } from '@core/page-types/index';
import type { Type } from '@angular/core';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { FileRow } from '@contract/files';
import type { DeskSite, PageRow } from '@contract/messages';
import { askableFields } from '@core/page/askable';
import { firstLocale, freshLocale } from '@core/locale/site-locale';
import { smallTheme } from '@core/testing/small-world';
import { of, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { SessionService } from '../state/session.service';

const site: DeskSite = {
  name: 'Test',
  zone: 'Europe/London',
  locale: 'en-GB',
  localeName: 'English (UK)',
  now: Date.parse('2027-03-18T09:40Z'),
  isFrozen: true,
  isBegun: true,
  locales: [
    { ...firstLocale('en-GB'), name: 'English (UK)' },
    { ...freshLocale('cy', []), name: 'Welsh' },
  ],
  memberships: [{ name: 'member', label: 'members' }],
  theme: smallTheme,
  blockTypes: blockTypes.map(declarationOf),
  pageTypes: pageTypes.map(pageDeclarationOf),
  closedPages: 'sign in',
  description: '',
  publicAddress: '',
  isAddressGiven: false,
  isIndexed: true,
  signUp: { isOpen: false, membership: '' },
  profileFields: [],
  siteWords: {},
  themeWords: {},
  behindAfterDays: 30,
  lockIdleMinutes: 20,
  warnDays: 14,
  framedHosts: [],
  lockedKinds: [{ kind: 'page', types: [] }],
  styles: [],
  wordChoices: {},
  terms: [{ term: 'reserve', note: '', words: { cy: 'gwarchodfa, warchodfa' } }],
  shippedWords: { en: { skip: 'Skip to the text', languages: 'Languages', 'label Length': 'Length' }, cy: { skip: 'Neidio i’r testun', 'label Length': 'Hyd' } }, // prettier-ignore
  opening: { isOpen: true, opensAt: null },
  limitsTag: '"first"',
};

/** A page of the tree as the API lists it. */
export function pageRow(id: string, parentId: string | null, depth: number, part: Partial<PageRow> = {}): PageRow {
  const fixed = {
    type: 'page',
    layout: 'wide',
    order: 'a0',
    status: 'live',
    waiting: null,
    nextChange: null,
    changedAt: 0,
    changedBy: '',
    readers: '',
  } as const;
  return { id, title: id, path: `/${id}`, parentId, depth, authors: [], topics: [], ...fixed, ...part };
}

/** A picture of the library as the API lists it. */
export function fileRow(id: string, part: Partial<FileRow> = {}): FileRow {
  const fixed = {
    sort: 'picture',
    width: 40,
    height: 20,
    words: '',
    isDecoration: false,
    lacksWords: true,
    folder: '',
    readers: '',
  } as const;
  const state = { status: 'live', waiting: null, holderCount: 1, changedAt: 0, changedBy: '' } as const;
  const image = 'data:image/gif;base64,R0lGODlhAQABAAAAACwAAAAAAQABAAA=';
  return { id, title: id, kindWords: 'PNG, 2 kB', address: `/media/${id}/x`, plate: image, topics: [], ...fixed, ...state, ...part };
}

/** Answers of the API by the name of the call; a call without one gives an empty list. */
export type Answers = Readonly<Record<string, (...given: never[]) => Observable<unknown>>>;

/** Makes a component with a person of some roles signed in to a small site, and an API that answers as told. */
export async function make<Made>(
  component: Type<Made>,
  inputs: Readonly<Record<string, unknown>>,
  answers: Answers = {},
  roles: readonly string[] = ['manager'],
): Promise<ComponentFixture<Made>> {
  const api = new Proxy(answers, { get: (held, name: string) => held[name] ?? (() => of([])) });
  const person = { id: 'p', name: 'P', email: '', roles, grants: roles.map(role => ({ role, sections: [], locales: [] })) };
  const session = {
    site,
    style: { zone: site.zone, locale: site.locale, now: site.now },
    grants: person.grants,
    written: SessionService.prototype.written,
    locale: SessionService.prototype.locale,
    holds: (...asked: readonly string[]) => roles.some(role => asked.includes(role)),
    may: SessionService.prototype.may,
    mayWrite: SessionService.prototype.mayWrite,
    session: signal({ person, site, staff: [] }),
    person$: of(person),
    names: SessionService.prototype.names,
    blockType: SessionService.prototype.blockType,
    askable: askableFields(site.pageTypes),
  };
  await TestBed.configureTestingModule({
    imports: [component],
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([{ path: '**', children: [] }]),
      { provide: ApiClient, useValue: api },
      { provide: SessionService, useValue: session },
    ],
  }).compileComponents();
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  return fixture;
}

/** What stands on the screen, for finding things as a person would. */
export class Screen {
  constructor(private readonly fixture: ComponentFixture<unknown>) {}

  get text(): string {
    return this.host.textContent.replace(/\s+/g, ' ').trim();
  }

  get host(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }

  /** Clicks the first button, link or label with these words or this accessible name. */
  async click(name: string): Promise<void> {
    const found = [...this.host.querySelectorAll<HTMLElement>('button, a, label')].find(
      each => (each.getAttribute('aria-label') ?? each.textContent).trim() === name,
    );
    if (!found) throw new Error(`There is no “${name}” in: ${this.text}`);
    (found.querySelector<HTMLElement>('input') ?? found).click();
    await this.settle();
  }

  /** Sets a field by its accessible name, and leaves it. */
  async fill(name: string, value: string): Promise<void> {
    const field = this.host.querySelector<HTMLInputElement>(`[aria-label="${name}"]`);
    if (!field) throw new Error(`There is no field “${name}”`);
    field.value = value;
    for (const event of ['input', 'change']) field.dispatchEvent(new Event(event, { bubbles: true }));
    await this.settle();
  }

  /** Waits until something holds, however slow the machine is; the spec's own limit ends a wait for what never comes. */
  async until(holds: () => boolean): Promise<void> {
    await this.settle();
    while (!holds()) {
      await new Promise(resolve => setTimeout(resolve, 10));
      await this.settle();
    }
  }

  async settle(): Promise<void> {
    await this.fixture.whenStable();
    // Virtual lists measure themselves one frame later.
    await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    await this.fixture.whenStable();
  }
}
