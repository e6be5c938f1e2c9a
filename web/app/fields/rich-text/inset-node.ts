import { mergeAttributes, Node } from '@tiptap/core';

/** Which block an inset shows, and how. */
export interface InsetChoice {
  readonly blockId: string;
  readonly showsTitle: boolean;
  readonly look: string;
}

/** What a block is called where it stands in a text; null when readers do not see it. */
export interface InsetDescription {
  readonly title: string;
  readonly isSeen: boolean;
}

/**
 * A block shown inside running text, as a piece of its own that is selected, moved and deleted whole.
 * @param describe - called for each inset; calls back when what it said has changed
 */
export function insetNode(
  describe: (blockId: string) => { readonly now: InsetDescription; readonly changed: (tell: () => void) => () => void },
): Node {
  return Node.create({
    name: 'inset',
    group: 'block',
    atom: true,
    draggable: true,
    addAttributes: () => ({
      blockId: {
        default: '',
        parseHTML: element => element.getAttribute('data-inset'),
        renderHTML: held => ({ 'data-inset': String(held['blockId']) }),
      },
      showsTitle: {
        default: false,
        parseHTML: element => element.getAttribute('data-inset-title') === 'shown',
        renderHTML: held => (held['showsTitle'] ? { 'data-inset-title': 'shown' } : {}),
      },
      look: {
        default: '',
        parseHTML: element => element.getAttribute('data-inset-look') ?? '',
        renderHTML: held => (held['look'] ? { 'data-inset-look': String(held['look']) } : {}),
      },
    }),
    parseHTML: () => [{ tag: 'div[data-inset]' }],
    renderHTML: ({ HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes)],
    addNodeView:
      () =>
      ({ node }) => {
        const dom = document.createElement('div');
        const { changed } = describe(String(node.attrs['blockId']));
        const write = (): void => {
          const { title, isSeen } = describe(String(node.attrs['blockId'])).now;
          dom.className = `inset-node${isSeen ? '' : ' missing'}`;
          dom.textContent = isSeen ? $localize`Inset: ${title}` : $localize`Inset: ${title}. Readers do not see it.`;
        };
        write();
        const stop = changed(write);
        return { dom, destroy: stop };
      },
  });
}
