import type { Extensions } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import { footnoteNode } from './footnote-node';
import { insetNode } from './inset-node';
import { linkMark, styledMark, subscriptMark, superscriptMark } from './marks';
import { pictureNode } from './picture-node';
import { tableNodes } from './table-nodes';

/**
 * Everything that a text can consist of, for the library that edits it: the grammar of running text and nothing else.
 * @param describeInset - what a block is called where it stands in a text
 * @param lookOfPicture - what a file looks like
 */
export function textExtensions(
  describeInset: Parameters<typeof insetNode>[0],
  lookOfPicture: Parameters<typeof pictureNode>[0],
): Extensions {
  return [
    insetNode(describeInset),
    pictureNode(lookOfPicture),
    linkMark,
    subscriptMark,
    superscriptMark,
    footnoteNode,
    styledMark,
    ...tableNodes,
    StarterKit.configure({ heading: { levels: [2, 3, 4] }, underline: false, link: false }),
  ];
}
