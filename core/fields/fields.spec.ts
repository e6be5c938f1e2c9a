import { z } from 'zod';
import { emptyText, textOfParagraphs } from '../rich-text/document';
import { textFromHtml } from '../rich-text/from-html';
import type { FieldNames, FieldSite, FieldValues } from './field';
import {
  addFieldKind,
  carriedOver,
  faultsOfFields,
  fieldsById,
  initialValues,
  isAsked,
  isEmptyField,
  kindOfField,
  openFields,
  plainTemplateOf,
  referencesOfFields,
  schemaOfFields,
  upgradedFields,
  wordsOfFields,
  type AnyField,
  type Field,
} from './index';

const id = (digit: number) => `0193a000-0000-7000-8000-00000000000${digit}`;
const common = { name: 'x', label: 'X', help: '' };
const readHtml = (html: string) => textFromHtml(html).document;
const names: FieldNames = { page: page => `Page ${page.at(-1)}`, record: record => `Record ${record.at(-1)}`, moment: () => 'Thu 1 April' };
const site: FieldSite = {
  hasPage: page => page !== id(9),
  hasRecord: record => record !== id(9),
  fileSort: file => (file === id(9) ? null : file === id(8) ? 'film' : 'picture'),
  pageAt: path => (path === '/visit' ? id(1) : null),
};
const holding = (blockId: string) => ({ type: 'doc', content: [{ type: 'inset', attrs: { blockId, showsTitle: false, look: '' } }] });

interface Row {
  readonly field: Field;
  /** What a new record has. */
  readonly initial: unknown;
  readonly taken: readonly unknown[];
  readonly refused: readonly unknown[];
  /** A value with its words, and as comparisons say it. */
  readonly said: readonly [value: unknown, words: string, described?: string];
  /** What a value names. */
  readonly names?: readonly [value: unknown, ids: readonly string[]];
  /** A value that names something that is gone, and where. */
  readonly gone?: readonly [value: unknown, pointer: string];
  /** A value as an older version held it, and in its present form. */
  readonly older?: readonly [held: unknown, now: unknown];
}

const rows: readonly Row[] = [
  {
    field: { ...common, kind: 'short text', most: 5, initial: '›' },
    initial: '›',
    taken: ['', 'tide', '😀😀'],
    refused: ['two\nlines', 'sixsix', 7, null, '\u0000'],
    said: ['tide', 'tide'],
  },
  {
    field: { ...common, kind: 'long text', most: 12, required: true },
    initial: '',
    taken: ['two\nlines', '\ttab'],
    refused: ['', '  \n', 'x'.repeat(13), '\u0007'],
    said: ['two\nlines', 'two\nlines'],
  },
  {
    field: { ...common, kind: 'rich text', required: true },
    initial: emptyText,
    taken: [textOfParagraphs('a'), holding(id(1))],
    refused: [emptyText, '<p>a</p>', null, { type: 'doc', content: [{ type: 'video' }] }],
    said: [textOfParagraphs('a', 'b'), 'a\nb'],
    names: [holding(id(3)), [id(3)]],
    gone: [holding(id(9)), ''],
    older: ['<p>a</p>', textOfParagraphs('a')],
  },
  {
    field: { ...common, kind: 'number', least: 1, most: 9 },
    initial: 1,
    taken: [1, 9],
    refused: [0, 10, 1.5, NaN, '3', null],
    said: [3, '3'],
  },
  {
    field: { ...common, kind: 'yes or no', initial: true },
    initial: true,
    taken: [true, false],
    refused: ['true', 1, null],
    said: [false, '', 'no'],
  },
  {
    field: {
      ...common,
      kind: 'choice',
      choices: [
        { value: 'low', label: 'Low' },
        { value: 'tall', label: 'Tall' },
      ],
    },
    initial: 'low',
    taken: ['low', 'tall'],
    refused: ['', 'Low', 'constructor', null],
    said: ['tall', '', 'Tall'],
  },
  {
    field: { ...common, kind: 'moment' },
    initial: null,
    taken: [
      null,
      { local: '2027-02-28T06:00', zone: 'Europe/London' },
      { local: '2027-10-31T01:30', zone: 'Europe/London', choice: 'later' },
    ],
    refused: [{ local: '2027-02-29T06:00', zone: 'Europe/London' }, { local: '2027-02-28T06:00', zone: 'Mars/Olympus' }, '2027-02-28', { local: '1969-12-31T00:00', zone: 'UTC' }], // prettier-ignore
    said: [{ local: '2027-04-01T06:00', zone: 'Europe/London' }, '2027-04-01T06:00', 'Thu 1 April'],
  },
  {
    field: { ...common, kind: 'picture' },
    initial: '',
    taken: ['', id(1)],
    refused: ['/etc/passwd', '/media/dunes.svg', 'dunes.svg', null],
    said: [id(1), '', 'Record 1'],
    gone: [id(8), ''],
  },
  {
    field: { ...common, kind: 'file', required: true },
    initial: '',
    taken: [id(1)],
    refused: ['', '/media/a b'],
    said: [id(1), '', 'Record 1'],
    gone: [id(9), ''],
  },
  {
    field: { ...common, kind: 'link' },
    initial: null,
    taken: [null, { page: id(1), address: '' }, { page: id(1), address: '?a=1#b' }, { page: null, address: 'tel:+441632960114' }],
    refused: ['/visit', { page: null, address: 'javascript:alert(1)' }, { page: null, address: '//evil.example' }, { page: id(1), address: '/x' }], // prettier-ignore
    said: [{ page: null, address: '/visit' }, '/visit'],
    names: [{ page: id(2), address: '' }, [id(2)]],
    older: ['/visit', { page: null, address: '/visit' }],
  },
  {
    field: { ...common, kind: 'page' },
    initial: '',
    taken: ['', id(1)],
    refused: ['visit', null],
    said: [id(1), '', 'Page 1'],
    names: [id(2), [id(2)]],
    gone: [id(9), ''],
  },
  {
    field: { ...common, kind: 'pages', most: 2 },
    initial: [],
    taken: [[], [id(1), id(2)]],
    refused: [[id(1), id(1)], [id(1), id(2), id(3)], ['visit'], id(1)],
    said: [[id(1), id(2)], '', 'Page 1 and Page 2'],
    names: [
      [id(2), id(1)],
      [id(2), id(1)],
    ],
    gone: [[id(1), id(9)], '/1'],
  },
  {
    field: { ...common, kind: 'record', of: 'block', required: true },
    initial: '',
    taken: [id(1)],
    refused: ['', 'x'],
    said: [id(1), '', 'Record 1'],
    names: [id(2), [id(2)]],
    gone: [id(9), ''],
  },
  {
    field: { ...common, kind: 'choices', choices: [{ value: 'a', label: 'Ebb' }, { value: 'b', label: 'Flow' }] }, // prettier-ignore
    initial: [],
    taken: [[], ['b'], ['a', 'b']],
    refused: [['c'], 'a', ['a', 'b', 'a']],
    said: [['a', 'b'], '', 'Ebb, Flow'],
  },
  {
    field: { ...common, kind: 'repetition' },
    initial: null,
    taken: [null, { rule: 'FREQ=WEEKLY;BYDAY=SA', without: ['2027-04-03'] }, { rule: 'FREQ=DAILY', without: [], moved: [{ date: '2027-04-03', to: '2027-04-04T15:00' }] }], // prettier-ignore
    refused: [{ rule: 'FREQ=HOURLY', without: [] }, { rule: 'weekly', without: [] }, { rule: 'FREQ=DAILY', without: ['2027-02-30'] }, { rule: 'FREQ=DAILY', without: [], moved: [{ date: '2027-04-03', to: '2027-04-04' }] }, { rule: 'FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30', without: [] }], // prettier-ignore
    said: [{ rule: 'FREQ=WEEKLY', without: ['2027-04-03'], moved: [{ date: '2027-04-10', to: '2027-04-11T15:00' }] }, '', 'every week; called off on 3 April 2027; on 10 April 2027 moved to 11 April 2027, 15:00'], // prettier-ignore
  },
  {
    field: { ...common, kind: 'topics', most: 2 },
    initial: [],
    taken: [[], ['sea', 'birds']],
    refused: [[''], ['a', 'b', 'c'], 'sea'],
    said: [['sea', 'birds'], 'sea birds', 'sea, birds'],
  },
  {
    field: { ...common, kind: 'group', fields: [{ ...common, name: 'to', label: 'To', kind: 'link' }, { ...common, name: 'said', label: 'Said', kind: 'short text', required: true }] }, // prettier-ignore
    initial: { to: null, said: '' },
    taken: [{ to: null, said: 'a' }],
    refused: [{ to: null, said: '' }, { said: 'a' }, { to: null, said: 'a', more: 1 }],
    said: [{ to: { page: id(1), address: '' }, said: 'a' }, 'a', 'To: Page 1\nSaid: a'],
    names: [{ to: { page: id(2), address: '' }, said: 'a' }, [id(2)]],
    older: [
      { to: '/x', said: 'a' },
      { to: { page: null, address: '/x' }, said: 'a' },
    ],
  },
  {
    field: { ...common, kind: 'list', item: 'thing', most: 2, fields: [{ ...common, name: 'to', kind: 'page' }] },
    initial: [],
    taken: [
      [],
      [
        { id: 'a', fields: { to: '' } },
        { id: 'b', fields: { to: id(1) } },
      ],
    ],
    refused: [[{ id: 'a', fields: { to: '' } }, { id: 'a', fields: { to: '' } }], [{ id: '', fields: { to: '' } }], [{ fields: { to: '' } }]], // prettier-ignore
    said: [[{ id: 'a', fields: { to: id(1) } }], '', '1. X: Page 1'],
    names: [[{ id: 'a', fields: { to: id(2) } }], [id(2)]],
    gone: [
      [
        { id: 'a', fields: { to: '' } },
        { id: 'b', fields: { to: id(9) } },
      ],
      '/1/fields/to',
    ],
  },
];

describe('fields', () => {
  for (const { field, initial, taken, refused, said, names: named, gone, older } of rows) {
    describe(`of ${field.kind}`, () => {
      const fields: readonly AnyField[] = [field];
      const schema = schemaOfFields(z, fields);
      it('begin as declared', () => expect(initialValues(fields)).toEqual({ x: initial }));
      it('take what they hold, and change nothing of it', () => {
        for (const value of taken) expect(schema.parse({ x: value })).toEqual({ x: value });
      });
      it('refuse all else', () => {
        for (const value of refused)
          expect(schema.safeParse({ x: value }).success)
            .withContext(JSON.stringify(value))
            .toBeFalse();
      });
      it('say in words what they hold', () => {
        const [value, words, described] = said;
        const { describe: say } = kindOfField(field);
        expect(wordsOfFields(fields, { x: value })).toBe(words);
        if (described !== undefined) expect(say!(value, field, names)).toBe(described);
      });
      it('are shown plainly, or not at all, without a template', () => expect(typeof plainTemplateOf(fields, 'fields')).toBe('string'));
      if (named) it('name what they name', () => expect(referencesOfFields(fields, { x: named[0] }, '').map(each => each.to)).toEqual(named[1])); // prettier-ignore
      if (gone) it('tell what is gone, by pointer', () => expect(faultsOfFields(fields, { x: gone[0] }, site, '/fields').map(each => each.pointer)).toEqual([`/fields/x${gone[1]}`])); // prettier-ignore
      if (older) it('are brought up from what they held before', () => expect(upgradedFields(fields, { x: older[0] }, readHtml)).toEqual({ x: older[1] })); // prettier-ignore
    });
  }

  it('asked for only at times may be empty while they are not', () => {
    const fields: readonly Field[] = [
      { ...common, name: 'on', kind: 'yes or no' },
      { ...common, name: 'words', kind: 'short text', required: true, askedWhen: { field: 'on', is: [true] } },
    ];
    const schema = schemaOfFields(z, fields);
    expect([false, true].map(on => schema.safeParse({ on, words: '' }).success)).toEqual([true, false]);
    expect([isAsked(fields[1]!, { on: false }), isEmptyField(fields[1]!, {}), isEmptyField(fields[1]!, { words: ' ' })]).toEqual([false, true, true]); // prettier-ignore
  });

  it('that tell of an end refuse one that is not after the beginning, where both say something', () => {
    const fields: readonly Field[] = [
      { ...common, name: 'from', kind: 'moment' },
      { ...common, name: 'until', kind: 'moment', after: 'from' },
    ];
    const at = (local: string, zone = 'Europe/London') => ({ local, zone });
    const rows: readonly (readonly [from: unknown, until: unknown, isTaken: boolean])[] = [
      [at('2027-04-03T14:00'), at('2027-04-03T16:00'), true],
      [at('2027-04-03T14:00'), at('2027-04-03T14:00'), false],
      // Noon in New York is five in the afternoon in London.
      [at('2027-04-03T16:00'), at('2027-04-03T12:00', 'America/New_York'), true],
      [at('2027-04-03T14:00'), null, true],
      [null, at('2027-04-03T14:00'), true],
    ];
    for (const [from, until, isTaken] of rows) expect(schemaOfFields(z, fields).safeParse({ from, until }).success).toBe(isTaken);
  });

  it('name pages by their ids, and stay the same object when they name them already', () => {
    const fields: readonly Field[] = [
      { ...common, name: 'to', kind: 'link' },
      { ...common, name: 'body', kind: 'rich text' },
      { ...common, name: 'list', kind: 'list', item: 'thing', fields: [{ ...common, name: 'to', kind: 'link' }] },
    ];
    const at = (address: string) => ({ page: null, address });
    const body = readHtml('<p><a href="/visit?a#b">x</a> <a href="/gone">y</a></p>');
    const values: FieldValues = { to: at('/visit/'), body, list: [{ id: 'a', fields: { to: at('/visit') } }] };
    const once = fieldsById(fields, values, site);
    expect(once['to']).toEqual({ page: id(1), address: '' });
    expect(once['list']).toEqual([{ id: 'a', fields: { to: { page: id(1), address: '' } } }]);
    expect(JSON.stringify(once['body'])).toContain(`"page":"${id(1)}","address":"?a#b"`);
    expect(fieldsById(fields, once, site)).toBe(once);
  });

  it('are opened for templates, nothing where a text says nothing or a link leads nowhere', () => {
    const opener = { link: () => '', text: () => ['<p>a</p>'], file: () => null };
    const fields: readonly Field[] = [{ ...common, name: 'to', kind: 'link' }, { ...common, name: 'body', kind: 'rich text' }]; // prettier-ignore
    expect(openFields(fields, { to: { page: id(1), address: '' }, body: emptyText, stray: 1 }, opener)).toEqual({ to: '', body: null });
    expect(openFields(fields, { to: null, body: textOfParagraphs('a') }, opener)).toEqual({ to: '', body: ['<p>a</p>'] });
  });

  it('go over to another type where both have a field of the same name and kind', () => {
    const short = (name: string): Field => ({ ...common, name, kind: 'short text' });
    const from: readonly Field[] = [short('heading'), short('line'), short('text')];
    const to: readonly Field[] = [short('heading'), { ...common, name: 'text', kind: 'rich text' }, short('caption')];
    const held = { heading: 'Tides', line: 'Twice a day', text: 'Words' };
    expect(carriedOver(from, to, held)).toEqual({ heading: 'Tides', text: emptyText, caption: '' });
  });

  it('of a kind that nobody knows are refused by its name, until it is added', () => {
    const field = { ...common, kind: 'sound of the sea' };
    expect(() => initialValues([field])).toThrowError(/“sound of the sea”/);
    addFieldKind(field.kind, { initial: () => 'hush', isEmpty: () => false, schema: lib => lib.string(), words: String });
    expect(initialValues([field])).toEqual({ x: 'hush' });
  });
});
