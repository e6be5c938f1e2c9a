import type { RichText } from '@core/rich-text/document';
import { kinds, kindNamed } from '@core/kinds/index';
import { ownWordsSchema } from '@core/locale/own-words';
import type { Registry } from '@core/registry/registry';
import { textFromHtml } from '@core/rich-text/from-html';
import type { Stored } from '@core/versions/upgrade';
import { z } from 'zod';

type Schemas = ReadonlyMap<string, z.ZodType>;

const made = new WeakMap<Registry, { readonly present: Schemas; readonly any: Schemas; readonly own: Schemas }>();

/** The schemas of the values of records in their present version, by kind, for a site that knows some types. */
export function presentSchemas(registry: Registry): Schemas {
  return schemasFor(registry).present;
}

/**
 * The schema of the values of a kind of record, for a site that knows some types. A value of an older version is brought up
 * to the present one; an unknown version is refused.
 */
export function valueSchema(kind: string, registry: Registry): z.ZodType {
  return schemasFor(registry).any.get(kind)!;
}

/** The schema of a record's own words in another locale than the base. */
export function ownWords(kind: string, registry: Registry): z.ZodType {
  return schemasFor(registry).own.get(kind)!;
}

/** Reads running text from the HTML in which older versions held it. */
export function readHtml(html: string): RichText {
  return textFromHtml(html).document;
}

function schemasFor(registry: Registry): { readonly present: Schemas; readonly any: Schemas; readonly own: Schemas } {
  const known = made.get(registry);
  if (known) return known;
  const present = new Map(kinds.map(kind => [kind.name, kind.schema(z, registry)]));
  const any = new Map([...present].map(([kind, schema]) => [kind, olderToo(kind, schema, registry)]));
  const own = new Map(kinds.map(kind => [kind.name, ownWordsSchema(z, kind, registry)]));
  const all = { present, any, own };
  made.set(registry, all);
  return all;
}

// What cannot be brought up is left as it is: the schema then says what is wrong with it.
function olderToo(name: string, schema: z.ZodType, registry: Registry): z.ZodType {
  const { upgrade } = kindNamed(name);
  if (!upgrade) return schema;
  return z.preprocess(raw => {
    if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return raw;
    try {
      return upgrade(raw as Stored, registry, readHtml);
    } catch (error) {
      if (error instanceof RangeError) return raw;
      throw error;
    }
  }, schema);
}
