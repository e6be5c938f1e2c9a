import fc from 'fast-check';
import { list, type ListField } from '../fields/list/list';
import { kindNamed } from '../kinds/index';
import { mergeOutlines } from '../menu/merge';
import type { MenuEntry } from '../menu/menu';
import { freshPlacement } from '../placement/placement';
import { plainWords, type RichText, type RichTextNode as Part, textOfParagraphs } from '../rich-text/document';
import { faultOfText } from '../rich-text/faults';
import { everywhere, type Rule, type WhereTest } from '../rule/rule';
import type { RuleTree } from '../rule/tree';
import { shippedTypes } from '../registry/registry';
import { anyText } from '../testing/random-text';
import { Decider, type Side, type Three } from './decider';
import { mergeItems, mergeSets } from './items';
import { mergeOwnWords, mergeRecord } from './record';
import { mergeTexts } from './text';
import { mergeTrees } from './tree';
import { mergeWords, wordsIn } from './words';

const place = { path: 'body', field: 'body' };
const asText = (value: unknown) => JSON.stringify(value);
function merging<Value>(merge: (three: Three<Value>, decider: Decider) => Value) {
  return (base: Value, ours: Value, theirs: Value, choices: Readonly<Record<string, Side>> = {}) => {
    const decider = new Decider(choices);
    return { value: merge({ base, ours, theirs }, decider), conflicts: decider.conflicts };
  };
}
const texts = merging<RichText>((three, decider) => mergeTexts(three, place, decider));
const trees = merging<RuleTree<WhereTest>>((three, decider) => mergeTrees(three, place, decider, asText));
const words = merging<string>((three, decider) => mergeWords(three, place, decider));
const paragraph = (...content: Part[]): Part => ({ type: 'paragraph', content });
const said = (text: string, ...marks: string[]): Part => ({
  type: 'text',
  text,
  ...(marks.length > 0 && { marks: marks.map(type => ({ type })) }),
});
const doc = (...content: Part[]): RichText => ({ type: 'doc', content });

/** The laws that any merge keeps: what one side left alone is as the other has it, and sides may change places. */
function keepsLaws<Value>(merge: ReturnType<typeof merging<Value>>, any: fc.Arbitrary<Value>, numRuns = 120): void {
  fc.assert(
    fc.property(any, any, any, (base, ours, theirs) => {
      expect(merge(base, base, theirs)).toEqual({ value: theirs, conflicts: [] });
      expect(merge(base, ours, base)).toEqual({ value: ours, conflicts: [] });
      expect(merge(base, ours, ours)).toEqual({ value: ours, conflicts: [] });
      const one = merge(base, ours, theirs);
      const other = merge(base, theirs, ours);
      expect(other.conflicts.map(each => each.path)).toEqual(one.conflicts.map(each => each.path));
      if (one.conflicts.length === 0) expect(other.value).toEqual(one.value);
      // Whatever was chosen everywhere, nothing is left to choose.
      const settled = Object.fromEntries(one.conflicts.map(({ path }) => [path, 'theirs'] as const));
      expect(merge(base, ours, theirs, settled).conflicts.filter(each => each.chosen === null)).toEqual([]);
    }),
    { numRuns },
  );
}

describe('merging running text', () => {
  it('keeps the laws, and what comes out is a text', () => {
    keepsLaws(texts, anyText, 80);
    fc.assert(
      fc.property(anyText, anyText, anyText, fc.constantFrom<Side>('ours', 'theirs', 'base', 'both'), (base, ours, theirs, side) => {
        const open = texts(base, ours, theirs);
        expect(faultOfText(open.value)).toBeNull();
        const choices = Object.fromEntries(open.conflicts.map(each => [each.path, side]));
        expect(faultOfText(texts(base, ours, theirs, choices).value)).toBeNull();
      }),
      { numRuns: 150 },
    );
  });

  it('brings a mended word and a new sentence into one paragraph, and keeps what is bold', () => {
    const base = doc(paragraph(said('The hide opens at '), said('eihgt', 'bold'), said(' each day of the week.')));
    const mended = doc(paragraph(said('The hide opens at '), said('eight', 'bold'), said(' each day of the week.')));
    const longer = doc(paragraph(said('The hide opens at '), said('eihgt', 'bold'), said(' each day of the week. Bring boots.')));
    expect(texts(base, mended, longer)).toEqual({
      value: doc(paragraph(said('The hide opens at '), said('eight', 'bold'), said(' each day of the week. Bring boots.'))),
      conflicts: [],
    });
  });

  it('turns a paragraph into a heading on one side and mends it on the other', () => {
    const heading = (text: string): Part => ({ type: 'heading', attrs: { level: 2 }, content: [said(text)] });
    const { value, conflicts } = texts(
      doc(paragraph(said('Opening huors')), paragraph(said('From eight.'))),
      doc(heading('Opening huors'), paragraph(said('From eight.'))),
      doc(paragraph(said('Opening hours')), paragraph(said('From eight.'))),
    );
    expect(conflicts).toEqual([]);
    expect(value.content[0]).toEqual(heading('Opening hours'));
  });

  it('leaves one place to be settled: ours, theirs, as it was or both', () => {
    const three = ['It opens at eight today.', 'It opens at nine today.', 'It opens at ten today.'].map(each => textOfParagraphs(each));
    const open = texts(three[0]!, three[1]!, three[2]!);
    expect(
      open.conflicts.map(({ path, both, tell, base, ours, theirs }) => [
        path,
        tell(both, null as never),
        ...[base, ours, theirs].map(each => tell(each, null as never)),
      ]),
    ).toEqual([['body/0~1', ' nine ten', ' eight', ' nine', ' ten']]);
    const by = (side: Side) => plainWords(texts(three[0]!, three[1]!, three[2]!, { 'body/0~1': side }).value);
    expect((['ours', 'theirs', 'base', 'both'] as const).map(by)).toEqual([
      'It opens at nine today.',
      'It opens at ten today.',
      'It opens at eight today.',
      'It opens at nine ten today.',
    ]);
  });

  it('asks when one side took out what the other changed', () => {
    const { conflicts } = texts(
      textOfParagraphs('One stays.', 'The causeway floods at noon.'),
      textOfParagraphs('One stays.'),
      textOfParagraphs('One stays.', 'The causeway floods at one.'),
    );
    expect(conflicts.map(each => each.path)).toEqual(['body/1']);
  });

  it('asks the same whichever side is whose, where only one of them leaves a text that can be', () => {
    const list = (...entries: Part[][]): Part => ({
      type: 'orderedList',
      attrs: { start: 1 },
      content: entries.map(content => ({ type: 'listItem', content })),
    });
    const spaced = paragraph(said('a  b'));
    const empty: Part = { type: 'paragraph' };
    const base = doc(list([empty, spaced]), empty);
    const shorter = doc(list([spaced]), empty);
    const nested = doc(list([paragraph({ type: 'hardBreak' }), list([empty, spaced])], [empty]));
    const asked = [texts(base, shorter, nested), texts(base, nested, shorter)];
    expect(asked[0]!.conflicts.map(each => each.path)).toEqual(asked[1]!.conflicts.map(each => each.path));
    expect(asked.map(each => faultOfText(each.value))).toEqual([null, null]);
  });
});

describe('merging plain text', () => {
  it('cuts into words that put together are the text, in scripts without spaces too', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), text => {
        expect(wordsIn(text).join('')).toBe(text);
      }),
    );
    expect(wordsIn('今日は晴れです').length).toBeGreaterThan(1);
    expect(wordsIn('open 1–5 now')).toEqual(['open', ' 1–5', ' now']);
  });

  it('keeps the laws', () => {
    keepsLaws(
      words,
      fc.array(fc.constantFrom('tide', 'tern', 'reed', '\n'), { maxLength: 8 }).map(each => each.join(' ')),
    );
  });
});

describe('merging rules', () => {
  const page = (id: string): WhereTest => ({ test: 'page', page: id });
  it('joins what each side put in, and leaves out what either took out', () => {
    expect(trees({ any: [page('a'), page('b')] }, { any: [page('a'), page('b'), page('c')] }, { any: [page('a')] })).toEqual({
      value: { any: [page('a'), page('c')] },
      conflicts: [],
    });
  });

  it('asks where both replaced one test, and never comes to hold everywhere by itself', () => {
    expect(trees({ any: [page('a')] }, { any: [page('b')] }, { any: [page('c')] }).conflicts.length).toBe(1);
    expect(trees({ any: [page('a'), page('b')] }, { any: [page('a')] }, { any: [page('b')] }).conflicts.map(each => each.path)).toEqual([
      'body/any',
    ]);
  });

  it('keeps the laws', () => {
    const some = fc.subarray(['a', 'b', 'c']).map(ids => ids.map(page));
    const group = fc.record({ all: some, any: some, none: some }, { requiredKeys: [] });
    keepsLaws(trees, group as fc.Arbitrary<RuleTree<WhereTest>>, 300);
  });
});

describe('merging lists', () => {
  const ids: fc.Arbitrary<readonly string[]> = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 5 });
  it('takes sets as sets', () => {
    fc.assert(
      fc.property(ids, ids, ids, (base, ours, theirs) => {
        const expected = ['a', 'b', 'c', 'd', 'e'].filter(id =>
          base.includes(id) ? ours.includes(id) && theirs.includes(id) : ours.includes(id) || theirs.includes(id),
        );
        expect([...mergeSets({ base, ours, theirs })].sort()).toEqual(expected);
      }),
    );
  });

  it('knows items by their ids wherever they went, and keeps the laws', () => {
    const items = merging<readonly string[]>((three, decider) =>
      mergeItems(three, place, decider, { idOf: each => each, tell: asText, merge: ({ ours }) => ours }),
    );
    keepsLaws(items, ids, 400);
    expect(items(['a', 'b', 'c'], ['c', 'a', 'b'], ['a', 'b', 'x', 'c'])).toEqual({ value: ['c', 'a', 'b', 'x'], conflicts: [] });
  });

  it('brings the fields of an item together', () => {
    const field: ListField = {
      kind: 'list',
      name: 'questions',
      label: 'Questions',
      help: '',
      item: 'question',
      fields: [
        { kind: 'short text', name: 'question', label: 'Question', help: '' },
        { kind: 'long text', name: 'answer', label: 'Answer', help: '' },
      ] as ListField['fields'],
    };
    const item = (question: string, answer: string) => [{ id: 'q', fields: { question, answer } }];
    const decider = new Decider();
    const merged = list.merge!(
      {
        base: item('When?', 'At noon, perhaps.'),
        ours: item('When then?', 'At noon, perhaps.'),
        theirs: item('When?', 'At one, perhaps.'),
      },
      field,
      place,
      decider,
    );
    expect([merged, decider.conflicts]).toEqual([item('When then?', 'At one, perhaps.'), []]);
  });

  it('lets an entry of a menu move while its words change', () => {
    const entry = (id: string, words = '', entries: MenuEntry[] = []): MenuEntry => ({
      id,
      target: { to: 'page', page: id, beneath: 0 },
      words,
      who: {},
      when: {},
      currentOn: null,
      entries,
    });
    const decider = new Decider();
    const merged = mergeOutlines(
      {
        base: [entry('a'), entry('b', '', [entry('c')])],
        ours: [entry('b', '', [entry('c')]), entry('a')],
        theirs: [entry('a'), entry('b', '', [entry('c', 'Sea')])],
      },
      place,
      decider,
      asText,
    );
    expect([merged, decider.conflicts]).toEqual([[entry('b', '', [entry('c', 'Sea')]), entry('a')], []]);
  });
});

describe('merging records', () => {
  it('brings a placement together property by property', () => {
    const base = freshPlacement({ blockId: 'b', target: { kind: 'region', name: 'main' }, order: 'a0', rule: everywhere });
    const rule: Rule = { ...everywhere, who: { test: 'signed in' } };
    const merged = mergeRecord(
      kindNamed('placement'),
      { base, ours: { ...base, target: { kind: 'region', name: 'aside' } }, theirs: { ...base, look: 'tinted', rule } },
      shippedTypes,
    );
    expect(merged).toEqual({ value: { ...base, target: { kind: 'region', name: 'aside' }, look: 'tinted', rule }, conflicts: [] });
  });

  it('brings own words together name by name, each with what it was made from', () => {
    const own = (title: string, body: string, at: string) => ({
      version: 1 as const,
      words: { title, 'fields.body': body },
      madeFrom: { title: { revision: at, digest: at }, 'fields.body': { revision: at, digest: at } },
    });
    const { value, conflicts } = mergeOwnWords(
      { base: own('Un', 'Y traeth', 'r1'), ours: own('Dau', 'Y traeth', 'r2'), theirs: own('Un', 'Y traeth mawr', 'r3') },
      () => undefined,
    );
    expect(conflicts).toEqual([]);
    expect(value.words).toEqual({ title: 'Dau', 'fields.body': 'Y traeth mawr' });
    expect([value.madeFrom['title']?.revision, value.madeFrom['fields.body']?.revision]).toEqual(['r2', 'r3']);
  });
});
