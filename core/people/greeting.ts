import { escaped } from '../format/escaped';

/** What somebody who writes a greeting puts where a name is to stand. */
const asked = /\{(name|first name)\}/g;

/** Signs for private use, which no text has: pages are made once for all readers, and each gets their own name put in. */
const signs = { name: '\ue0f0', 'first name': '\ue0f1' } as const;
const signed = new RegExp(`[${signs.name}${signs['first name']}]`);

/** A greeting with signs where names are to stand; what of it had such signs loses them. */
export function withNameSigns(words: string): string {
  return words.replace(new RegExp(signed, 'g'), '').replace(asked, (_, which: keyof typeof signs) => signs[which]);
}

/** Whether a page has places for a name. */
export function hasNameSigns(html: string | Buffer): boolean {
  return typeof html === 'string' ? signed.test(html) : html.includes(signs.name) || html.includes(signs['first name']);
}

/** A page with somebody’s name put in, whole or the first word of it. */
export function withName(html: string, name: string): string {
  const [first] = name.split(' ');
  // A name is put in as it is: a dollar sign in it would else stand for part of the page.
  return html.replaceAll(signs.name, () => escaped(name)).replaceAll(signs['first name'], () => escaped(first!));
}
