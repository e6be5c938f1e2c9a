import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { mostColumns, mostRows, tableRows } from './rows';

describe('tableRows', () => {
  // Source: RFC 4180 section 2, its own examples.
  it('reads what the standard shows', () => {
    expect(tableRows('aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n')).toEqual([
      ['aaa', 'bbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ]);
    expect(tableRows('"aaa","b\r\nbb","ccc"\r\nzzz,yyy,xxx')).toEqual([
      ['aaa', 'b\r\nbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ]);
    expect(tableRows('"aaa","b""bb","ccc"')).toEqual([['aaa', 'b"bb', 'ccc']]);
  });

  it('takes semicolons and tabs as spreadsheets copy them, and fills up short rows', () => {
    expect(tableRows('High water;Height\n06:12;4,8\n18:40')).toEqual([
      ['High water', 'Height'],
      ['06:12', '4,8'],
      ['18:40', ''],
    ]);
    expect(tableRows('a\tb\n1\t2')).toEqual([
      ['a', 'b'],
      ['1', '2'],
    ]);
  });

  it('is bounded, and never falls over what is no table', () => {
    expect(tableRows(`${'a,'.repeat(60)}b\n`.repeat(1_000))!.length).toBe(mostRows);
    expect(tableRows(`${'a,'.repeat(60)}b`)![0]!.length).toBe(mostColumns);
    expect(tableRows('"never ends')).toBeNull();
    fc.assert(fc.property(fc.string({ maxLength: 80 }), text => tableRows(text) !== undefined));
  });

  it('reads back what an independent writer wrote', () => {
    const cell = fc.stringMatching(/^[a-z0-9"; .-]{1,6}$/).map(text => text.trim() || 'x');
    const table = fc
      .tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 1, max: 5 }))
      .chain(([width, height]) =>
        fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: height, maxLength: height }),
      );
    fc.assert(
      fc.property(table, rows => {
        // The first line has most of the separator that was written with.
        const plain = rows.map((row, at) => (at === 0 ? row.map(each => each.replace(/[;"]/g, 'x')) : row));
        expect(tableRows(stringify(plain))).toEqual(plain);
      }),
    );
  });
});
