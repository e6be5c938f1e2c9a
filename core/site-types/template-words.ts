import Handlebars from 'handlebars';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { keeping } from '../collection/keeping';

/** The most characters of words that can be said in other locales; longer ones stay as they were written. */
export const mostTemplateWords = 300;

/** A piece of a template between two values: what readers read, with the room around it, or all else. */
export interface TemplatePiece {
  readonly html: string;
  /** What it says to readers, in one line; empty for tags, signs and room. */
  readonly words: string;
}

/** Tells what readers read of a template from its tags, as its HTML comes bit by bit between values. */
export class TemplateReader {
  #isInTag = false;
  #quote = '';

  /** The next bit of HTML in pieces. Joined, they are the bit. */
  read(html: string): readonly TemplatePiece[] {
    const pieces: TemplatePiece[] = [];
    let from = 0;
    const upTo = (at: number) => {
      if (at > from) pieces.push(...(this.#isInTag ? [{ html: html.slice(from, at), words: '' }] : textPieces(html.slice(from, at))));
      from = at;
    };
    for (let at = 0; at < html.length; at += 1) {
      const sign = html[at]!;
      if (!this.#isInTag) {
        // Elsewhere it is a sign like any other. @see HTML Living Standard, tag open state
        if (sign !== '<' || !/[a-z/!?]/i.test(html[at + 1] ?? '')) continue;
        upTo(at);
        this.#isInTag = true;
      } else if (this.#quote !== '') {
        if (sign === this.#quote) this.#quote = '';
      } else if (sign === '"' || sign === "'") this.#quote = sign;
      else if (sign === '>') {
        upTo(at + 1);
        this.#isInTag = false;
      }
    }
    upTo(html.length);
    return pieces;
  }
}

/** A text with the room before and after it apart. */
function textPieces(html: string): readonly TemplatePiece[] {
  const inside = html.trim();
  const before = html.slice(0, html.length - html.trimStart().length);
  const after = inside === '' ? '' : html.slice(html.trimEnd().length);
  const text = parseFragment(inside)
    .childNodes.map(each => (each as Tree.TextNode).value ?? '')
    .join('')
    .replace(/\s+/g, ' ');
  const words = /\p{L}{2}|(?!\p{Script=Latin})\p{L}/u.test(text) && text.length <= mostTemplateWords ? text : '';
  return [before, inside, after].filter(Boolean).map(each => ({ html: each, words: each === inside ? words : '' }));
}

/** How many templates are kept with what they say. */
const mostTemplatesKept = 500;

/** What a template says to readers besides the values of fields, in order; nothing where it cannot be read. */
export const templateWords = keeping(mostTemplatesKept, (template): readonly string[] => {
  const reader = new TemplateReader();
  const wordsIn = ({ body }: hbs.AST.Program): readonly string[] =>
    body.flatMap(node => {
      if (node.type === 'ContentStatement')
        return reader.read(String((node as hbs.AST.ContentStatement).original)).flatMap(({ words }) => words || []);
      if (node.type !== 'BlockStatement') return [];
      const { program, inverse } = node as hbs.AST.BlockStatement;
      return [...wordsIn(program), ...(inverse ? wordsIn(inverse) : [])];
    });
  try {
    return wordsIn(Handlebars.parse(template));
  } catch {
    return [];
  }
});
