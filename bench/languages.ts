import type { BlockType } from '@core/blocks/block-type';
import { page } from '@core/kinds/page/kind';
import { block } from '@core/kinds/block/kind';
import { Ledger } from '@core/ledger/ledger';
import type { PublicationEntry, Revision } from '@core/ledger/records';
import { coverageOf } from '@core/locale/coverage';
import { digestOf } from '@core/locale/digest';
import { fieldState, withSources, writableFields } from '@core/locale/translation';
import { Memory } from '@core/memory/memory';
import { segmentsOf } from '@core/segments/segment';
import { textOfParagraphs } from '@core/rich-text/document';
import type { XliffFile } from '@core/xliff/document';
import { XliffReader } from '@core/xliff/read';
import { writeXliff } from '@core/xliff/write';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { resolvePage } from '@core/placement/resolve';
import { shippedTypes, withBlockType } from '@core/registry/registry';
import { anyone } from '@core/rule/who';
import { takeSnapshot } from '@core/site/snapshot';
import { plainEntry } from './entry';
import { largeLedger, largeTheme } from './large-site';
import { medianMilliseconds, type Row } from './measure';

const pages = 5_000;
const locales = Array.from(
  { length: 40 },
  (_, at) => `x${String.fromCharCode(97 + (at % 26))}${String.fromCharCode(97 + Math.floor(at / 26))}`,
);

/** Many locales: coverage of a large site, a record with many fields, a page at the end of a long chain. */
export async function benchLanguages(): Promise<readonly Row[]> {
  return [...coverage(), ...manyFields(), ...longChain(), ...(await exchange()), ...memory()];
}

// Every second page has words in every locale, a third of them behind.
function translated(): { readonly ledger: Ledger; readonly ids: readonly string[] } {
  const ledger = largeLedger(pages, 0);
  const ids = ledger.recordsOf('page').map(each => each.id);
  const revisions: Revision[] = [];
  const entries: PublicationEntry[] = [];
  ids.forEach((id, at) => {
    if (at % 2 === 1) return;
    const base = ledger.revisionsOf(id)[0]!;
    const { title } = base.value as { title: string };
    for (const locale of locales) {
      const source = { revision: base.id, digest: digestOf(at % 3 === 0 ? 'what it said before' : title) };
      revisions.push(wordsOf(id, locale, { version: 1, words: { title: `${title} ${locale}` }, madeFrom: { title: source } }));
      entries.push(entryOf(revisions.at(-1)!, ledger.lastNumber + entries.length + 1));
    }
  });
  ledger.absorb({ revisions, entries });
  return { ledger, ids };
}

function coverage(): readonly Row[] {
  const { ledger, ids } = translated();
  const of = (id: string) => coverageOf(ledger, id, page, ledger.revisionsOf(id)[0]!.value, locales, 1, shippedTypes);
  const started = performance.now();
  const cells = ids.flatMap(of);
  const all = performance.now() - started;
  const behind = cells.filter(each => each.behind > 0).length;
  const one = medianMilliseconds(50, () => of(ids[0]!));
  return [
    {
      what: `coverage of ${pages} pages in ${locales.length} locales, in milliseconds (${behind} cells behind)`,
      ratio: all,
      aim: 'at most',
      bound: 1_000,
    },
    { what: 'the same after one change, in milliseconds', ratio: one, aim: 'at most', bound: 16 },
  ];
}

// A record with eighty fields that differ, written in forty locales or in two: what opening and saving one locale's words works out.
function manyFields(): readonly Row[] {
  const fields = Array.from({ length: 80 }, (_, at) => ({
    name: `field${at}`,
    label: `Field ${at}`,
    kind: 'short text' as const,
    help: '',
    most: 200,
    hasOwnWords: true,
  }));
  const type: BlockType = { name: 'form', label: 'Form', purpose: 'To read', description: '', version: 1, fields };
  const registry = withBlockType(shippedTypes, type);
  const said = (words: string) => Object.fromEntries(fields.map(({ name }) => [name, `${words} of ${name}`]));
  const base = { version: 2, type: 'form', typeVersion: 1, title: 'Form', fields: said('Words'), readers: null };
  const costIn = (count: number): number => {
    const ledger = new Ledger();
    ledger.absorb({ records: [{ id: 'form', kind: 'block', locale: 'en-GB', createdAt: 0, createdBy: 'x' }] });
    const words = Object.fromEntries(Object.entries(said('Geiriau')).map(([name, text]) => [`fields.${name}`, text]));
    const written = locales
      .slice(0, count)
      .map(locale => wordsOf('form', locale, withSources(words, null, { revision: 'r', value: base }, [])));
    ledger.absorb({
      revisions: [wordsOf('form', 'en-GB', base), ...written],
      entries: [wordsOf('form', 'en-GB', base), ...written].map((each, at) => entryOf(each, at + 1)),
    });
    return medianMilliseconds(200, () => {
      const own = ledger.revision(ledger.outlookOf('form', locales[0]).stretches[0]!.revisionId).value as never;
      writableFields(block, base, registry).map(field => fieldState(base, own, field));
      withSources({ ...words, 'fields.field1': 'Arall' }, own, { revision: 'r', value: base }, []);
    });
  };
  const [few, many] = [costIn(2), costIn(40)];
  return [
    {
      what: `opening and saving a record of 80 fields in 40 locales, against 2 (${many.toFixed(2)} against ${few.toFixed(2)} ms)`,
      ratio: many / few,
      aim: 'at most',
      bound: 1.5,
    },
  ];
}

function longChain(): readonly Row[] {
  const { ledger } = translated();
  const options = { moment: 1, now: 1, manifest: largeTheme };
  const inBase = takeSnapshot(ledger, options);
  const inSixth = takeSnapshot(ledger, { ...options, chain: [...locales.slice(0, 6), 'en-GB'] });
  const resolve = (snapshot: typeof inBase) => {
    const some = snapshot.pages.slice(0, 400);
    return medianMilliseconds(20, () => some.map(each => resolvePage(snapshot, each.facts, anyone)));
  };
  const [base, sixth] = [resolve(inBase), resolve(inSixth)];
  return [
    {
      what: `pages resolved along a chain of six locales, against the first (${sixth.toFixed(2)} against ${base.toFixed(2)} ms)`,
      ratio: sixth / base,
      aim: 'at most',
      bound: 1.2,
    },
  ];
}

let made = 0;

function wordsOf(recordId: string, locale: string, value: unknown): Revision {
  return {
    id: `w${(made += 1)}`,
    recordId,
    locale,
    parentId: null,
    mergedFromId: null,
    translatedFromId: null,
    value,
    createdAt: 0,
    createdBy: 'x',
    note: '',
  };
}

function entryOf({ id, recordId, locale }: Revision, number: number): PublicationEntry {
  return plainEntry({ recordId, locale, revisionId: id, publicationId: `p${id}`, number });
}

// A thousand pages of five paragraphs go out and come back; what is held while more and more of them are sent.
async function exchange(): Promise<readonly Row[]> {
  const body = textOfParagraphs(...Array.from({ length: 5 }, (_, at) => `Paragraph ${at} of some length, as people write them on a page.`));
  const files = function* (count: number): Generator<XliffFile> {
    for (let at = 0; at < count; at += 1) {
      const units = segmentsOf(body).map(({ key, pieces }) => ({ key, source: pieces, target: pieces }));
      const field = { name: 'fields.body', label: 'Text', notes: [], state: 'final', isBehind: false, units } as const;
      yield { recordId: `page-${at}`, title: `Page ${at}`, baseRevision: 'r', ownRevision: '', fields: [field] };
    }
  };
  setFlagsFromString('--expose-gc');
  const collect = runInNewContext('gc') as () => void;
  const held = async (count: number): Promise<number> => {
    let most = 0;
    let at = 0;
    const reader = new XliffReader(
      () => undefined,
      () => undefined,
    );
    for await (const piece of writeXliff('en-GB', 'cy', files(count))) {
      reader.write(piece);
      at += 1;
      if (at % 250 !== 0) continue;
      collect();
      most = Math.max(most, process.memoryUsage().heapUsed);
    }
    reader.end();
    return most;
  };
  const few = await held(1_000);
  const started = performance.now();
  const many = await held(8_000);
  const each = (performance.now() - started) / 8;
  return [
    {
      what: `heap while 8,000 pages go out and come back as XLIFF, against 1,000 (${each.toFixed(0)} ms per thousand)`,
      ratio: many / few,
      aim: 'at most',
      bound: 1.1,
    },
  ];
}

function memory(): readonly Row[] {
  const words = 'tide tern hide spit marsh open closed until morning winter path reserve'.split(' ');
  const random = randomFrom(7);
  const sentence = () => Array.from({ length: 12 }, () => words[Math.floor(random() * words.length)]!).join(' ');
  const remembered = (count: number) =>
    new Memory(Array.from({ length: count }, (_, at) => ({ source: sentence(), target: `said ${at}`, recordId: `r${at}` })));
  const [few, many] = [remembered(1_000), remembered(50_000)];
  const asked = sentence();
  const [small, large] = [medianMilliseconds(20, () => few.find(asked, 3)), medianMilliseconds(20, () => many.find(asked, 3))];
  return [
    {
      what: `finding what was written before among 50,000 sources of twelve common words, against 1,000 (${large.toFixed(1)} against ${small.toFixed(1)} ms)`,
      ratio: large / small,
      aim: 'at most',
      bound: 25,
    },
  ];
}

// Park and Miller's generator: the same sentences each time.
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}
