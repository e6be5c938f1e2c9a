import { mergeAttributes, Node } from '@tiptap/core';
import type { TextPicture } from '@core/file/picture-html';

/** What a picture is called and looks like where it stands in a text; null for one that is gone. */
export interface PictureSight {
  readonly title: string;
  readonly plate: string;
}

/**
 * A picture of the library in running text, as a piece of its own that is selected, moved and deleted whole.
 * @param look - finds what a file looks like
 */
export function pictureNode(look: (file: string) => Promise<PictureSight | null>): Node {
  return Node.create({
    name: 'picture',
    group: 'block',
    atom: true,
    draggable: true,
    addAttributes: () => ({
      file: attribute('data-picture', ''),
      caption: attribute('data-caption', ''),
      align: attribute('data-align', 'centre'),
      width: { ...attribute('data-width', 100), parseHTML: element => Number(element.getAttribute('data-width') ?? 100) },
    }),
    parseHTML: () => [{ tag: 'figure[data-picture]' }],
    renderHTML: ({ HTMLAttributes }) => ['figure', mergeAttributes(HTMLAttributes)],
    addNodeView:
      () =>
      ({ node }) => {
        const { file, caption, align, width } = node.attrs as unknown as TextPicture;
        const dom = document.createElement('figure');
        dom.className = `picture-node set-${align}`;
        dom.style.width = `${width}%`;
        const words = document.createElement('figcaption');
        words.textContent = caption;
        dom.append(words);
        void look(file).then(sight => {
          if (sight === null) {
            dom.classList.add('missing');
            words.textContent = $localize`This picture is gone from the library.`;
            return;
          }
          const image = document.createElement('img');
          image.src = sight.plate;
          image.alt = sight.title;
          dom.prepend(image);
        });
        return { dom };
      },
  });
}

function attribute(name: string, initial: string | number) {
  return {
    default: initial,
    parseHTML: (element: HTMLElement): string | number => element.getAttribute(name) ?? initial,
    renderHTML: (held: Record<string, unknown>) => ({ [name]: String(held[nameOf(name)]) }),
  };
}

function nameOf(attributeName: string): string {
  return attributeName === 'data-picture' ? 'file' : attributeName.slice('data-'.length);
}
