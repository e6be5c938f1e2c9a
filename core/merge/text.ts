import { emptyText, inlineWords, isRichText, plainWords, type Mark, type RichText, type RichTextNode as Part } from '../rich-text/document';
import { alignBlocks, isTextblock } from '../rich-text/align';
import { faultOfText } from '../rich-text/faults';
import { inside, isSame, mergeOne, Decider, type Place, type Three } from './decider';
import { agreedAround, mergeSequences, withNearTogether } from './sequence';
import { gapBetween, wordsIn } from './words';

/**
 * Brings two versions of a running text together: block by block, and inside a block that both changed word by word, so that
 * headings, lists and marks stay what they are. A block counts as the same one where it stands in the same place among those
 * that did not change and shares words with what it was.
 */
export function mergeTexts(three: Three<RichText>, place: Place, decider: Decider): RichText {
  return mergeOne(three, place, decider, tellText, versions => {
    const openBefore = decider.conflicts.length;
    const merged = mergedText(versions, place, decider);
    const isOpen = decider.conflicts.length > openBefore;
    // Each side is a text by itself; what becomes of both may not be, such as a list that lost its last entry. Whether that
    // is so must not hang on which side stands for now, or the two would be asked different things.
    const fits =
      faultOfText(merged) === null &&
      (!isOpen || (['ours', 'theirs'] as const).every(side => faultOfText(mergedText(versions, place, new Decider({}, side))) === null));
    return fits ? merged : decider.settle(place, versions, tellText);
  });
}

function mergedText(versions: Three<RichText>, place: Place, decider: Decider): RichText {
  const content = mergeBlocks(contentsOf(versions), place, decider);
  return content.length === 0 ? emptyText : { type: 'doc', content };
}

type Blocks = readonly Part[];

function contentsOf({ base, ours, theirs }: Three<Part>): Three<Blocks> {
  return { base: base.content ?? [], ours: ours.content ?? [], theirs: theirs.content ?? [] };
}

function mergeBlocks({ base, ours, theirs }: Three<Blocks>, place: Place, decider: Decider): Blocks {
  const [mine, other] = [alignBlocks(base, ours), alignBlocks(base, theirs)];
  const result: Part[] = [];
  for (let at = 0; at <= base.length; at += 1) {
    const come = { base: [] as Blocks, ours: mine.come[at]!, theirs: other.come[at]! };
    result.push(...mergeOne<Blocks>(come, inside(place, `before ${at}`), decider, tellBlocks, mergeComing));
    if (at === base.length) break;
    const kept = mergeOne<Part | null>(
      { base: base[at]!, ours: mine.stayed[at]!, theirs: other.stayed[at]! },
      inside(place, String(at)),
      decider,
      tellBlock,
      (versions, inPlace) =>
        versions.ours && versions.theirs && isOneSort(versions as Three<Part>)
          ? mergeBlock(versions as Three<Part>, inPlace, decider)
          : decider.settle(inPlace, versions, tellBlock),
    );
    if (kept) result.push(kept);
  }
  return result;
}

// What both sides put in at one place stands once where it is the same.
function mergeComing(three: Three<Blocks>, place: Place, decider: Decider): Blocks {
  return decider.settle(place, three, tellBlocks, ({ ours, theirs }) => [...ours, ...theirs]);
}

/** Whether the content of three blocks can be brought together, whatever became of their type. */
function isOneSort({ base, ours, theirs }: Three<Part>): boolean {
  const all = [base, ours, theirs];
  return all.every(isTextblock) || all.every(each => each.type === base.type);
}

function mergeBlock(three: Three<Part>, place: Place, decider: Decider): Part {
  const shape = ({ content: _, ...rest }: Part) => rest;
  const { base, ours, theirs } = three;
  const merged = mergeOne<Part>({ base: shape(base), ours: shape(ours), theirs: shape(theirs) }, inside(place, 'shape'), decider, value =>
    JSON.stringify((value as Part).attrs ?? (value as Part).type),
  );
  const contents = contentsOf(three);
  if (contents.base.length + contents.ours.length + contents.theirs.length === 0) return merged;
  const isInline = isTextblock(base) || base.type === 'codeBlock';
  const content = isInline ? mergeInline(contents, place, decider) : mergeBlocks(contents, place, decider);
  return content.length === 0 ? merged : { ...merged, content };
}

/** A word with its marks, or something that stands among words. */
type Token = Part;

function mergeInline(contents: Three<Blocks>, place: Place, decider: Decider): Blocks {
  const cut = (nodes: Blocks): readonly Token[] =>
    nodes.flatMap(node => (node.type === 'text' ? wordsIn(node.text!).map(text => ({ ...node, text })) : [node]));
  let conflicts = 0;
  const merged = mergeSequences({ base: cut(contents.base), ours: cut(contents.ours), theirs: cut(contents.theirs) }, token =>
    JSON.stringify([token.type, token.text, token.marks ?? []]),
  );
  const pieces = withNearTogether(merged);
  return joined(
    pieces.flatMap((piece, at) => {
      if (piece.kind === 'agreed') return piece.items;
      const { before, after } = agreedAround(pieces, at);
      const path = `${place.path}~${(conflicts += 1)}`;
      return decider.settle<readonly Token[]>({ ...place, path }, piece, tellTokens, bothTokens, {
        before: plainTokens(before),
        after: plainTokens(after),
      });
    }),
  );
}

// Words with the same marks are one stretch of text again.
function joined(tokens: readonly Token[]): Blocks {
  const nodes: Part[] = [];
  for (const token of tokens) {
    const last = nodes[nodes.length - 1];
    if (token.type === 'text' && last?.type === 'text' && isSame(last.marks, token.marks))
      nodes[nodes.length - 1] = { ...last, text: last.text! + token.text! };
    else nodes.push(token);
  }
  return nodes;
}

function wordsOfBlocks(blocks: Blocks): string {
  return plainWords({ type: 'doc', content: blocks });
}

/** A part of a text in words; what has none is called by what it is. */
const tellText = (value: unknown) => (isRichText(value) ? plainWords(value) : '');
const tellBlock = (value: unknown) => (value ? tellBlocks([value as Part]) : '');
const tellBlocks = (value: unknown) => {
  const blocks = value as Blocks;
  return wordsOfBlocks(blocks) || blocks.map(each => each.type).join(', ');
};
const tellTokens = (value: unknown) => (value as readonly Token[]).map(token => marked(inlineWords(token), token.marks ?? [])).join('');

function bothTokens({ ours, theirs }: Three<readonly Token[]>): readonly Token[] {
  const gap = gapBetween(plainTokens(ours), plainTokens(theirs));
  return [...ours, ...(gap === '' ? [] : [{ type: 'text', text: gap }]), ...theirs];
}

const plainTokens = (tokens: readonly Token[]) => tokens.map(inlineWords).join('');

// What differs may be how words are set, not which they are.
function marked(text: string, marks: readonly Mark[]): string {
  const named = marks.map(({ type, attrs }) => (type === 'link' ? String(attrs?.['address'] || attrs?.['page']) : type));
  return named.length === 0 ? text : `${text} [${named.join(', ')}]`;
}
