import type { FieldFault, FieldOpener, FieldValues } from '../fields/field';
import type { AnyField } from '../fields/kinds';
import { plainTemplateOf } from '../fields/values';
import type { FormState } from '../form/form';
import type { MomentStyle } from '../format/moment';
import type { PageType } from '../page-types/page-type';
import type { Alternates } from '../locale/alternates';
import type { MembersSeen } from '../people/members-told';
import type { OutsideFeed } from '../outside/feed';
import type { ReaderFacts } from '../rule/who';
import type { QueryTest } from '../rule/tests/query/test';
import type { Instant } from '../schedule/local-time';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import type { Words } from '../theme/words';
import type { UpgradeSteps } from '../versions/upgrade';

/** What blocks are for, in the order in which they are offered. */
export const blockPurposes = ['To read', 'To find more', 'To take part', 'Partners and outside', 'Of this site'] as const;

/** What is declared of a type of block: data only, so that it can be sent. */
export interface BlockTypeDeclaration {
  readonly name: string;
  readonly label: string;
  readonly purpose: (typeof blockPurposes)[number];
  readonly description: string;
  /** Version of its fields. */
  readonly version: number;
  readonly fields: readonly AnyField[];
  /** It brings a ground of its own, on which the looks of a theme have no say. */
  readonly takesNoLook?: boolean;
  /** The field that holds the address of a feed elsewhere, where it shows one. */
  readonly feedIn?: string;
  /** It lists pages, so that whoever sets it is shown which and why. */
  readonly listsPages?: boolean;
  /** Ready-made settings with which a new one can begin. */
  readonly beginnings?: readonly { readonly label: string; readonly fields: FieldValues }[];
  /** Not offered where something new is written. */
  readonly isKeptFromNew?: boolean;
  /** It never shows the block's title of its own. */
  readonly hasNoTitle?: boolean;
}

/** What a block is made ready for. */
export interface BlockContext {
  readonly snapshot: SiteSnapshot;
  readonly blockId: string;
  /** The page it stands on; null on service pages. */
  readonly page: PageNode | null;
  /** Its values, with links that this reader may not follow left out. */
  readonly fields: FieldValues;
  /** Makes more ready for the reader; on what it rests is noted. */
  readonly opener: FieldOpener;
  readonly reader: ReaderFacts;
  readonly style: MomentStyle;
  /** The parameters of the address that is being read. */
  readonly query: Readonly<Record<string, string>>;
  /** What the reader searches for, on the page of results; else empty. */
  readonly searched: string;
  /** The types of page that the site knows. */
  readonly pageTypes: ReadonlyMap<string, PageType>;
  /** The fixed words, as they are read. */
  readonly words: Words;
  /** How often a page was read lately: an outside fact. */
  readonly reads: (pageId: string) => number;
  /** Who came lately and who is here: outside facts. */
  readonly members: MembersSeen;
  /** Whether people can get an account by themselves, and which membership they get with it; empty for none. */
  readonly signUp: { readonly isOpen: boolean; readonly membership: string };
  /** How this form stands, where whoever reads has just sent it or tried to; else null. */
  readonly form: FormState | null;
  /** A feed elsewhere as it was read last; null where it has not been. */
  readonly outside: (address: string) => OutsideFeed | null;
  /** Where the page it stands on is to be read in each locale. */
  readonly alternates: () => Alternates;
}

/** What a block adds to its fields for whoever renders it. */
export interface BlockPart {
  /** Read by the template as `data`. */
  readonly data?: Readonly<Record<string, unknown>>;
  /** Values to show in place of its own. */
  readonly fields?: FieldValues;
  /** The next instant at which it comes out differently by itself; left out, never. */
  readonly validUntil?: Instant;
  /** Keys of the reader facts on which it rests, besides those of its links. */
  readonly dependsOn?: readonly string[];
  /** What it asks of the parameters of an address. */
  readonly queryTests?: readonly QueryTest[];
  /** It says what one person typed, and is kept nowhere. */
  readonly isPersonal?: boolean;
  /** It speaks for the page: its heading stands for the page's title. */
  readonly isPageTitle?: boolean;
}

/** A type of block: what it is for, what it consists of, and what it makes of that. */
export interface BlockType extends BlockTypeDeclaration {
  /** Left out, the fields are all there is to show. */
  readonly model?: (context: BlockContext) => BlockPart;
  /** What is wrong with values of the right shape, by pointer from the fields; left out, only what its fields find. */
  readonly faults?: (fields: FieldValues, site: { readonly framedHosts: readonly string[] }) => readonly FieldFault[];
  /** The least width that it needs, in CSS pixels; left out, it fits everywhere. */
  readonly leastWidth?: (fields: FieldValues) => number;
  /** From each older version of its fields to the next; `typeVersion` says which. */
  readonly upgrades?: UpgradeSteps;
  /** A plain template, for themes that have none; left out, one is made from its fields. */
  readonly template?: string;
}

/** The template by which a type is shown in themes that have none for it. */
export function plainTemplate(type: BlockType): string {
  if (type.template !== undefined) return type.template;
  const title = '{{#if title}}<h2>{{title}}</h2>\n{{/if}}';
  return `<section class="block plain{{#if look}} look-{{look}}{{/if}} align-{{align}}"{{> block-frame}}>\n${title}${plainTemplateOf(type.fields, 'fields')}</section>\n`;
}

/** The declaration of a type alone. */
export function declarationOf(type: BlockTypeDeclaration): BlockTypeDeclaration {
  const {
    name,
    label,
    purpose,
    description,
    version,
    fields,
    takesNoLook = false,
    hasNoTitle = false,
    listsPages = false,
    isKeptFromNew = false,
    beginnings = [],
  } = type;
  return { name, label, purpose, description, version, fields, takesNoLook, hasNoTitle, listsPages, isKeptFromNew, beginnings };
}
