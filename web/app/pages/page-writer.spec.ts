import type { RecordDetail } from '@contract/messages';
import type { PageValue } from '@core/page/page';
import { initialValues } from '@core/fields/index';
import { commonFields } from '@core/page-types/common-fields';
import { textOfParagraphs } from '@core/rich-text/document';
import { NEVER, of, throwError, type Observable } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { WritingService } from '../writing/writing.service';
import { make, pageRow, Screen } from '../testing/site';
import { addressFor } from '../shared/address-for';
import { PageWriter } from './page-writer';

const value: PageValue = {
  version: 3,
  type: 'page',
  typeVersion: 1,
  title: 'Hides',
  parentId: 'front',
  segment: 'hides',
  order: 'a1',
  layout: 'wide',
  readers: null,
  inMenu: true,
  menuLabel: '',
  fields: { ...initialValues(commonFields), standfirst: 'Two of them.', body: textOfParagraphs('By the creek.') },
};
const record = (part: Partial<RecordDetail> = {}) =>
  ({
    id: 'hides',
    kind: 'page',
    title: 'Hides',
    status: 'live',
    live: { revisionId: 'r1', value },
    proposals: [],
    revisions: [],
    publications: [],
    usedOn: [],
    insetIn: [],
    pagesChanged: [],
    locale: 'en-GB',
    inLocales: [],
    ...part,
  }) as unknown as RecordDetail;

describe('PageWriter', () => {
  const show = async (id: string, answers: Record<string, () => Observable<unknown>> = {}) => {
    localStorage.clear();
    const pages = [pageRow('front', null, 0, { path: '/', readers: 'members' }), pageRow('hides', 'front', 1)];
    const fixture = await make(PageWriter, { id }, { listPages: () => of(pages), readRecord: () => of(record()), view: () => NEVER, ...answers }, ['editor']); // prettier-ignore
    const writing = fixture.debugElement.injector.get<WritingService<PageValue>>(WritingService);
    return { screen: new Screen(fixture), writing };
  };
  const type = async (screen: Screen, id: string, text: string) => {
    const field = screen.host.querySelector<HTMLInputElement>(`#${id}`)!;
    field.value = text;
    for (const event of ['input', 'change']) field.dispatchEvent(new Event(event, { bubbles: true }));
    await screen.settle();
  };

  it('shows the fields of the page’s type, those that say something about it apart', async () => {
    const { screen, writing } = await show('hides');
    expect(screen.host.querySelector<HTMLTextAreaElement>('#page-standfirst')!.value).toBe('Two of them.');
    expect(screen.host.querySelector('.about #page-picture')).not.toBeNull();
    await type(screen, 'page-standfirst', 'Three of them.');
    expect(writing.value()!.fields['standfirst']).toBe('Three of them.');
    expect(writing.value()!.fields['body']).toBe(value.fields['body']);
  });

  it('takes in what is written in both of its parts before either is drawn', async () => {
    const { screen, writing } = await show('hides');
    for (const id of ['page-standfirst', 'page-pictureText']) {
      const field = screen.host.querySelector<HTMLInputElement>(`#${id}`)!;
      field.value = `New ${id}`;
      field.dispatchEvent(new Event('input', { bubbles: true }));
    }
    await screen.settle();
    const { standfirst, pictureText } = writing.value()!.fields;
    expect([standfirst, pictureText]).toEqual(['New page-standfirst', 'New page-pictureText']);
  });

  it('keeps what both types have when it turns to another', async () => {
    const { screen, writing } = await show('hides');
    await type(screen, 'page-type', 'event');
    expect([writing.value()!.type, writing.value()!.fields['standfirst']]).toEqual(['event', 'Two of them.']);
  });

  it('begins a new page beneath the front page, its address following its title until it has one of its own', async () => {
    const { screen, writing } = await show('new');
    await type(screen, 'page-title', 'Où aller ?');
    expect([writing.value()!.parentId, writing.value()!.segment]).toEqual(['front', 'ou-aller']);
    await type(screen, 'page-segment', 'go');
    await type(screen, 'page-title', 'Where to go');
    expect(writing.value()!.segment).toBe('go');
  });

  it('says what is wrong at the field it is wrong with, and opens what is folded over it', async () => {
    const proposal = {
      id: 'p1',
      editionId: 'e1',
      stage: 'draft',
      headRevisionId: 'r2',
      value,
      author: { id: 'p', name: 'P' },
      isOwn: true,
    };
    const errors = [{ pointer: '/value/fields/topics', detail: 'Too many.' }, { pointer: '/value/fields/standfirst', detail: 'Too long.' }]; // prettier-ignore
    const problem = new ApiProblem({ type: '', title: '', status: 422, detail: '', code: 'invalid', errors });
    const { screen, writing } = await show('hides', {
      readRecord: () => of(record({ proposals: [proposal] as never })),
      saveProposal: () => throwError(() => problem),
    });
    await type(screen, 'page-standfirst', 'x');
    writing.save();
    await screen.settle();
    expect([...screen.host.querySelectorAll('[role="alert"]')].map(each => each.textContent.trim())).toEqual(
      jasmine.arrayContaining(['Too long.', 'Too many.']),
    );
    expect(screen.host.querySelector<HTMLDetailsElement>('.about')!.open).toBeTrue();
  });

  it('says whose readers a page follows', async () => {
    const { screen } = await show('hides');
    expect(screen.text).toContain('The same as the page above: members');
  });
});

describe('addressFor', () => {
  for (const [title, address] of [
    ['Warden’s day', 'wardens-day'],
    ['  Ärger & Übermut ', 'arger-ubermut'],
    ['海', ''],
    ['x'.repeat(99), 'x'.repeat(80)],
  ] as const)
    // prettier-ignore
    it(`makes ${JSON.stringify(address.slice(0, 20))}`, () => expect(addressFor(title)).toBe(address));
});
