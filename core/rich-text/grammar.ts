import { isRecordId } from '../collection/record-id';
import { pictureAligns, pictureWidths } from '../file/picture-html';

/** What a node of running text may be and hold. */
export interface NodeRule {
  /** Nodes of the group may stand where the group is asked for. */
  readonly group?: 'block' | 'inline' | 'cell';
  /** What it holds, in order: names or groups with * (any number) or + (at least one). Without it, nothing. */
  readonly holds?: readonly string[];
  /** Attributes, each with the test that its value must pass. */
  readonly attributes?: Readonly<Record<string, AttributeRule>>;
  /** Each piece that it holds holds as many as the others, and no more than so many. */
  readonly mostAcross?: number;
  /** Its text carries no marks. */
  readonly isPlain?: boolean;
  /** It stands within a line and carries no marks. */
  readonly isBare?: boolean;
}

/** One attribute of a node or mark. */
export interface AttributeRule {
  readonly initial: unknown;
  readonly isValid: (value: unknown) => boolean;
}

/** The most characters of a footnote. */
export const longestNote = 1_000;

/** The most columns of a table in running text. */
export const mostColumns = 20;

/** The nodes of running text. What is not listed cannot be stored. */
export const nodeRules: Readonly<Record<string, NodeRule>> = {
  doc: { holds: ['block+'] },
  paragraph: { group: 'block', holds: ['inline*'] },
  heading: {
    group: 'block',
    holds: ['inline*'],
    attributes: { level: { initial: 2, isValid: value => [2, 3, 4].includes(value as number) } },
  },
  bulletList: { group: 'block', holds: ['listItem+'] },
  orderedList: {
    group: 'block',
    holds: ['listItem+'],
    attributes: { start: { initial: 1, isValid: value => Number.isInteger(value) && Math.abs(value as number) < 1_000_000 } },
  },
  listItem: { holds: ['paragraph', 'block*'] },
  blockquote: { group: 'block', holds: ['block+'] },
  codeBlock: { group: 'block', holds: ['text*'], isPlain: true },
  horizontalRule: { group: 'block' },
  /** A block of the stock, shown inside the text. */
  inset: {
    group: 'block',
    attributes: {
      blockId: { initial: '', isValid: isRecordId },
      showsTitle: { initial: false, isValid: value => typeof value === 'boolean' },
      look: { initial: '', isValid: value => typeof value === 'string' && /^[a-z-]{0,40}$/.test(value) },
    },
  },
  /** A picture of the site's library, by its id. */
  picture: {
    group: 'block',
    attributes: {
      file: { initial: '', isValid: isRecordId },
      caption: { initial: '', isValid: value => typeof value === 'string' && value.length <= 500 },
      align: { initial: 'centre', isValid: value => pictureAligns.includes(value as 'start') },
      width: { initial: 100, isValid: value => pictureWidths.includes(value as 100) },
    },
  },
  /** Rows of cells; those that name their row or column are headers. @see WHATWG HTML, section 4.9 */
  table: {
    group: 'block',
    holds: ['tableRow+'],
    mostAcross: mostColumns,
    attributes: { caption: { initial: '', isValid: value => typeof value === 'string' && value.length <= 200 && !/\p{Cc}/u.test(value) } },
  },
  tableRow: { holds: ['cell+'] },
  tableHeader: { group: 'cell', holds: ['paragraph+'] },
  tableCell: { group: 'cell', holds: ['paragraph+'] },
  hardBreak: { group: 'inline' },
  /** A note that readers find at the end of the text; addresses in it are links. */
  footnote: {
    group: 'inline',
    isBare: true,
    attributes: {
      note: {
        initial: '',
        isValid: value => typeof value === 'string' && value.length <= longestNote && !/\p{Cc}/u.test(value),
      },
    },
  },
  text: { group: 'inline' },
};

/** The marks of running text, the outermost first: a link holds its emphasis, not the other way round. */
export const markRules: Readonly<Record<string, Pick<NodeRule, 'attributes'>>> = {
  /** Either a page of this site, by id, with what follows its path; or an address. */
  link: {
    attributes: {
      page: { initial: null, isValid: value => value === null || isRecordId(value) },
      address: { initial: '', isValid: value => typeof value === 'string' && value.length <= 2_000 },
    },
  },
  /** A style of the theme, by its name; one that the theme has no more leaves the words plain. */
  styled: { attributes: { style: { initial: 'plain', isValid: value => typeof value === 'string' && /^[a-z][a-z-]{0,39}$/.test(value) } } },
  bold: {},
  italic: {},
  strike: {},
  code: {},
  subscript: {},
  superscript: {},
};

/** The names of all marks, the outermost first. */
export const markOrder: readonly string[] = Object.keys(markRules);
