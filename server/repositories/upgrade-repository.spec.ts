import { readHtml, valueSchema } from '@contract/values';
import type { BlockValue } from '@core/block/block';
import { bodyOf, type PageValue } from '@core/page/page';
import { withSiteTypesToRead } from '@core/site-types/registry';
import { shippedTypes } from '@core/registry/registry';
import { plainWords, referencesInText } from '@core/rich-text/document';
import { TestSite } from '../testing/test-site';
import { upgradeStore } from './upgrade-repository';

describe('upgrading a store', () => {
  const test = new TestSite();
  beforeAll(() => test.open());
  afterAll(() => test.close());

  const store = (revision: string, value: object) =>
    test.site
      .knex('revisions')
      .where({ id: revision })
      .update({ value: JSON.stringify(value) });
  const stored = async (revision: string): Promise<unknown> =>
    JSON.parse(((await test.site.knex('revisions').where({ id: revision }).first()) as { value: string }).value);
  const revisionOf = (id: string) => test.site.ledger.revisionsOf(id).at(-1)!;

  const known = () => withSiteTypesToRead(shippedTypes, test.site.settings.siteTypes);

  it('loses no word, names pages by their ids, counts what is left out, and changes nothing on trial', async () => {
    const page = revisionOf(test.pageId('/visit/dogs'));
    const { fields: now, typeVersion: _, ...rest } = page.value as PageValue;
    // What pages came to have later.
    const { authors: _authors, isFeatured: _isFeatured, ...fields } = now;
    const body = '<h2>Leads</h2><p>Short <u>leads</u>, see <a href="/visit/parking#day">parking</a>.</p><div data-inset="x">kept</div>';
    await store(page.id, { ...rest, version: 2, ...fields, body });
    const block = revisionOf(test.blockId('Storm warning'));
    const notice = block.value as BlockValue;
    await store(block.id, {
      version: 1,
      type: 'notice',
      title: notice.title,
      fields: { ...notice.fields, linkTo: '/notices' },
      readers: null,
    });

    const trial = await upgradeStore(test.site.knex, known(), true);
    expect([trial.revisions, trial.texts, trial.kept, [...trial.lost]]).toEqual([2, 1, [], [['u', 1], ['insets without a block', 1]]]); // prettier-ignore
    expect((await stored(page.id)) as object).toEqual(jasmine.objectContaining({ version: 2 }));

    expect(await upgradeStore(test.site.knex, known(), false)).toEqual(trial);
    const text = bodyOf((await stored(page.id)) as PageValue);
    expect(plainWords(text)).toBe('Leads\nShort leads, see parking.\nkept');
    expect(referencesInText(text, '').map(each => each.to)).toEqual([test.pageId('/visit/parking')]);
    expect(((await stored(block.id)) as BlockValue).fields['linkTo']).toEqual({ page: test.pageId('/notices'), address: '' });
    expect((await upgradeStore(test.site.knex, known(), false)).revisions).toBe(0);
  });

  it('keeps as it is what cannot be read, and says why', async () => {
    const block = revisionOf(test.blockId('Storm warning'));
    const before = { version: 1, type: 'notice', title: 'x', fields: { tone: 'loud' }, readers: null };
    await store(block.id, before);
    const report = await upgradeStore(test.site.knex, known(), false);
    expect([report.revisions, report.kept.map(each => each.revision)]).toEqual([0, [block.id]]);
    expect(await stored(block.id)).toEqual(before);
  });

  it('is not needed for reading: older values are brought up as they are read', () => {
    const older = { version: 1, type: 'rich text', title: 'Old', fields: { body: '<p>Words</p>' }, readers: null };
    expect((valueSchema('block', shippedTypes).parse(older) as BlockValue).fields['body']).toEqual(readHtml('<p>Words</p>'));
    const strip = { version: 1, type: 'notice', title: 'Old', fields: { tone: 'calm', text: 'Lamps', linkLabel: '', linkTo: '' }, readers: null }; // prettier-ignore
    const read = valueSchema('block', shippedTypes).parse(strip) as BlockValue;
    expect([read.typeVersion, read.fields['canBePutAway'], read.fields['text']]).toEqual([2, false, 'Lamps']);
  });
});
