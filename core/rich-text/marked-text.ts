import { boundedDiff, replaced } from '../compare/bounds';
import { listOf } from '../format/moment';
import { say, told, word } from '../tongue/say';
import { alignBlocks, isTextblock } from './align';
import { inlineWords, linkOn, type LinkTarget, type Mark, type RichText, type RichTextNode as Part } from './document';

/** What became of a stretch of words, or of a block. */
export type Fate = 'same' | 'added' | 'removed';

/** Words with the same marks that fared alike. */
export interface MarkedRun {
  readonly text: string;
  readonly fate: Fate;
  /** Names of the marks that it carries, a link among them. */
  readonly marks: readonly string[];
  /** How words that stayed are set otherwise than before, in words; empty when they are not. */
  readonly note: string;
}

/** A block of a text with all that became of it. */
export interface MarkedBlock {
  readonly type: string;
  /** Of a heading; else 0. */
  readonly level: number;
  readonly fate: Fate;
  /** What is otherwise about the block itself: that it moved, or was of another sort; empty when nothing is. */
  readonly note: string;
  /** Its words, where it holds words itself. */
  readonly runs: readonly MarkedRun[];
  /** Its blocks, where it holds others. */
  readonly content: readonly MarkedBlock[];
}

/** What links are called, for telling where one leads. */
export type TellLink = (target: LinkTarget) => string;

type Blocks = readonly Part[];

/**
 * Two versions of a text as one that keeps its structure: blocks that came, went or moved; words that came and went within
 * them; and what stayed but is set otherwise or leads elsewhere.
 */
export function markedText(before: RichText, after: RichText, tellLink: TellLink = plainLink): readonly MarkedBlock[] {
  return withMoves(markedBlocks(before.content, after.content, tellLink));
}

function markedBlocks(before: Blocks, after: Blocks, tellLink: TellLink): readonly MarkedBlock[] {
  const { stayed, come } = alignBlocks(before, after);
  return [
    ...before.flatMap((block, at) => [
      ...come[at]!.map(each => whole(each, 'added')),
      stayed[at] ? changed(block, stayed[at], tellLink) : whole(block, 'removed'),
    ]),
    ...come[before.length]!.map(each => whole(each, 'added')),
  ];
}

function changed(before: Part, after: Part, tellLink: TellLink): MarkedBlock {
  if (before === after) return whole(after, 'same');
  const holdsWords = isTextblock(after) || after.type === 'codeBlock';
  return {
    ...shapeOf(after),
    fate: 'same',
    note: shapeNote(before, after),
    runs: holdsWords ? changedRuns(before.content ?? [], after.content ?? [], tellLink) : [],
    content: holdsWords ? [] : markedBlocks(before.content ?? [], after.content ?? [], tellLink),
  };
}

function whole(block: Part, fate: Fate): MarkedBlock {
  const holdsWords = isTextblock(block) || block.type === 'codeBlock';
  const inner = block.content ?? [];
  const words = inner.map(each => ({ text: inlineWords(each), fate, marks: namesOf(each), note: '' }));
  const shown = [block.attrs?.['caption'], block.attrs?.['alt']].find(each => typeof each === 'string' && each !== '');
  return {
    ...shapeOf(block),
    fate,
    note: '',
    runs: holdsWords ? words : shown ? [{ text: String(shown), fate, marks: [], note: '' }] : [],
    content: holdsWords ? [] : inner.map(each => whole(each, fate)),
  };
}

/** A word, or the gap between two, with how it is set. */
interface Token {
  readonly text: string;
  readonly from: Part;
}

function tokensOf(inline: Blocks): readonly Token[] {
  return inline.flatMap(node => (inlineWords(node).match(/\s+|[^\s]+/g) ?? []).map(text => ({ text, from: node })));
}

function changedRuns(before: Blocks, after: Blocks, tellLink: TellLink): readonly MarkedRun[] {
  const [left, right] = [tokensOf(before), tokensOf(after)];
  const [was, is] = [left.map(each => each.text), right.map(each => each.text)];
  const parts = (sharesWords(was, is) ? boundedDiff(was, is) : null) ?? replaced(was, is);
  const runs: MarkedRun[] = [];
  let [at, to] = [0, 0];
  for (const { removed, added, count } of parts)
    for (let step = 0; step < count; step += 1) {
      const [old, now] = [added ? null : left[at++]!, removed ? null : right[to++]!];
      const fate: Fate = old === null ? 'added' : now === null ? 'removed' : 'same';
      const note = old && now ? markNote(old.from, now.from, tellLink) : '';
      runs.push({ text: (now ?? old)!.text, fate, marks: namesOf((now ?? old)!.from), note });
    }
  return joined(withPhrases(runs));
}

// Gaps are alike everywhere: they say nothing of what stayed.
function sharesWords(was: readonly string[], is: readonly string[]): boolean {
  const words = new Set(was);
  return is.some(each => words.has(each) && each.trim() !== '');
}

// A phrase put for another reads as one that went and one that came, not as a change of every second word.
function withPhrases(runs: readonly MarkedRun[]): readonly MarkedRun[] {
  const phrased: MarkedRun[] = [];
  let [gone, come]: [MarkedRun[], MarkedRun[]] = [[], []];
  const flush = () => {
    phrased.push(...gone, ...come);
    [gone, come] = [[], []];
  };
  runs.forEach((run, at) => {
    const isGap =
      run.fate === 'same' &&
      run.note === '' &&
      /^[^\S\n]+$/.test(run.text) &&
      gone.length + come.length > 0 &&
      runs[at + 1]?.fate !== 'same';
    if (run.fate === 'removed' || (isGap && at < runs.length - 1)) gone.push({ ...run, fate: 'removed' });
    if (run.fate === 'added' || (isGap && at < runs.length - 1)) come.push({ ...run, fate: 'added' });
    if (run.fate === 'same' && !(isGap && at < runs.length - 1)) {
      flush();
      phrased.push(run);
    }
  });
  flush();
  return phrased;
}

// Words that fared alike and are set alike are one stretch.
function joined(runs: readonly MarkedRun[]): readonly MarkedRun[] {
  const stretches: MarkedRun[] = [];
  for (const run of runs) {
    const last = stretches.at(-1);
    if (last && last.fate === run.fate && last.note === run.note && last.marks.join() === run.marks.join())
      stretches[stretches.length - 1] = { ...last, text: last.text + run.text };
    else stretches.push(run);
  }
  return stretches;
}

function namesOf({ marks }: Part): readonly string[] {
  return (marks ?? []).map((mark: Mark) => mark.type);
}

const markWords: Readonly<Record<string, string>> = {
  styled: word`set in a style of the theme`,
  bold: word`bold`,
  italic: word`italic`,
  strike: word`struck through`,
  code: word`set as code`,
  subscript: word`set low`,
  superscript: word`set high`,
};

function markNote(before: Part, after: Part, tellLink: TellLink): string {
  // Most words are set plainly, and there are many of them.
  if (!before.marks?.length && !after.marks?.length) return '';
  const [was, is] = [namesOf(before), namesOf(after)];
  const named = (marks: readonly string[]) => marks.flatMap(each => (markWords[each] ? [told(markWords[each])] : []));
  const gained = named(is.filter(each => !was.includes(each)));
  const lost = named(was.filter(each => !is.includes(each)));
  const [led, leads] = [linkOn(before), linkOn(after)];
  const link =
    JSON.stringify(led) === JSON.stringify(leads)
      ? []
      : led === null
        ? [say`leads to ${tellLink(leads!)} now`]
        : leads === null
          ? [say`led to ${tellLink(led)}`]
          : [say`led to ${tellLink(led)}, leads to ${tellLink(leads)} now`];
  return [...(gained.length > 0 ? [say`${listOf(gained)} now`] : []), ...(lost.length > 0 ? [say`was ${listOf(lost)}`] : []), ...link].join(
    '; ',
  );
}

const blockWords: Readonly<Record<string, string>> = {
  paragraph: word`a paragraph`,
  bulletList: word`a list`,
  orderedList: word`a numbered list`,
  blockquote: word`a quotation`,
  table: word`a table`,
  tableHeader: word`a cell that names others`,
  tableCell: word`a cell`,
};

function shapeOf({ type, attrs }: Part): Pick<MarkedBlock, 'type' | 'level'> {
  return { type, level: type === 'heading' ? Number(attrs?.['level']) : 0 };
}

function shapeNote(before: Part, after: Part): string {
  if (JSON.stringify([before.type, before.attrs ?? {}]) === JSON.stringify([after.type, after.attrs ?? {}])) return '';
  const name = ({ type, attrs }: Part) =>
    type === 'heading' ? say`a heading of level ${Number(attrs?.['level'])}` : told(blockWords[type] ?? '');
  const was = name(before);
  return was !== '' && was !== name(after) ? say`was ${was}` : say`set otherwise`;
}

function plainLink({ page, address }: LinkTarget): string {
  return page ?? address;
}

// What went at one place and came at another, word for word, has moved.
function withMoves(blocks: readonly MarkedBlock[]): readonly MarkedBlock[] {
  const keys = new Map(blocks.flatMap(each => (each.fate === 'same' ? [] : [[each, JSON.stringify(withoutFate(each))] as const])));
  const keyOf = (block: MarkedBlock) => keys.get(block)!;
  const count = (fate: Fate) => {
    const counts = new Map<string, number>();
    for (const each of blocks) if (each.fate === fate) counts.set(keyOf(each), (counts.get(keyOf(each)) ?? 0) + 1);
    return counts;
  };
  const [gone, came] = [count('removed'), count('added')];
  return blocks.map(each => {
    if (each.fate === 'same' || !(gone.has(keyOf(each)) && came.has(keyOf(each)))) return each;
    return { ...each, note: each.fate === 'removed' ? say`moved from here` : say`moved here` };
  });
}

function withoutFate({ type, level, runs, content }: MarkedBlock): unknown {
  return [type, level, runs.map(each => [each.text, each.marks]), content.map(withoutFate)];
}
