import type { Editor } from '@tiptap/core';
import { Node } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import type { Command } from '@tiptap/pm/state';
import {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  deleteColumn,
  deleteRow,
  deleteTable,
  goToNextCell,
  tableEditing,
  toggleHeader,
} from '@tiptap/pm/tables';
import type { TableAct, TableState } from './table-bar';

/** What the library for tables calls the nodes of a table. */
const roles: Readonly<Record<string, string>> = { table: 'table', tableRow: 'row', tableCell: 'cell', tableHeader: 'header_cell' };

const table = Node.create({
  name: 'table',
  group: 'block',
  content: 'tableRow+',
  isolating: true,
  extendNodeSchema: ({ name }: { name: string }) => (roles[name] ? { tableRole: roles[name] } : {}),
  addAttributes: () => ({
    caption: {
      default: '',
      parseHTML: (element: HTMLElement): string => element.querySelector('caption')?.textContent.replace(/\s+/g, ' ').trim() ?? '',
      rendered: false,
    },
  }),
  parseHTML: () => [{ tag: 'table' }, { tag: 'caption', ignore: true }],
  renderHTML: ({ node }) => ['table', ['caption', { contenteditable: 'false' }, String(node.attrs['caption'])], ['tbody', 0]],
  addKeyboardShortcuts() {
    const toCell = (direction: 1 | -1) => () => goToNextCell(direction)(this.editor.state, this.editor.view.dispatch);
    // From the last cell, and from the first, the key goes on to what is beside the text.
    return { Tab: toCell(1), 'Shift-Tab': toCell(-1) };
  },
  addProseMirrorPlugins: () => [tableEditing()],
});

const row = Node.create({
  name: 'tableRow',
  content: '(tableCell | tableHeader)+',
  parseHTML: () => [{ tag: 'tr' }],
  renderHTML: () => ['tr', 0],
});

const cellNode = (name: string, tag: string) =>
  Node.create({
    name,
    content: 'paragraph+',
    isolating: true,
    // The library asks for them; no cell of a text reaches over others.
    addAttributes: () => ({
      colspan: { default: 1, rendered: false },
      rowspan: { default: 1, rendered: false },
      colwidth: { default: null, rendered: false },
    }),
    parseHTML: () => [{ tag }],
    renderHTML: () => [tag, 0],
  });

/** The nodes of tables in running text. */
export const tableNodes = [table, row, cellNode('tableCell', 'td'), cellNode('tableHeader', 'th')];

const commands: Readonly<Record<TableAct, Command>> = {
  'row above': addRowBefore,
  'row below': addRowAfter,
  'no row': deleteRow,
  'column before': addColumnBefore,
  'column after': addColumnAfter,
  'no column': deleteColumn,
  'names in row': toggleHeader('row'),
  'names in column': toggleHeader('column'),
  'no table': deleteTable,
};

/** Changes the table in which the cursor is. */
export function changeTable(editor: Editor, act: TableAct): void {
  commands[act](editor.state, editor.view.dispatch);
  editor.view.focus();
}

/** Puts a table of three rows and columns where the cursor is, its first row for the names of the columns. */
export function putTable(editor: Editor): void {
  const line = (type: string) => ({ type: 'tableRow', content: Array.from({ length: 3 }, () => ({ type, content: [{ type: 'paragraph' }] })) }); // prettier-ignore
  const content = [line('tableHeader'), line('tableCell'), line('tableCell')];
  editor
    .chain()
    .focus()
    .insertContent({ type: 'table', attrs: { caption: '' }, content })
    .run();
  // The cursor stands behind what was put in: its first cell is before it.
  const { $from } = editor.state.selection;
  let first = -1;
  editor.state.doc.nodesBetween(0, $from.pos, (node, at) => {
    if (node.type.name === 'table') first = at;
  });
  // Within the table, its row, its cell and the paragraph in that.
  if (first >= 0) editor.commands.setTextSelection(first + 4);
}

/** What is said of the table in which the cursor is; null where it is in none. */
export function tableAt(editor: Editor): TableState | null {
  const { $from } = editor.state.selection;
  for (let depth = $from.depth; depth > 0; depth -= 1) {
    const held = $from.node(depth);
    if (held.type.name !== 'table') continue;
    const isHeader = (cell: ProseNode | null | undefined) => cell?.type.name === 'tableHeader';
    const rows = held.children;
    return {
      caption: String(held.attrs['caption']),
      hasNamesInRow: rows[0]!.children.every(isHeader),
      hasNamesInColumn: rows.every(each => isHeader(each.firstChild)),
    };
  }
  return null;
}
