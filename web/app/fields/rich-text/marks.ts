import { Mark } from '@tiptap/core';
import { isSafeAddress, isSitePath } from '@core/fields/link/address';

/** A link: to a page of this site by its id, or to an address. */
export const linkMark = Mark.create({
  name: 'link',
  // What is typed after a link is not part of it.
  inclusive: false,
  addAttributes: () => ({ page: { default: null, rendered: false }, address: { default: '', rendered: false } }),
  parseHTML: () => [
    {
      tag: 'a[href]',
      getAttrs: element => {
        const address = element.getAttribute('href') ?? '';
        return isSitePath(address) || isSafeAddress(address) ? { page: null, address } : false;
      },
    },
  ],
  renderHTML: ({ mark }) => [
    'a',
    { title: mark.attrs['page'] === null ? String(mark.attrs['address']) : $localize`a page of this site` },
    0,
  ],
});

/** Words in one of the styles of the theme. */
export const styledMark = Mark.create({
  name: 'styled',
  addAttributes: () => ({
    style: {
      default: '',
      parseHTML: (element: HTMLElement): string => element.getAttribute('data-style') ?? '',
      renderHTML: (held: Record<string, unknown>) => ({ 'data-style': String(held['style']), title: String(held['style']) }),
    },
  }),
  parseHTML: () => [{ tag: 'span[data-style]' }],
  renderHTML: ({ HTMLAttributes }) => ['span', HTMLAttributes, 0],
});

/** Text set lower, as in H₂O. */
export const subscriptMark = Mark.create({
  name: 'subscript',
  excludes: 'superscript',
  parseHTML: () => [{ tag: 'sub' }],
  renderHTML: () => ['sub', 0],
});

/** Text set higher, as in 1st. */
export const superscriptMark = Mark.create({
  name: 'superscript',
  excludes: 'subscript',
  parseHTML: () => [{ tag: 'sup' }],
  renderHTML: () => ['sup', 0],
});
