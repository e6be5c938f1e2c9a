import fc from 'fast-check';
import { xliff2js } from 'xliff';
import type { OwnWords } from '../locale/own-words';
import { type RichText, textOfParagraphs } from '../rich-text/document';
import { mapText, mapWords, segmentsOf, wordsOfPieces } from '../segments/segment';
import { anyText, sampleId } from '../testing/random-text';
import { unitId, type XliffFile } from './document';
import { XliffReader, type ReadFile } from './read';
import { judgeFile, type Sent } from './take';
import { writeXliff } from './write';

const recordId = sampleId(9);

function fileOf(fields: Readonly<Record<string, unknown>>, change?: (text: string) => string): XliffFile {
  return {
    recordId,
    title: 'Terns & "others"',
    baseRevision: sampleId(1),
    ownRevision: '',
    fields: Object.entries(fields).map(([name, value]) => ({
      name,
      label: name,
      notes: ['At most 60 characters.'],
      state: 'translated',
      isBehind: false,
      units: segmentsOf(value).map(({ key, pieces }) => ({ key, source: pieces, target: change ? mapText(pieces, change) : null })),
    })),
  };
}

async function written(...files: readonly XliffFile[]): Promise<string> {
  let text = '';
  for await (const piece of writeXliff('en-GB', 'cy', files)) text += piece;
  return text;
}

function readBack(text: string, cut = 997): readonly ReadFile[] {
  const files: ReadFile[] = [];
  const reader = new XliffReader(
    () => undefined,
    file => files.push(file),
  );
  for (let at = 0; at < text.length; at += cut) reader.write(text.slice(at, at + cut));
  reader.end();
  return files;
}

const sent = (value: unknown, part: Partial<Sent> = {}): Sent => ({
  names: ['title', 'fields.body'],
  baseThen: value,
  baseNow: value,
  ownThen: null,
  ownNow: null,
  behind: [],
  ...part,
});
const own = (words: OwnWords['words']): OwnWords => ({ version: 1, words, madeFrom: {} });

interface Lenient {
  readonly sourceLanguage: string;
  readonly targetLanguage: string;
  readonly resources: Readonly<
    Record<string, Readonly<Record<string, { readonly source: string; readonly target: string; readonly note: string }>>>
  >;
}

describe('XLIFF', () => {
  it('brings any text back as it was translated, in pieces of any size', async () => {
    await fc.assert(
      fc.asyncProperty(
        anyText,
        fc.string({ unit: 'binary', minLength: 1, maxLength: 30 }),
        fc.integer({ min: 1, max: 90 }),
        async (body, title, cut) => {
          const value = { title, fields: { body } };
          const change = (text: string) => `${text.toUpperCase()}ŵ`;
          const [file] = readBack(await written(fileOf({ title, 'fields.body': body }, change)), cut);
          const { words, units } = judgeFile(file!, sent(value), () => false);
          expect(units.filter(each => each.outcome !== 'taken')).toEqual([]);
          expect(words['title']).toBe(change(title));
          if (segmentsOf(body).length > 0) expect(words['fields.body']).toEqual(mapWords(body, change));
        },
      ),
      { numRuns: 120 },
    );
  });

  it('is read the same by an independent reader', async () => {
    const title = 'Low <water> & "tide"  at 5';
    const text = await written(fileOf({ title, label: 'Plain' }, each => `¡${each}!`));
    const read = await new Promise<Lenient>((resolve, reject) =>
      xliff2js(text, (error, result) => (error ? reject(error) : resolve(result as Lenient))),
    );
    expect([read.sourceLanguage, read.targetLanguage]).toEqual(['en-GB', 'cy']);
    const { source, target, note } = read.resources[recordId]!['title']!;
    expect([source, target]).toEqual([title, `¡${title}!`]);
    expect(note).toBe('At most 60 characters.');
  });

  // What the standard asks for of a document: memory of XLIFF 2.1, section 4.2, whose schema no package ships.
  it('has what the standard requires', async () => {
    const text = await written(fileOf({ title: 'A', 'fields.body': textOfParagraphs('B', 'C') }), fileOf({}));
    expect(text).toMatch(
      /^<\?xml version="1.0" encoding="UTF-8"\?>\n<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" [^>]*version="2.1" srcLang="en-GB" trgLang="cy">/,
    );
    const ids = [...text.matchAll(/<unit id="([^"]+)"/g)].map(each => each[1]!);
    expect(new Set(ids).size).toBe(3);
    expect(ids.every(id => /^[\w.:-]+$/.test(id))).toBeTrue();
    expect((text.match(/<segment state="initial">/g) ?? []).length).toBe(3);
    // A file must hold at least one unit or group.
    expect((text.match(/<file /g) ?? []).length).toBe(1);
    expect(unitId('entries#01ab.words', '')).toBe('entries:01ab.words');
  });

  it('joins what tools have cut into segments, in the order of the target', () => {
    const [file] = readBack(
      `<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.0" srcLang="en-GB" trgLang="cy"><file id="${recordId}"><unit id="title">
        <segment state="translated"><source>One.</source><target order="3">Un.</target></segment>
        <ignorable><source> </source></ignorable>
        <segment state="final"><source>Two <mrk id="m" type="term">terns</mrk>.</source><target order="1">Dwy <cp hex="0077"/>ennol.</target></segment>
      </unit></file></xliff>`,
    );
    const [unit] = file!.units;
    expect(unit).toEqual(jasmine.objectContaining({ source: ['One. Two terns.'], target: ['Dwy wennol. Un.'], isDone: true, fault: '' }));
  });

  describe('refuses as a whole', () => {
    const head = '<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en-GB" trgLang="cy">';
    const cases: readonly [string, string, RegExp][] = [
      ['another version', head.replace('2.1', '1.2') + '</xliff>', /XLIFF 1\.2/],
      ['another format', '<tmx version="1.4"/>', /not XLIFF 2/],
      ['no source language', '<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1"/>', /srcLang/],
      ['a document type with entities', `<!DOCTYPE xliff [<!ENTITY a "aaaa">]>${head}</xliff>`, /document type/],
      [
        'an entity of no document type',
        `${head}<file id="f"><unit id="u"><segment><source>&bomb;</source></segment></unit></file></xliff>`,
        /entity/,
      ],
      ['two files of one id', `${head}<file id="f"/><file id="f"/></xliff>`, /Two files/],
      ['an end in the middle', `${head}<file id="f">`, /unclosed/],
      ['elements without end', head + '<a>'.repeat(80), /too deep/],
    ];
    for (const [name, text, message] of cases) it(name, () => expect(() => readBack(text)).toThrowError(message));
  });

  describe('says of each unit what is wrong with it', () => {
    const base = { title: 'Tides', fields: { body: textOfParagraphs('Low water') } };
    const judged = (units: string) =>
      judgeFile(
        readBack(
          `<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en-GB" trgLang="cy"><file id="${recordId}">${units}</file></xliff>`,
        )[0]!,
        sent(base),
        () => false,
      );
    const unit = (id: string, inside: string) => `<unit id="${id}">${inside}</unit>`;
    const segment = (source: string, target: string) => `<segment><source>${source}</source><target>${target}</target></segment>`;
    const cases: readonly [string, string, RegExp][] = [
      ['no source', unit('title', '<segment><target>Llanw</target></segment>'), /no source/],
      ['another source', unit('title', segment('Tide', 'Llanw')), /changed on the way/],
      ['a code that was not there', unit('title', segment('Tides', '<pc id="7">Llanw</pc>')), /no code “7”/],
      ['a code without its end', unit('title', segment('Tides', '<sc id="1"/>Llanw')), /not ended/],
      ['an end without its code', unit('title', segment('Tides', 'Llanw<ec startRef="1"/>')), /not opened last/],
      ['an unknown part', unit('fields.none', segment('x', 'y')), /no such part/],
      ['the same id twice', unit('fields.none', segment('a', 'b')) + unit('fields.none', segment('c', 'd')), /same id/],
      ['two sources', unit('title', '<segment><source>Tides</source><source>Tides</source></segment>'), /two sources/],
    ];
    for (const [name, units, detail] of cases)
      it(name, () => {
        const { units: told, words } = judged(units);
        expect(told.some(each => each.outcome === 'refused' && detail.test(each.detail))).toBeTrue();
        expect(words).toEqual({});
      });

    it('and takes the others', () => {
      const { words, units } = judged(unit('title', segment('Tide', 'x')) + unit('fields.body_0', segment('Low water', 'Trai')));
      expect(units.map(each => each.outcome)).toEqual(['refused', 'taken']);
      expect(words).toEqual({ 'fields.body': textOfParagraphs('Trai') });
    });
  });

  describe('holds what comes back against what is there', () => {
    const body = textOfParagraphs('Low water', 'High water');
    const base = { title: 'Tides', fields: { body } };
    const back = async (change: (text: string) => string) => readBack(await written(fileOf({ title: 'Tides' }, change)))[0]!;
    const outcomesOf = (file: ReadFile, part: Partial<Sent>, takes = false) => {
      const { units, words } = judgeFile(file, sent(base, part), () => takes);
      return { outcome: units[0]!.outcome, said: words['title'] };
    };

    it('taken, unless the base moved or somebody wrote meanwhile', async () => {
      const file = await back(() => 'Llanw');
      const moved = { baseNow: { ...base, title: 'Tides today' } };
      expect(outcomesOf(file, {})).toEqual({ outcome: 'taken', said: 'Llanw' });
      expect(outcomesOf(file, moved)).toEqual({ outcome: 'base moved', said: undefined });
      expect(outcomesOf(file, moved, true)).toEqual({ outcome: 'base moved', said: 'Llanw' });
      expect(outcomesOf(file, { ownNow: own({ title: 'Y llanw' }) })).toEqual({ outcome: 'written meanwhile', said: undefined });
      expect(outcomesOf(file, { ownNow: own({ title: 'Llanw' }) }).outcome).toBe('the same');
      expect(outcomesOf(file, { baseThen: null }).outcome).toBe('taken');
    });

    it('still right where it is behind and its state says that it is done', async () => {
      const held = own({ title: 'Llanw' });
      const { stillRight } = judgeFile(
        await back(() => 'Llanw'),
        sent(base, { ownThen: held, ownNow: held, behind: ['title'] }),
        () => false,
      );
      expect(stillRight).toEqual(['title']);
    });

    it('as a whole or not at all: no text in two languages', async () => {
      const file = fileOf({ 'fields.body': body }, text => text.toUpperCase());
      const [field] = file.fields;
      const half: XliffFile = {
        ...file,
        fields: [{ ...field!, units: field!.units.map((unit, at) => (at === 0 ? unit : { ...unit, target: null })) }],
      };
      const [read] = readBack(await written(half));
      expect(judgeFile(read!, sent(base), () => false).words).toEqual({});
      const before = own({ 'fields.body': textOfParagraphs('trai', 'penllanw') });
      const { words } = judgeFile(read!, sent(base, { ownThen: before, ownNow: before }), () => false);
      expect(segmentsOf(words['fields.body'] as RichText).map(each => wordsOfPieces(each.pieces))).toEqual(['LOW WATER', 'penllanw']);
    });
  });
});
