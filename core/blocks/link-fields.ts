import type { Field } from '../fields/index';

/** A link with its words, as several types of block end with. @param purpose - what the link is there for */
export function linkFields(purpose: string): readonly Field[] {
  return [
    { name: 'linkLabel', label: 'Link text', kind: 'short text', help: `${purpose} Empty shows no link.`, most: 80, hasOwnWords: true },
    { name: 'linkTo', label: 'Link goes to', kind: 'link', help: 'A path on this site such as /visit, or a whole address.' },
  ];
}
