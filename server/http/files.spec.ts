import { Readable } from 'node:stream';
import { fileLink } from '@core/file/address';
import type { FileContent, FileValue } from '@core/file/file';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { textOfParagraphs } from '@core/rich-text/document';
import { cleanFiles } from '../site/upkeep';
import { fileLimits } from '../files/limits';
import { TestSite, type TestAnswer, type TestClient } from '../testing/test-site';

const uuid = () => crypto.randomUUID();
const bytesOf = (text: string) => Buffer.from(text, 'latin1');
const svg = (inner: string, attributes = 'viewBox="0 0 40 20"') =>
  bytesOf(`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inner}</svg>`);
const pdf = (more: string) => bytesOf(`%PDF-1.4\n1 0 obj\n<< /Type /Catalog ${more} >>\nendobj\ntrailer\n<< /Root 1 0 R >>\n%%EOF\n`);
const photograph = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#4a7f8c', noise: { type: 'gaussian', mean: 90, sigma: 40 } } });

/** A PNG that says what size it has and holds nothing of it. @see W3C PNG section 5.3 */
function pngClaiming(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([bytesOf(type), data]);
    const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    check.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, check]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 6, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(1))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

describe('files', () => {
  const test = new TestSite();
  let editor: TestClient;
  beforeAll(async () => {
    await test.open();
    editor = await test.client('edwin');
  });
  afterAll(() => test.close());

  const send = (bytes: Buffer, name: string, client = editor): Promise<TestAnswer> =>
    client.send('POST', `/api/contents?name=${encodeURIComponent(name)}`, bytes, { 'content-type': 'application/octet-stream' });
  const valueOf = (content: FileContent, part: Partial<FileValue> = {}): FileValue => ({
    version: 1,
    title: 'Tide table',
    name: 'tide-table',
    content,
    words: '',
    isDecoration: false,
    caption: '',
    credit: '',
    focalPoint: { x: 0.5, y: 0.5 },
    folder: '',
    topics: [],
    readers: null,
    ...part,
  });
  const keep = async (value: FileValue, client = editor, change: object = {}): Promise<{ id: string; answer: TestAnswer }> => {
    const id = uuid();
    const changes = [{ recordId: id, kind: 'file', value, baseRevisionId: null, ...change }];
    return { id, answer: await client.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } }) };
  };
  const incoming = () => {
    const folder = path.join(test.folder, 'files/incoming');
    return readdirSync(folder);
  };

  // WHATWG MIME Sniffing section 6 (the patterns of images, sounds, films, archives and documents), with a name that says nothing.
  const known: readonly (readonly [name: string, bytes: () => Promise<Buffer>, mediaType: string])[] = [
    ['JPEG', () => photograph(40, 30).jpeg().toBuffer(), 'image/jpeg'],
    ['PNG', () => photograph(40, 30).png().toBuffer(), 'image/png'],
    ['WebP', () => photograph(40, 30).webp().toBuffer(), 'image/webp'],
    ['AVIF', () => photograph(40, 30).avif().toBuffer(), 'image/avif'],
    ['GIF', () => photograph(40, 30).gif().toBuffer(), 'image/gif'],
    ['SVG', () => Promise.resolve(svg('<path d="M0 0h1"/>')), 'image/svg+xml'],
    ['PDF', () => Promise.resolve(pdf('')), 'application/pdf'],
    ['plain words', () => Promise.resolve(Buffer.from('Llanw uchel am 06:12. ŵ 潮')), 'text/plain'],
    ['captions', () => Promise.resolve(bytesOf('WEBVTT\n\n00:01.000 --> 00:02.000\nA tern.')), 'text/vtt'],
    ['calendar', () => Promise.resolve(bytesOf('BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n')), 'text/calendar'],
    ['ZIP', () => Promise.resolve(Buffer.concat([bytesOf('PK\x05\x06'), Buffer.alloc(18)])), 'application/zip'],
    [
      'Ogg',
      () => Promise.resolve(Buffer.concat([bytesOf('OggS\0\x02'), Buffer.alloc(22), bytesOf('\x01\x1e\x01vorbis'), Buffer.alloc(40)])),
      'audio/ogg',
    ],
  ];
  it('are told from their bytes, whatever they are called', async () => {
    for (const [name, make, mediaType] of known) {
      const { status, json, text } = await send(await make(), name);
      expect([name, status, json.content?.mediaType ?? text]).toEqual([name, 200, mediaType]);
    }
    expect((await send(await photograph(8, 8).jpeg().toBuffer(), 'shore.png')).json).toEqual(
      jasmine.objectContaining({ name: 'shore', content: jasmine.objectContaining({ mediaType: 'image/jpeg', width: 8, height: 8 }) }),
    );
  });

  const refused: readonly (readonly [what: string, name: string, bytes: () => Promise<Buffer> | Buffer, words: RegExp])[] = [
    ['nothing at all', 'empty.txt', () => Buffer.alloc(0), /empty/],
    ['an archive called a picture', 'shore.png', () => Buffer.concat([bytesOf('PK\x05\x06'), Buffer.alloc(18)]), /picture, but it is ZIP/],
    ['a program', 'tide.exe', () => Buffer.concat([bytesOf('MZ'), Buffer.alloc(200)]), /not taken|no kind/],
    ['a page of HTML', 'page.txt', () => bytesOf('<!DOCTYPE html><script>alert(1)</script>'), /text\/html/],
    ['HTML called a drawing', 'x.svg', () => bytesOf('<html><body onload="x()"></body></html>'), /text\/html/],
    ['a picture of 50,000 × 50,000', 'vast.png', () => pngClaiming(50_000, 50_000), /50,000 × 50,000 pixels/],
    ['a JPEG cut short', 'cut.jpg', async () => (await photograph(400, 300).jpeg().toBuffer()).subarray(0, 9_000), /damaged/],
    ['a PNG without a picture', 'none.png', () => pngClaiming(10, 10), /damaged/],
    ['a drawing with a script', 'x.svg', () => svg('<script>alert(1)</script>'), /“script”/],
    ['a drawing that acts when it is shown', 'x.svg', () => svg('<path onload="x()"/>'), /“onload”/],
    ['a drawing that acts by a link', 'x.svg', () => svg('<a href="javascript:x()"/>'), /could act/],
    ['a drawing that loads something', 'x.svg', () => svg('<image href="https://evil.example/x.png"/>'), /elsewhere/],
    ['a drawing that loads by its styles', 'x.svg', () => svg('<style>@import "https://evil.example/x.css";</style>'), /elsewhere/],
    ['a drawing with HTML in it', 'x.svg', () => svg('<foreignObject/>'), /“foreignObject”/],
    ['a drawing that declares entities', 'x.svg', () => Buffer.concat([bytesOf('<!DOCTYPE svg [<!ENTITY a "b">]>'), svg('')]), /entities/],
    ['a drawing that is not well-formed', 'x.svg', () => svg('<g>'), /well-formed/],
    ['a PDF with a script', 'x.pdf', () => pdf('/OpenAction << /S /JavaScript /JS (app.alert\\(1\\)) >>'), /JavaScript/],
    ['a PDF with a script in other letters', 'x.pdf', () => pdf('/OpenAction << /S /J#61vaScript /J#53 (x) >>'), /JavaScript/],
    ['a PDF that starts a program', 'x.pdf', () => pdf('/OpenAction << /S /Launch /F (x.exe) >>'), /Launch/],
    [
      'a PDF with a script that is packed',
      'x.pdf',
      () => {
        const packed = deflateSync(bytesOf('<< /S /JavaScript /JS (x) >>'));
        return Buffer.concat([
          bytesOf(`%PDF-1.5\n7 0 obj\n<< /Type /ObjStm /Length ${packed.length} >>\nstream\n`),
          packed,
          bytesOf('\nendstream\nendobj\n%%EOF'),
        ]);
      },
      /JavaScript/,
    ],
  ];
  for (const [what, name, make, words] of refused)
    it(`refuse ${what}, by name`, async () => {
      const before = await test.site.knex('contents').count({ count: '*' });
      const { status, json } = await send(await make(), name);
      expect([status, json.detail]).toEqual([422, jasmine.stringMatching(words)]);
      expect([incoming(), await test.site.knex('contents').count({ count: '*' })]).toEqual([[], before]);
    });

  it('refuse what is announced as too large before it is sent', async () => {
    const { status } = await editor.send('POST', '/api/contents?name=x', undefined, { 'content-length': '0' }).catch(() => ({ status: 0 }));
    expect(status).toBe(422);
    await expectAsync(test.site.contents.receive(null as never, 'x', fileLimits.largest + 1, 0)).toBeRejectedWithError(/larger than 200/);
  });

  it('leave nothing behind when the disk fills in the middle, and the next one is taken', async () => {
    const full = Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
    const half = Readable.from(
      (async function* () {
        yield await Promise.resolve(Buffer.alloc(200_000));
        throw full;
      })(),
    );
    await expectAsync(test.site.contents.receive(half, 'shore.png', undefined, test.now)).toBeRejectedWith(
      jasmine.objectContaining({ code: 'storage-full' }),
    );
    expect(incoming()).toEqual([]);
    expect((await send(Buffer.from('Llanw uchel'), 'tide.txt')).status).toBe(200);
  });

  it('lose what they tell of who took them where, and stand upright', async () => {
    // Exif 2.32: GPS tags in their own directory; orientation 6 is turned by a quarter.
    const bytes = await photograph(60, 40)
      .jpeg()
      .withMetadata({ orientation: 6, exif: { IFD0: { Artist: 'Ann' }, IFD3: { GPSLatitude: '50/1 0/1 0/1', GPSLatitudeRef: 'N' } } })
      .toBuffer();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    const { json } = await send(bytes, 'turned.jpg');
    expect([json.content.width, json.content.height]).toEqual([40, 60]);
    const stored = await sharp(readFileSync(test.site.contents.pathOf(json.content.hash))).metadata();
    expect([stored.exif, stored.width, stored.height]).toEqual([undefined, 40, 60]);
  });

  it('store the same bytes once, and say where they are already', async () => {
    const bytes = Buffer.from('The same tide');
    const first = (await send(bytes, 'one.txt')).json;
    const { id } = await keep(valueOf(first.content, { title: 'One' }));
    const again = (await send(bytes, 'two.txt')).json;
    expect([again.content, again.sameAs]).toEqual([first.content, [{ id, title: 'One' }]]);
  });

  it('are kept by whoever writes, and only as what they are', async () => {
    const { content } = (await send(Buffer.from('Tides of a writer'), 'x.txt')).json;
    expect((await keep(valueOf(content), await test.client('bea'))).answer.json.stage).toBe('approved');
    const lies = [
      { ...content, mediaType: 'image/png' },
      { ...content, size: 1 },
      { ...content, hash: 'f'.repeat(64) },
    ];
    for (const lie of lies) expect((await keep(valueOf(lie))).answer.json.errors[0].pointer).toMatch(/^\/changes\/0\/value\/content/);
    expect((await keep(valueOf(content, { focalPoint: { x: 0, y: 0 } }))).answer.json.errors[0].pointer).toBe(
      '/changes/0/value/focalPoint',
    );
    expect((await keep(valueOf(content, { name: '../x' }))).answer.status).toBe(422);
    expect((await keep(valueOf(content, { folder: '/a//b' }))).answer.status).toBe(422);
  });

  describe('for readers', () => {
    const bytes = Buffer.from('High water 06:12 and 18:40. '.repeat(20));
    /** A file of its own for a test. */
    const fresh = async (readers: FileValue['readers']): Promise<{ id: string; address: string }> => {
      const { content } = (await send(bytes, 'tides.txt')).json;
      const { id } = await keep(valueOf(content, { readers }));
      return { id, address: `/media/${id}/tide-table.txt` };
    };
    const link = async (title: string, id: string, at: string) => {
      const pageId = test.pageId(at);
      const { json } = await editor.get(`/api/records/${pageId}`);
      const body = textOfParagraphs(title);
      const marked = {
        ...body,
        content: [
          {
            type: 'paragraph',
            content: [{ type: 'text', text: title, marks: [{ type: 'link', attrs: { page: null, address: fileLink(id) } }] }],
          },
        ],
      };
      const value = { ...json.live.value, fields: { ...json.live.value.fields, body: marked } };
      const changes = [{ recordId: pageId, kind: 'page', value, baseRevisionId: json.live.revisionId }];
      expect((await editor.post('/api/editions', { id: uuid(), title: 'x', changes, move: { name: 'publish' } })).json.stage).toBe(
        'approved',
      );
    };

    it('are nobody’s but the staff’s until something names them, then follow what does', async () => {
      const { id, address } = await fresh(null);
      const [reader, member] = [await test.client(), await test.client('nell')];
      expect([(await reader.get(address)).status, (await member.get(address)).status, (await editor.get(address)).status]).toEqual([
        404, 404, 200,
      ]);
      await link('Tides', id, '/join/members');
      expect([(await reader.get(address)).status, (await member.get(address)).status]).toEqual([404, 200]);
      expect((await member.get(address)).headers.get('cache-control')).toBe('private, no-cache');
      await link('Tides', id, '/visit/parking');
      const open = await reader.get(address);
      expect([open.status, open.headers.get('cache-control')]).toEqual([200, jasmine.stringMatching(/^public, max-age=(300|120)$/)]);
      expect((await reader.get('/visit/parking')).text).toContain(
        `<a href="${address}">Tides</a> <span class="file-kind">(text, 560 byte)</span>`,
      );
    });

    it('by readers of their own are closed to all others, wherever they stand', async () => {
      const programme = test.site.ledger
        .recordsOf('file')
        .find(each => (test.site.ledger.revisionsOf(each.id)[0]!.value as FileValue).readers !== null)!;
      const at = `/media/${programme.id}/members-programme.pdf`;
      const statuses = await Promise.all(
        [undefined, 'jon', 'nell', 'bea'].map(async each => (await (await test.client(each)).get(at)).status),
      );
      expect(statuses).toEqual([404, 404, 200, 200]);
      const page = (await (await test.client('nell')).get('/join/members')).text;
      expect(page).not.toContain('urn:uuid');
    });

    // RFC 9110 sections 13.1.2, 13.2.2, 14.2, 14.4 and 15.5.17; 13.1.5 for If-Range.
    it('answer ranges and conditions', async () => {
      const { address } = await fresh({});
      const reader = await test.client();
      const whole = await reader.get(address);
      const etag = whole.headers.get('etag')!;
      expect([whole.headers.get('accept-ranges'), etag.startsWith('W/'), whole.text]).toEqual(['bytes', false, bytes.toString()]);
      const rows: readonly (readonly [Record<string, string>, number, string | null, number])[] = [
        [{ range: 'bytes=0-9' }, 206, 'bytes 0-9/560', 10],
        [{ range: 'bytes=550-' }, 206, 'bytes 550-559/560', 10],
        [{ range: 'bytes=-10' }, 206, 'bytes 550-559/560', 10],
        [{ range: 'bytes=5-9999' }, 206, 'bytes 5-559/560', 555],
        [{ range: 'bytes=560-' }, 416, 'bytes */560', -1],
        [{ range: 'lines=0-9' }, 200, null, 560],
        [{ range: 'bytes=0-9', 'if-range': etag }, 206, 'bytes 0-9/560', 10],
        [{ range: 'bytes=0-9', 'if-range': '"other"' }, 200, null, 560],
        [{ 'if-none-match': etag }, 304, null, 0],
        [{ 'if-none-match': '"other", ' + etag }, 304, null, 0],
        [{ 'if-none-match': '*' }, 304, null, 0],
        [{ 'if-none-match': '"other"' }, 200, null, 560],
        [{ 'if-match': '"other"' }, 412, null, -1],
      ];
      for (const [headers, status, range, length] of rows) {
        // What fetch adds to conditions by itself would ask for the whole file.
        const answer = await reader.get(address, { 'cache-control': 'max-age=0', ...headers });
        const told = [answer.status, answer.headers.get('content-range'), length < 0 ? -1 : answer.text.length];
        expect([headers, ...told]).toEqual([headers, status, range, length]);
      }
    });

    // RFC 6266 and RFC 8187 for the name; the standard headers for what must not be guessed or run.
    it('are given a name, never guessed at and never run', async () => {
      const { content } = (await send(Buffer.from('a,b\n1,2\n'), 'x.csv')).json;
      const made = await keep(valueOf(content, { name: 'Llanw’r gwanwyn "26"'.replace(/"/g, ''), readers: {} }));
      const { headers } = await (await test.client()).get(`/media/${made.id}/anything`);
      expect(headers.get('content-disposition')).toBe(
        `attachment; filename="Llanw_r gwanwyn 26.csv"; filename*=UTF-8''Llanw%E2%80%99r%20gwanwyn%2026.csv`,
      );
      expect([headers.get('x-content-type-options'), headers.get('content-security-policy')]).toEqual([
        'nosniff',
        jasmine.stringMatching(/default-src 'none'.*sandbox/),
      ]);
    });

    it('change under the same id when another takes their place, at its moment', async () => {
      const { id, address } = await fresh({});
      const { content } = (await send(Buffer.from('High water 07:00.'), 'tides.txt')).json;
      const { json } = await editor.get(`/api/records/${id}`);
      const changes = [{ recordId: id, kind: 'file', value: { ...json.live.value, content }, baseRevisionId: json.live.revisionId }];
      const from = { local: '2027-03-18T09:42', zone: 'Europe/London' };
      await editor.post('/api/editions', {
        id: uuid(),
        title: 'x',
        changes,
        move: { name: 'publish', times: { from, until: null, afterwards: 'earlier' } },
      });
      const reader = await test.client();
      const before = await reader.get(address);
      expect([before.text.length, before.headers.get('cache-control')]).toEqual([560, 'public, max-age=120']);
      test.now += 120_000;
      expect((await reader.get(address)).text).toBe('High water 07:00.');
      test.now -= 120_000;
    });
  });

  it('are rendered in the sizes that the theme asks for, and in no others', async () => {
    const { content } = (await send(await photograph(1_600, 900).jpeg().toBuffer(), 'shore.jpg')).json;
    const { id } = await keep(valueOf(content, { name: 'shore', readers: {} }));
    const tag = content.hash.slice(0, 12);
    const reader = await test.client();
    for (const [name, type, width, height] of [
      [`${tag}-640.avif`, 'image/avif', 640, 360],
      [`${tag}-320.webp`, 'image/webp', 320, 180],
      [`${tag}-1600.jpg`, 'image/jpeg', 1_600, 900],
      [`${tag}-card-640.jpg`, 'image/jpeg', 640, 360],
    ] as const) {
      const response = await fetch(`${test.address}/media/${id}/r/${name}`);
      const { width: w, height: h } = await sharp(Buffer.from(await response.arrayBuffer())).metadata();
      expect([name, response.status, response.headers.get('content-type'), w, h]).toEqual([name, 200, type, width, height]);
      expect(response.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    }
    for (const name of [`${tag}-641.avif`, `${tag}-1920.jpg`, `${tag}-640.png`, `${tag}-moon-640.jpg`, `${'0'.repeat(12)}-640.jpg`, 'x'])
      expect([name, (await reader.get(`/media/${id}/r/${name}`)).status]).toEqual([name, 404]);
  });

  it('are listed by what is asked for', async () => {
    const count = async (query: string) => (await editor.get(`/api/files?${query}`)).json.total;
    const folders = (await editor.get('/api/files')).json.folders;
    expect(folders).toContain({ name: 'Drawings', count: 10 });
    expect([
      await count('folder=Drawings'),
      await count('folder=Drawings/Reserves'),
      await count('q=reeds marsh'),
      await count('lacking=words&folder=Drawings'),
      await count('sort=document'),
    ]).toEqual([10, 6, 1, 1, 1]);
    expect((await editor.get('/api/files?take=501')).status).toBe(422);
  });

  it('that are taken out are named by what loses them', async () => {
    const id = (await editor.get('/api/files?q=Tern Point')).json.files[0].id;
    const [effect] = (await editor.post('/api/effect', { changes: [{ recordId: id, kind: 'file', value: null, retires: true }] })).json;
    expect([effect.label.startsWith('Is missing then from'), effect.lost.length > 0]).toEqual([true, true]);
    const deletion = (await (await test.client('margit')).get(`/api/records/${id}/deletion`)).json;
    expect(deletion.takes.join(' ')).toContain('It is missing then from “Tern Point”');
  });

  it('that only an edition brings are had by its preview link, for as long as that lasts, and by nobody else', async () => {
    const { content } = (await send(Buffer.from('Only here'), 'plan.txt')).json;
    const page = test.pageId('/about');
    const { live } = (await editor.get(`/api/records/${page}`)).json;
    const id = uuid();
    const link = { type: 'link', attrs: { page: null, address: fileLink(id) } };
    const body = { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'The plan', marks: [link] }] }] };
    const edition = await editor.post('/api/editions', {
      id: uuid(),
      title: 'A plan',
      changes: [
        { recordId: id, kind: 'file', value: valueOf(content), baseRevisionId: null },
        { recordId: page, kind: 'page', value: { ...live.value, fields: { ...live.value.fields, body } }, baseRevisionId: live.revisionId },
      ],
    });
    expect(edition.status).withContext(edition.text).toBe(200);
    const made = (await editor.post(`/api/editions/${edition.json.id}/previews`, { hours: 1 })).json;
    const base = new URL(made.address).pathname.replace(/\/$/, '');
    const anybody = await test.client();
    const [, address] = new RegExp(`href="(${base}/media/[^"]+)"`).exec((await anybody.get(`${base}/about`)).text)!;
    const had = await anybody.get(address!);
    expect([had.status, had.text, had.headers.get('cache-control'), had.headers.get('x-robots-tag')]).toEqual([
      200,
      'Only here',
      'private, no-store',
      'noindex, nofollow',
    ]);
    expect((await anybody.get(address!.slice(base.length))).status).toBe(404);
    await editor.send('DELETE', `/api/previews/${made.links[0].id}`);
    expect((await anybody.get(address!)).status).toBe(404);
  });

  it('that nobody made a record of are gone after a day', async () => {
    const { content } = (await send(Buffer.from('Left behind'), 'x.txt')).json;
    expect(await cleanFiles(test.site)).toBe(0);
    test.now += fileLimits.keptUnnamed + 1_000;
    expect(await cleanFiles(test.site)).toBeGreaterThan(0);
    test.now -= fileLimits.keptUnnamed + 1_000;
    expect([test.site.contents.contentOf(content.hash), (await (await test.client()).get('/')).text.includes('/media/')]).toEqual([
      null,
      true,
    ]);
  });
});
