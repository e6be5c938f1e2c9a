import type { Mark, RichText, RichTextNode } from './document';
import { markOrder, markRules, nodeRules } from './grammar';

/**
 * A text as an editor holds it, brought into the form that is stored: attributes that say nothing here left out, marks in
 * their order, stretches of the same marks joined. What the grammar does not know is left out with what it holds.
 */
export function fittedText(document: RichText): RichText {
  return fittedNode(document) as RichText;
}

/**
 * A text without the empty paragraph that an editor keeps at its end so that there is room to go on, where the text had none
 * before.
 */
export function withoutRoom(text: RichText, before: RichText): RichText {
  const isRoom = (last: RichTextNode | undefined) => last?.type === 'paragraph' && last.content === undefined;
  const hasRoom = text.content.length > 1 && isRoom(text.content.at(-1));
  return hasRoom && !isRoom(before.content.at(-1)) ? { ...text, content: text.content.slice(0, -1) } : text;
}

function fittedNode(node: RichTextNode): RichTextNode {
  const rule = nodeRules[node.type]!;
  const content = joined((node.content ?? []).filter(each => nodeRules[each.type]).map(fittedNode));
  const marks = rule.group === 'inline' && !rule.isBare ? fittedMarks(node.marks ?? []) : [];
  return {
    type: node.type,
    ...(rule.attributes && { attrs: fittedAttributes(rule.attributes, node.attrs) }),
    ...(content.length > 0 && { content }),
    ...(node.text !== undefined && { text: node.text }),
    ...(marks.length > 0 && { marks }),
  };
}

function fittedMarks(marks: readonly Mark[]): readonly Mark[] {
  return marks
    .filter(mark => markRules[mark.type])
    .sort((a, b) => markOrder.indexOf(a.type) - markOrder.indexOf(b.type))
    .map(({ type, attrs }) => {
      const { attributes } = markRules[type]!;
      return { type, ...(attributes && { attrs: fittedAttributes(attributes, attrs) }) };
    });
}

/** Attributes as they are stored: each that is not one that it can have is as in a new piece. */
export function fittedAttributes(
  rules: NonNullable<(typeof nodeRules)[string]['attributes']>,
  held: RichTextNode['attrs'],
): NonNullable<RichTextNode['attrs']> {
  return Object.fromEntries(
    Object.entries(rules).map(([name, { initial, isValid }]) => [name, held && isValid(held[name]) ? held[name] : initial]),
  );
}

function joined(nodes: readonly RichTextNode[]): readonly RichTextNode[] {
  const made: RichTextNode[] = [];
  for (const node of nodes) {
    const last = made[made.length - 1];
    if (node.text !== undefined && last?.text !== undefined && JSON.stringify(node.marks) === JSON.stringify(last.marks))
      made[made.length - 1] = { ...last, text: last.text + node.text };
    else made.push(node);
  }
  return made;
}
