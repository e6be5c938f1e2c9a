import fc from 'fast-check';
import { fileAtAddress, fileLink, fileLinked, parseRendition, partsOfName, renditionAddress, safeName } from './address';

const id = '0193a000-0000-7000-8000-000000000001';

describe('names of files', () => {
  for (const [given, safe] of [
    ['../../etc/passwd', 'passwd'],
    ['C:\\Users\\ann\\tide.pdf', 'tide.pdf'],
    ['invoice\u202Efdp.exe', 'invoicefdp.exe'],
    ['a\u0000b\r\nc.txt', 'abc.txt'],
    ['.htaccess', 'htaccess'],
    ['  two   blanks .png ', 'two blanks .png'],
    ['mëwl-gwylan.jpg', 'mëwl-gwylan.jpg'],
    ['a?b#c%d&e.png', 'a b c d e.png'],
    ['…', '…'],
    ['/', ''],
  ] as const)
    it(`${JSON.stringify(given)} is ${JSON.stringify(safe)}`, () => expect(safeName(given)).toBe(safe));

  it('are safe whatever is given, and stay as they are from then on', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), given => {
        const safe = safeName(given);
        return !/[/\\\p{Cc}\p{Cf}]|^\.|^\s|[\s.]$/u.test(safe) && safeName(safe) === safe && [...safe].length <= 100;
      }),
    );
  });

  it('have an ending only where it looks like one', () => {
    expect([partsOfName('a.b.tar'), partsOfName('a. b c'), partsOfName('.png')]).toEqual([
      { name: 'a.b', ending: 'tar' },
      { name: 'a. b c', ending: '' },
      { name: 'png', ending: '' },
    ]);
  });
});

describe('addresses of files', () => {
  it('of renditions are read as they are written', () => {
    for (const crop of ['', 'card', 'wide-strip'])
      for (const format of ['avif', 'webp', 'jpeg', 'png'] as const) {
        const wish = { tag: '0123456789ab', crop, width: 640, format };
        expect(parseRendition(renditionAddress(id, wish).split('/').pop()!)).toEqual(wish);
      }
    for (const wrong of [
      'x',
      '0123456789ab-640.svg',
      '0123456789ab-.webp',
      '0123456789ab-999999.webp',
      '0123456789AB-640.webp',
      '../0123456789ab-640.webp',
    ])
      expect(parseRendition(wrong)).toBeNull();
  });

  // RFC 9562 section 4: urn:uuid: and the canonical form.
  it('name a file by its id in links', () => {
    expect([fileLinked(fileLink(id)), fileLinked('urn:uuid:x'), fileLinked('urn:isbn:0'), fileLinked('')]).toEqual([id, null, null, null]);
    expect([fileAtAddress(`/media/${id}/a.pdf`), fileAtAddress(`/media/${id}`), fileAtAddress('/media/x/y')]).toEqual([id, null, null]);
  });
});
