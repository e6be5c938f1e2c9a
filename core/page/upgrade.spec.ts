import { schemaOfFields } from '../fields/index';
import { shippedTypes } from '../registry/registry';
import { plainWords } from '../rich-text/document';
import { withSiteTypes } from '../site-types/registry';
import type { SiteType } from '../site-types/site-type';
import { textFromHtml } from '../rich-text/from-html';
import { z } from 'zod';
import { bodyOf, takesPlaceOf } from './page';
import { upgradePage } from './upgrade';

const readHtml = (html: string) => textFromHtml(html).document;
const upgrade = (stored: object) => upgradePage({ type: 'event', ...stored }, shippedTypes, readHtml);
const words = { standfirst: 'A walk.', body: '<p>By <em>boat</em>.</p>', picture: '', pictureText: '', topics: ['sea'] };

describe('upgradePage', () => {
  const rows: readonly (readonly [what: string, stored: object, readers: unknown])[] = [
    ['lets a page without readers of its own follow the page above', { version: 1, readers: {} }, null],
    ['keeps readers that had been chosen', { version: 1, readers: { test: 'signed in' } }, { test: 'signed in' }],
    ['keeps “anyone” where it was said', { version: 2, readers: {} }, {}],
  ];
  for (const [what, stored, readers] of rows)
    it(what, () => expect(upgrade(stored)).toEqual(jasmine.objectContaining({ version: 3, readers } as never)));

  it('takes what was written into the fields of the type, and loses none of it', () => {
    const takesPlace = { local: '2027-04-01T06:00', zone: 'Europe/London' };
    const page = upgrade({ version: 2, title: 'Dawn walk', readers: null, ...words, takesPlace });
    expect(schemaOfFields(z, shippedTypes.pageTypes.get('event')!.fields).safeParse(page.fields).success).toBeTrue();
    expect([plainWords(bodyOf(page)), takesPlaceOf(page), page.title]).toEqual(['By boat.', takesPlace, 'Dawn walk']);
    expect(Object.keys(page).sort()).toEqual(['fields', 'readers', 'title', 'type', 'typeVersion', 'version']);
  });

  it('begins what pages came to have later as a new page does, whatever steps a type of the site has taken', () => {
    const boat: SiteType = { of: 'page', name: 'boat', label: 'Boat', description: '', fields: [{ field: { name: 'length', label: 'Length', help: '', kind: 'number', least: 1, most: 99 }, called: 'length', state: 'used' }], renditions: {}, isKeptFromNew: false, isKeptFromLists: false, steps: [{ adds: [], empties: [] }] }; // prettier-ignore
    const registry = withSiteTypes(shippedTypes, { shared: [], types: [boat] });
    const { version, fields } = registry.pageTypes.get('boat')!;
    const older = { version: 3, type: 'boat', typeVersion: version, title: 'Wake', fields: { ...words, body: readHtml(words.body), takesPlace: null, length: 9 } }; // prettier-ignore
    const page = upgradePage(older, registry, readHtml);
    expect([page.fields['authors'], page.fields['isFeatured'], page.fields['length']]).toEqual([[], false, 9]);
    expect(schemaOfFields(z, fields).safeParse(page.fields).success).toBeTrue();
    for (const none of [[], null, 'x', undefined]) expect(upgradePage({ ...older, fields: none }, registry, readHtml).fields).toBe(none as never); // prettier-ignore
    // What lacks nothing stays the same object.
    expect(upgradePage(page as never, registry, readHtml).fields).toBe(page.fields);
  });

  it('refuses a type that this site does not know', () => expect(() => upgrade({ version: 3, type: 'quest' })).toThrowError(/quest/));
  for (const version of [0, 4, 'constructor', '__proto__', undefined])
    it(`refuses version ${String(version)}`, () => expect(() => upgrade({ version })).toThrowError(/not known here/));
});
