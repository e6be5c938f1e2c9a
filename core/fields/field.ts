import type { z as zod } from 'zod';
import type { FileSort } from '../file/media-types';
import type { OpenFile } from '../file/open-file';
import type { Decider, Place, Three } from '../merge/decider';
import type { Reference } from '../references/reference';
import type { Inset, LinkTarget, RichText } from '../rich-text/document';
import type { ThemeOffer } from '../theme/manifest';

/** The validation library, handed in so that whoever only shows fields need not load it. */
export type Zod = typeof zod;

/** What every field says of itself, whatever its kind. */
export interface FieldCommon {
  /** Key of its value among those of its record. */
  readonly name: string;
  readonly label: string;
  /** What it is called within a sentence; left out, its label in small letters. */
  readonly noun?: string;
  /** What it does, and what empty means. */
  readonly help: string;
  readonly required?: boolean;
  /** Whether it may say other words in each locale. */
  readonly hasOwnWords?: boolean;
  /** Roles that may change it; left out, everybody who may write the record. */
  readonly changedBy?: readonly string[];
  /** It says something about its record rather than being read in it: forms set it apart. */
  readonly isAbout?: boolean;
  /** It is asked for and shown no more; what was written into it is kept. */
  readonly isWithdrawn?: boolean;
  /** It is asked for only where the theme offers what it is about. */
  readonly themeOffer?: ThemeOffer;
  /** It is asked for only while another field of the same record has one of these values. */
  readonly askedWhen?: { readonly field: string; readonly is: readonly (string | number | boolean)[] };
}

/** The values of a list of fields, by name. */
export type FieldValues = Readonly<Record<string, unknown>>;

/** What the words of a value are called on a site. */
export interface FieldNames {
  readonly page: (id: string) => string;
  readonly record: (id: string) => string;
  /** A typed time as people write it. */
  readonly moment: (value: unknown) => string;
}

/** What pages and records a site has, for checking values against it. */
export interface FieldSite {
  readonly hasPage: (id: string) => boolean;
  readonly hasRecord: (id: string, kind: string) => boolean;
  /** The sort of a file; null for one that is gone. */
  readonly fileSort: (id: string) => FileSort | null;
  /** The id of the page at a path, or null. */
  readonly pageAt: (path: string) => string | null;
}

/** Reads running text from the HTML in which older versions held it. */
export type ReadHtml = (html: string) => RichText;

/** Something wrong with a value. */
export interface FieldFault {
  /** JSON Pointer from the field's own value; empty for all of it. */
  readonly pointer: string;
  readonly detail: string;
}

/** Makes the values of fields ready for one reader. */
export interface FieldOpener {
  /** The address of a link, or empty where it leads nowhere that this reader may go. */
  readonly link: (link: LinkTarget) => string;
  /** A file that this reader may have, or null. */
  readonly file: (id: string) => OpenFile | null;
  /** A text with its links opened. */
  readonly text: (text: RichText) => OpenText;
}

/** A text as HTML, cut at its insets. */
export type OpenText = readonly (string | Inset)[];

/** Everything that follows from a field's being of a kind. `Value` is what is stored; it is JSON. */
export interface FieldKind<Field extends FieldCommon, Value> {
  /** What a record starts with. */
  readonly initial: (field: Field) => Value;
  readonly isEmpty: (value: Value, field: Field) => boolean;
  /** The schema of its values; a required field's refuses an empty one. */
  readonly schema: (z: Zod, field: Field) => zod.ZodType;
  /** Its words for search and comparison, one line per line. */
  readonly words: (value: Value, field: Field) => string;
  /** A value in words that people know, for comparisons; left out, its words. */
  readonly describe?: (value: Value, field: Field, names: FieldNames) => string;
  /** Whether its values are pictures of the library, by id, and compared as such. */
  readonly isPicture?: boolean;
  /** Whether two versions are worth comparing word by word. */
  readonly isProse?: boolean;
  /** Brings two versions together where both sides changed it; left out, one of them is chosen as a whole. */
  readonly merge?: (three: Three<Value>, field: Field, place: Place, decider: Decider) => Value;
  /** How it is shown where a theme has no template of its own: Handlebars, around a path to the opened value; left out, not at all. */
  readonly template?: (field: Field, path: string) => string;
  /** The value as a theme's templates read it; left out, as it is stored. */
  readonly open?: (value: Value, field: Field, opener: FieldOpener) => unknown;
  readonly references?: (value: Value, field: Field, pointer: string) => readonly Reference[];
  /** What is wrong with a value of the right shape on a site: something it names is gone. */
  readonly faults?: (value: Value, field: Field, site: FieldSite) => readonly FieldFault[];
  /** What is wrong with a value beside the others of its record, all of the right shape; null where nothing is. */
  readonly faultBeside?: (value: Value, field: Field, values: FieldValues, fields: readonly FieldCommon[]) => string | null;
  /** The value with everything named by its id that can be. */
  readonly byId?: (value: Value, field: Field, site: FieldSite) => Value;
  /** A value as an older version of its record held it, in its present form. */
  readonly upgrade?: (value: unknown, field: Field, readHtml: ReadHtml) => Value;
}
