import type { ListingFound, ListingQuestionWish } from '@contract/listing';
import { of, throwError } from 'rxjs';
import { make, Screen } from '../testing/site';
import { ListedPages } from './listed-pages';

const row = (id: string, why: string) => ({ id, title: id, path: `/${id}`, why });

describe('ListedPages', () => {
  const question = {
    vantage: { page: 'visit' },
    change: { recordId: 'b', kind: 'block', value: { most: 3 } },
  } as unknown as ListingQuestionWish;
  const open = async (answer: ListingFound | null) => {
    const asked: unknown[] = [];
    const readListing = (wish: never) => (asked.push(wish), answer ? of(answer) : throwError(() => new Error('no')));
    const screen = new Screen(await make(ListedPages, { question }, { readListing }));
    await screen.until(() => asked.length > 0);
    return { screen, asked };
  };

  it('tells why each page is in it, when that changes, and why the next ones are not', async () => {
    const { screen, asked } = await open({
      rows: [row('tern', 'beneath “Visit”')],
      out: [row('moss', 'there is room for 1')],
      outCount: 7,
      changesAt: Date.parse('2027-04-01T09:00Z'),
    });
    expect(asked).toEqual([question]);
    expect(screen.text).toContain('tern beneath “Visit”');
    expect(screen.text).toContain('It changes by itself on');
    expect(screen.text).toContain('Not in it (7)');
    expect(screen.text).toContain('moss there is room for 1');
  });

  it('lists the first of many', async () => {
    const many = Array.from({ length: 20 }, (_, at) => row(`p${at}`, ''));
    expect((await open({ rows: many, out: [], outCount: 0, changesAt: null })).screen.text).toContain('And 8 more.');
  });

  it('says so where it is set so that nothing can be listed', async () =>
    expect((await open(null)).screen.text).toContain('It cannot be listed as it is set.'));
});
