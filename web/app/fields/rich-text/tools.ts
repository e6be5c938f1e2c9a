import type { Editor } from '@tiptap/core';

/** A button of the text's tools. */
export interface Tool {
  readonly label: string;
  readonly name: string;
  readonly icon: string;
  readonly run: (editor: Editor) => void;
  readonly isOn: (editor: Editor) => boolean;
}

/** How words and lines can be set. */
export const tools: readonly Tool[] = [
  {
    name: 'bold',
    label: $localize`Strong`,
    icon: 'B',
    run: editor => editor.chain().focus().toggleBold().run(),
    isOn: editor => editor.isActive('bold'),
  },
  {
    name: 'italic',
    label: $localize`Emphasis`,
    icon: 'I',
    run: editor => editor.chain().focus().toggleItalic().run(),
    isOn: editor => editor.isActive('italic'),
  },
  {
    name: 'h2',
    label: $localize`Heading`,
    icon: 'H2',
    run: editor => editor.chain().focus().toggleHeading({ level: 2 }).run(),
    isOn: editor => editor.isActive('heading', { level: 2 }),
  },
  {
    name: 'h3',
    label: $localize`Smaller heading`,
    icon: 'H3',
    run: editor => editor.chain().focus().toggleHeading({ level: 3 }).run(),
    isOn: editor => editor.isActive('heading', { level: 3 }),
  },
  {
    name: 'bullets',
    label: $localize`List`,
    icon: '•',
    run: editor => editor.chain().focus().toggleBulletList().run(),
    isOn: editor => editor.isActive('bulletList'),
  },
  {
    name: 'numbers',
    label: $localize`Numbered list`,
    icon: '1.',
    run: editor => editor.chain().focus().toggleOrderedList().run(),
    isOn: editor => editor.isActive('orderedList'),
  },
  {
    name: 'quote',
    label: $localize`Quotation`,
    icon: '“',
    run: editor => editor.chain().focus().toggleBlockquote().run(),
    isOn: editor => editor.isActive('blockquote'),
  },
];
