import { upgradePage } from './upgrade';

describe('upgradePage', () => {
  const rows: readonly (readonly [what: string, stored: object, readers: unknown])[] = [
    ['lets a page without readers of its own follow the page above', { version: 1, readers: {} }, null],
    ['keeps readers that had been chosen', { version: 1, readers: { test: 'signed in' } }, { test: 'signed in' }],
    ['keeps “anyone” where it was said', { version: 2, readers: {} }, {}],
  ];
  for (const [what, stored, readers] of rows)
    it(what, () => expect(upgradePage(stored)).toEqual(jasmine.objectContaining({ version: 2, readers } as never)));
  for (const version of [0, 3, 'constructor', '__proto__', undefined])
    it(`refuses version ${String(version)}`, () => expect(() => upgradePage({ version })).toThrowError(/not known here/));
});
