import { faultsOfFields, referencesOfFields, schemaOfFields, wordsOfFields, type AnyField, type FieldValues } from '../../fields/index';
import { textSchema } from '../../fields/text-schemas';
import { completed, initialValues } from '../../fields/values';
import { pagesNaming } from '../../file/holders';
import { pagesNamingAt } from '../../plan/presence';
import type { SitePlan } from '../../plan/site-plan';
import type { BitSet } from '../../reach/bit-set';
import type { Instant } from '../../schedule/local-time';
import { valuesOfKind } from '../../site/live-set';
import type { SiteSnapshot } from '../../site/snapshot';
import { say, told } from '../../tongue/say';
import { effectWhereShown } from '../effect-where-shown';
import type { Kind, KindRights } from '../kind';

/** A record of which nothing but a title and fields is kept: settings that several blocks share, and what blocks show. */
export interface FieldedValue {
  readonly version: 1;
  /** By which it is chosen; readers do not see it. */
  readonly title: string;
  readonly fields: FieldValues;
}

/** What tells one kind of such records from another. */
export interface FieldedDeclaration {
  /** As stored, and as people call one of them. */
  readonly name: string;
  readonly rights: KindRights;
  readonly fields: readonly AnyField[];
  /** On which pages one shows; left out, on those where something names it. */
  readonly shows?: Shows;
}

/** On which pages records of a kind show. */
export interface Shows {
  readonly pages: (id: string, snapshot: SiteSnapshot) => readonly string[];
  readonly pagesAt: (id: string, plan: SitePlan, moment: Instant) => BitSet;
}

const whereNamed: Shows = {
  pages: (id, snapshot) => pagesNaming(snapshot, id),
  pagesAt: (id, plan, moment) => pagesNamingAt(plan, id, moment),
};

/** A record of a kind as it starts. */
export function freshFielded(fields: readonly AnyField[]): FieldedValue {
  return { version: 1, title: '', fields: initialValues(fields) };
}

/** The live records of such a kind, by id. */
export function fieldedOf(snapshot: SiteSnapshot, kind: string): ReadonlyMap<string, FieldedValue> {
  return valuesOfKind<FieldedValue>(snapshot.values, kind);
}

/** A kind of record made of fields, which shows on the pages of the blocks that name it. */
export function fieldedKind({ name, rights, fields, shows = whereNamed }: FieldedDeclaration): Kind<FieldedValue> {
  return {
    name,
    rights,
    schema: z =>
      z.strictObject({
        version: z.literal(1, { error: () => say`This version is not known here.` }),
        title: textSchema(z, 200, true, 'one line'),
        fields: schemaOfFields(z, fields),
      }),
    // What its fields came to have later begins as in a new one.
    upgrade: stored => ({ ...stored, fields: completed(fields, stored['fields'] as FieldValues) }) as unknown as FieldedValue,
    title: value => value.title,
    ownFields: { title: { label: 'Title', isProse: true } },
    fields: () => fields,
    references: value => referencesOfFields(fields, value.fields, '/fields'),
    words: value => wordsOfFields(fields, value.fields),
    found: (id, _value, { snapshot }) => ({ detail: told(name), pageId: shows.pages(id, snapshot)[0] ?? null }),
    effect: effectWhereShown({ pages: shows.pages, liveIn: snapshot => fieldedOf(snapshot, name) }),
    pagesToSee: (id, _value, snapshot) => shows.pages(id, snapshot),
    pagesChanged: (id, snapshot) => shows.pages(id, snapshot),
    pagesAt: shows.pagesAt,
    whereabouts: () => told(name),
    faults: (_id, value, site) => faultsOfFields(fields, value.fields, site, '/fields'),
    isHarmlessWhenNew: true,
  };
}
