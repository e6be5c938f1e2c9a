import { TestBed } from '@angular/core/testing';
import type { RecordDetail, ViewRequest } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import { NEVER, of } from 'rxjs';
import { make, pageRow, Screen } from '../testing/site';
import { WritingService } from '../writing/writing.service';
import { BlockWriter } from './block-writer';

const value: BlockValue = {
  version: 2,
  type: 'notice',
  typeVersion: 2,
  title: 'Lamps',
  fields: { tone: 'calm', canBePutAway: false, text: 'Lit at dusk.', linkLabel: '', linkTo: { page: 'visit', address: '#lamps' } },
  readers: null,
};
const record = (part: Partial<RecordDetail>) =>
  ({
    id: 'lamps',
    kind: 'block',
    title: 'Lamps',
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

describe('BlockWriter', () => {
  const show = async (part: Partial<RecordDetail> = {}, of_: BlockValue = value) => {
    localStorage.clear();
    const looked: ViewRequest[] = [];
    const view = (request: ViewRequest) => {
      looked.push(request);
      return NEVER;
    };
    const pages = [pageRow('front', null, 0, { path: '/' }), pageRow('visit', 'front', 1)];
    const live = { revisionId: 'r1', value: of_ };
    const fixture = await make(BlockWriter, { id: 'lamps' }, { listPages: () => of(pages), readRecord: () => of(record({ live, ...part })), view: view as never }); // prettier-ignore
    const screen = new Screen(fixture);
    await screen.settle();
    return { screen, looked, writing: fixture.debugElement.injector.get<WritingService<BlockValue>>(WritingService) };
  };
  const pages = ['visit', 'join'].map(id => ({ id, title: id, path: `/${id}` }));

  it('shows the fields of its type, a link to a page by the page’s address', async () => {
    const { screen, writing } = await show();
    const link = screen.host.querySelector<HTMLInputElement>('#field-linkTo')!;
    expect(link.value).toBe('/visit#lamps');
    link.value = '/';
    link.dispatchEvent(new Event('input', { bubbles: true }));
    expect(writing.value()!.fields['linkTo']).toEqual({ page: 'front', address: '' });
  });

  it('says how many pages an edit changes', async () => {
    expect((await show({ pagesChanged: pages })).screen.text).toContain('an edit changes 2 pages');
  });

  it('looks at one that is placed nowhere as if it stood in a region', async () => {
    const { screen, looked } = await show();
    expect(screen.text).toContain('Nowhere yet.');
    await screen.until(() => looked.length > 0);
    expect(looked.at(-1)?.changes.map(each => each.kind)).toEqual(['block', 'placement']);
  });

  it('shows nothing to write for a type that the site does not know, and keeps its words', async () => {
    const { screen, writing } = await show({}, { ...value, type: 'quest' });
    expect(screen.host.querySelector('#field-text')).toBeNull();
    expect(writing.value()!.fields).toEqual(value.fields);
  });

  it('writes a new one of a chosen type, and goes on with it where it was left', async () => {
    localStorage.clear();
    const open = async () => {
      const backend = { listPages: () => of([pageRow('front', null, 0, { path: '/' })]), view: () => NEVER };
      const fixture = await make(BlockWriter, { id: 'new', ofType: 'notice' }, backend);
      const screen = new Screen(fixture);
      await screen.settle();
      return { screen, writing: fixture.debugElement.injector.get<WritingService<BlockValue>>(WritingService) };
    };
    const first = await open();
    first.writing.set({ ...first.writing.value()!, title: 'Spring tide' });
    const type = first.screen.host.querySelector<HTMLSelectElement>('#block-type')!;
    type.value = 'rich text';
    type.dispatchEvent(new Event('change', { bubbles: true }));
    expect(first.writing.value()).toEqual(jasmine.objectContaining({ type: 'rich text', title: 'Spring tide' }));
    TestBed.resetTestingModule();
    const { writing } = await open();
    expect(writing.id).toBe(first.writing.id);
    expect(writing.value()!.title).toBe('Spring tide');
    writing.discard();
    expect(writing.value()).toEqual(jasmine.objectContaining({ type: 'notice', title: '' }));
  });

  it('begins one like another, which stays as it is', async () => {
    localStorage.clear();
    const backend = {
      listPages: () => of([pageRow('front', null, 0, { path: '/' })]),
      readRecord: () => of(record({})),
      view: () => NEVER,
    };
    const fixture = await make(BlockWriter, { id: 'new', like: 'lamps' }, backend);
    await new Screen(fixture).settle();
    const writing = fixture.debugElement.injector.get<WritingService<BlockValue>>(WritingService);
    expect([writing.isNew(), writing.id === 'lamps', writing.value()]).toEqual([true, false, { ...value, title: 'Lamps, again' }]);
  });
});
