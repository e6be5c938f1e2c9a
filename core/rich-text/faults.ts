import { isSafeAddress, isSitePath } from '../fields/link/address';
import { numberOf } from '../format/moment';
import { say } from '../tongue/say';
import type { Mark, RichTextNode } from './document';
import { markOrder, markRules, nodeRules, type AttributeRule } from './grammar';

/** The deepest that nodes of a text may lie in one another. */
export const deepestText = 40;

/** The most nodes that a text may consist of. */
export const mostNodes = 20_000;

/** The most characters of words that a text may hold. */
export const mostCharacters = 200_000;

/**
 * What is wrong with a text, or null when it can be stored as it is. A text that is too deep or too large is told of
 * before anything else is looked at, without going down into it by recursion.
 */
export function faultOfText(raw: unknown): string | null {
  return faultOfSize(raw) ?? faultOfNode(raw, 'doc', false);
}

function faultOfSize(raw: unknown): string | null {
  const waiting: { readonly node: unknown; readonly depth: number }[] = [{ node: raw, depth: 0 }];
  let nodes = 0;
  let characters = 0;
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, depth } = next;
    if (depth > deepestText) return say`A text may lie at most ${deepestText} deep in itself.`;
    if ((nodes += 1) > mostNodes) return say`A text may consist of at most ${numberOf(mostNodes)} pieces.`;
    if (typeof node !== 'object' || node === null) continue;
    const { content, text, attrs } = node as { content?: unknown; text?: unknown; attrs?: unknown };
    for (const words of [text, ...Object.values(attrs ?? {})]) if (typeof words === 'string') characters += words.length;
    if (characters > mostCharacters) return say`At most ${numberOf(mostCharacters)} characters.`;
    if (Array.isArray(content)) for (const inner of content.slice(0, mostNodes + 1)) waiting.push({ node: inner, depth: depth + 1 });
  }
  return null;
}

function faultOfNode(raw: unknown, expected: string | null, isPlain: boolean): string | null {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return say`Not a text.`;
  const node = raw as RichTextNode;
  const rule = Object.hasOwn(nodeRules, node.type) ? nodeRules[node.type]! : null;
  if (rule === null || (expected !== null && node.type !== expected)) return say`A text holds nothing called “${String(node.type)}”.`;
  const unknown = Object.keys(node).find(key => !['type', 'attrs', 'content', 'text', 'marks'].includes(key));
  if (unknown !== undefined) return say`“${node.type}” has no “${unknown}”.`;
  const attributes = faultOfAttributes(node.type, node.attrs, rule.attributes);
  if (attributes) return attributes;
  if (node.type === 'text') {
    if (typeof node.text !== 'string' || node.text === '') return say`A stretch of text is empty.`;
    return node.content === undefined ? faultOfMarks(node.marks, isPlain) : say`A stretch of text holds nothing else.`;
  }
  if (node.text !== undefined) return say`“${node.type}” holds no text of its own.`;
  if (node.marks !== undefined && (rule.group !== 'inline' || rule.isBare)) return say`“${node.type}” carries no marks.`;
  if (node.marks !== undefined && faultOfMarks(node.marks, isPlain)) return faultOfMarks(node.marks, isPlain);
  if (node.content !== undefined && !Array.isArray(node.content)) return say`Not a text.`;
  const content = (node.content ?? []) as readonly RichTextNode[];
  const stranger = content.find(each => typeof each !== 'object' || each === null || !Object.hasOwn(nodeRules, each.type));
  if (stranger !== undefined) return say`A text holds nothing called “${String(stranger?.type)}”.`;
  if (!isHeld(rule.holds ?? [], content)) return say`“${node.type}” does not hold what is in it.`;
  const across = rule.mostAcross === undefined ? [] : content.map(each => (Array.isArray(each.content) ? each.content.length : 0));
  if (across.some(count => count !== across[0] || count > rule.mostAcross!))
    return say`Each row of a table has as many cells as the others, and at most ${rule.mostAcross!}.`;
  for (const inner of content) {
    const fault = faultOfNode(inner, null, rule.isPlain ?? false);
    if (fault) return fault;
  }
  return null;
}

/** Whether content is what a node may hold. Each part takes all that fits; none of the rules needs more. */
function isHeld(parts: readonly string[], content: readonly RichTextNode[]): boolean {
  let at = 0;
  for (const part of parts) {
    const name = part.replace(/[*+]$/, '');
    const fits = (node: RichTextNode | undefined) => node !== undefined && (node.type === name || nodeRules[node.type]!.group === name);
    const from = at;
    if (part.endsWith('*') || part.endsWith('+')) while (at < content.length && fits(content[at])) at += 1;
    else if (fits(content[at])) at += 1;
    if (at === from && !part.endsWith('*')) return false;
  }
  return at === content.length;
}

function faultOfMarks(raw: unknown, isPlain: boolean): string | null {
  if (raw === undefined) return null;
  if (!Array.isArray(raw) || raw.length === 0) return say`Marks are a list that is not empty.`;
  if (isPlain) return say`Text set as it is carries no marks.`;
  let last = -1;
  for (const mark of raw as readonly Mark[]) {
    const at = markOrder.indexOf(mark?.type);
    if (at < 0) return say`A text has no mark called “${String(mark?.type)}”.`;
    if (at <= last) return say`Marks stand in their order, each once.`;
    last = at;
    if (Object.keys(mark).some(key => key !== 'type' && key !== 'attrs')) return say`The mark “${mark.type}” says too much.`;
    const fault = faultOfAttributes(mark.type, mark.attrs, markRules[mark.type]!.attributes);
    if (fault) return fault;
    if (mark.type === 'link' && !isFollowable(mark.attrs!)) return say`A link leads to a page or to an address that is safe to follow.`;
  }
  return null;
}

/** Whether a link leads somewhere that is safe to follow. */
function isFollowable({ page, address }: Readonly<Record<string, unknown>>): boolean {
  const text = String(address);
  return page === null ? isSitePath(text) || isSafeAddress(text) || /^#[\w.-]+$/.test(text) : /^([?#][^\s"'<>\\]*)?$/.test(text);
}

function faultOfAttributes(name: string, held: unknown, rules: Readonly<Record<string, AttributeRule>> = {}): string | null {
  if (held !== undefined && (typeof held !== 'object' || held === null || Array.isArray(held))) return say`“${name}” is dressed wrongly.`;
  const attributes = (held ?? {}) as Readonly<Record<string, unknown>>;
  const unknown = Object.keys(attributes).find(each => !Object.hasOwn(rules, each));
  if (unknown !== undefined) return say`“${name}” has no “${unknown}”.`;
  const wrong = Object.keys(rules).find(each => !Object.hasOwn(attributes, each) || !rules[each]!.isValid(attributes[each]));
  return wrong === undefined ? null : say`The “${wrong}” of “${name}” is not one that it can have.`;
}
