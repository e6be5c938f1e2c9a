import { kindOfField, type Field } from '../fields/index';
import { textOfParagraphs } from '../rich-text/document';

/** What became of a value that a field of another kind takes over. */
export interface Converted {
  readonly value: unknown;
  /** Whether something was said that the new kind cannot say. */
  readonly isLost: boolean;
}

/** A value of one field as another, of another kind, can hold it. What it cannot hold is begun as in a new record, and said to be lost. */
export function converted(value: unknown, from: Field, to: Field): Converted {
  const kind = kindOfField(to);
  const initial = kind.initial(to);
  const source = kindOfField(from);
  if (value === undefined || source.isEmpty(value, from)) return { value: initial, isLost: false };
  if (from.kind === to.kind) return { value, isLost: false };
  const words = source.words(value, from) || (typeof value === 'string' || typeof value === 'number' ? String(value) : '');
  const made = fromWords(words.trim(), value, from, to);
  return made === undefined ? { value: initial, isLost: true } : { value: made, isLost: false };
}

function fromWords(words: string, value: unknown, from: Field, to: Field): unknown {
  if (words === '' && to.kind !== 'yes or no') return sameShape(value, from, to);
  switch (to.kind) {
    case 'short text':
      return words.replace(/\s*\n\s*/g, ' ');
    case 'long text':
      return words;
    case 'rich text':
      return textOfParagraphs(...words.split(/\n{1,}/).filter(line => line.trim() !== ''));
    case 'number': {
      const number = Number(words.replace(/^(-?\d+)(?:[.,]0+)?\D*$/, '$1'));
      return words !== '' && Number.isInteger(number) && number >= to.least && number <= to.most ? number : undefined;
    }
    case 'choice':
      return to.choices.find(each => [each.value, each.label].some(said => said.toLowerCase() === words.toLowerCase()))?.value;
    case 'topics':
      return words.split(/[,;\n]/).map(each => each.trim().toLowerCase()).filter(each => each !== ''); // prettier-ignore
    case 'yes or no':
      return from.kind === 'number' ? value !== 0 : from.kind === 'choice' ? undefined : /^(yes|true|1|ja|oui)$/i.test(words) || undefined;
    default:
      return sameShape(value, from, to);
  }
}

// Pictures are files, and a page is the first of several.
function sameShape(value: unknown, from: Field, to: Field): unknown {
  if (from.kind === 'picture' && to.kind === 'file') return value;
  if (from.kind === 'page' && to.kind === 'pages') return [value];
  if (from.kind === 'pages' && to.kind === 'page')
    return (value as readonly unknown[]).length === 1 ? (value as readonly unknown[])[0] : undefined;
  return undefined;
}
