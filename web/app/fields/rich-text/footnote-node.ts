import { Node } from '@tiptap/core';

/** A footnote in running text: a sign where it stands, whose words are written beside the text and read at its end. */
export const footnoteNode = Node.create({
  name: 'footnote',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    note: {
      default: '',
      parseHTML: (element: HTMLElement): string => element.getAttribute('data-note') ?? '',
      renderHTML: (held: Record<string, unknown>) => ({ 'data-note': String(held['note']) }),
    },
  }),
  parseHTML: () => [{ tag: 'span[data-note]' }],
  renderHTML: ({ HTMLAttributes }) => [
    'span',
    { ...HTMLAttributes, class: 'footnote-node', title: String(HTMLAttributes['data-note']) },
    $localize`note`,
  ],
});
