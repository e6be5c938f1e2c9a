import { typeLimits, type TypesReport, type TypesTold, type TypesWish } from '@contract/types';
import { presentSchemas } from '@contract/values';
import type { BlockValue } from '@core/block/block';
import { kindOfField, type Field, type FieldValues } from '@core/fields/index';
import { countOf } from '@core/format/moment';
import { kindNamed } from '@core/kinds/index';
import { shippedTypes } from '@core/registry/registry';
import { converted } from '@core/site-types/convert';
import { backTo, nextTypes, type FieldChange, type NextTypes, type TypeChange } from '@core/site-types/next';
import { commonSiteFields, withSiteTypes, withSiteTypesToRead } from '@core/site-types/registry';
import { fieldsOfType, renditionNames, type SiteType, type SiteTypes } from '@core/site-types/site-type';
import { renditionSource, TemplateFault } from '@core/site-types/template';
import { readHtml } from '@contract/values';
import { say, told } from '@core/tongue/say';
import type { Stored } from '@core/versions/upgrade';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import { readFormerValue } from '../repositories/settings-repository';
import type { Person } from '../repositories/people-repository';
import { changeSettings, type Site } from '../site/site';
import { entityTagOf } from './entity-tags';
import { bestValueOf } from './names';
import { isDiscarded } from './record-facts';
import { refuseUnless } from './rights';

/** How many records are named for each effect. */
const mostNamed = 20;

/** The types that a site has made. */
export async function typesNow(site: Site): Promise<TypesTold> {
  const { siteTypes } = site.settings;
  const counts = Object.fromEntries(siteTypes.types.map(type => [`${type.of} ${type.name}`, recordsOfType(site, type).length]));
  return { types: siteTypes, counts, isUndoable: (await readFormerValue(site.knex, 'siteTypes')) !== null, tag: entityTagOf(siteTypes) };
}

interface TypedRecord {
  readonly id: string;
  readonly value: BlockValue;
}

/** Every record that was ever of a type and is still there. */
function recordsOfType(site: Site, { of, name }: Pick<SiteType, 'of' | 'name'>): readonly TypedRecord[] {
  return site.ledger
    .recordsOf(of)
    .filter(({ id }) => !isDiscarded(site, id))
    .flatMap(({ id }): TypedRecord[] => {
      const value = bestValueOf(site, id) as BlockValue | null;
      return value?.type === name ? [{ id, value }] : [];
    });
}

/** What types as somebody wants them would do to every record that there is. */
export function reportOfTypes(site: Site, wanted: SiteTypes): TypesReport {
  const { changes, next } = checkedNext(site, wanted);
  const effects = changes.flatMap(change => effectsOf(site, change, next));
  return { effects, recordCount: new Set(effects.flatMap(each => each.records.map(record => record.id))).size };
}

/** Sets the types of a site. @throws Refusal when the person may not, or somebody has set others meanwhile */
export async function saveTypes(site: Site, person: Person, { types, tag }: TypesWish): Promise<TypesTold> {
  refuseUnless(person, 'change the site');
  await site.writes.run(async () => {
    if (tag !== entityTagOf(site.settings.siteTypes))
      throw new Refusal('changed-meanwhile', say`Somebody has set other types meanwhile. Yours are kept here; look at theirs first.`, [], {
        theirs: site.settings.siteTypes,
      });
    await changeSettings(site, { siteTypes: checkedNext(site, types).next });
  });
  return typesNow(site);
}

/** Takes the last change of types back: what came in by it is withdrawn, and nothing that was written since is lost. */
export async function undoTypes(site: Site, person: Person): Promise<TypesTold> {
  refuseUnless(person, 'change the site');
  const former = (await readFormerValue(site.knex, 'siteTypes')) as SiteTypes | null;
  if (!former) throw new Refusal('conflict', say`There is no change of types to take back.`);
  const wanted = backTo(site.settings.siteTypes, former);
  await site.writes.run(() => changeSettings(site, { siteTypes: checkedNext(site, wanted).next }));
  return typesNow(site);
}

/** The types as they would be, if nothing is wrong with them. @throws Refusal naming what is */
export function checkedNext(site: Site, wanted: SiteTypes): NextTypes {
  const faults = faultsOf(site, wanted);
  if (faults.length > 0) refuseInvalid(faults);
  const made = nextTypes(site.settings.siteTypes, wanted);
  const templates = made.next.types.flatMap((type, at) => templateFaults(type, made.next, at));
  if (templates.length > 0) refuseInvalid(templates);
  return made;
}

function faultsOf(site: Site, { types, shared }: SiteTypes): readonly Fault[] {
  const faults: Fault[] = [];
  const seen = new Set<string>();
  types.forEach((type, at) => {
    const key = `${type.of} ${type.name}`;
    const shipped = type.of === 'page' ? shippedTypes.pageTypes : shippedTypes.blockTypes;
    if (seen.has(key) || shipped.has(type.name)) faults.push({ pointer: `/types/${at}/name`, detail: say`There is a type of this name.` });
    seen.add(key);
    const fields = fieldsOfType(type, shared).filter(each => each.state === 'used');
    if (fields.length > typeLimits.fields)
      faults.push({ pointer: `/types/${at}/fields`, detail: say`At most ${typeLimits.fields} fields.` });
    const taken = new Set(type.of === 'page' ? [...commonSiteFields.map(each => each.called), 'title', 'path'] : ['title', 'path']);
    type.fields.forEach((field, index) => {
      const called = 'shared' in field ? field.shared : field.called;
      if (!('shared' in field) && field.state !== 'used') return;
      if (taken.has(called)) faults.push({ pointer: `/types/${at}/fields/${index}/called`, detail: say`Another field has this name.` });
      taken.add(called);
      if ('shared' in field && !shared.some(each => each.called === field.shared))
        faults.push({ pointer: `/types/${at}/fields/${index}/shared`, detail: say`There is no such shared field.` });
    });
  });
  for (const type of site.settings.siteTypes.types) {
    const isGone = !types.some(each => each.of === type.of && each.name === type.name);
    const count = isGone ? recordsOfType(site, type).length : 0;
    if (count > 0) faults.push({ pointer: '/types', detail: say`${type.label} stays: ${countOf(count, 'record')} of it are there.` });
  }
  return faults;
}

function templateFaults(type: SiteType, { shared }: SiteTypes, at: number): readonly Fault[] {
  const fields = [...(type.of === 'page' ? commonSiteFields : []), ...fieldsOfType(type, shared)];
  return renditionNames.flatMap((name): Fault[] => {
    const rendition = type.renditions[name];
    if (!rendition) return [];
    try {
      renditionSource(rendition, fields);
      return [];
    } catch (error) {
      if (error instanceof TemplateFault) return [{ pointer: `/types/${at}/renditions/${name}/template`, detail: error.message }];
      throw error;
    }
  });
}

type Effect = TypesReport['effects'][number];

function effectsOf(site: Site, change: TypeChange, next: SiteTypes): readonly Effect[] {
  const type = (change.after ?? change.before)!;
  const about = { type: `${type.of} ${type.name}`, label: type.label };
  if (!change.before) return [{ ...about, words: say`Is new.`, isLoss: false, count: 0, records: [] }];
  if (!change.after) return [{ ...about, words: say`Goes: there is no record of it.`, isLoss: false, count: 0, records: [] }];
  const records = recordsOfType(site, type);
  const told = change.fields.flatMap(each => effectsOfField(about, each, records));
  const shownOtherwise = JSON.stringify(change.before.renditions) !== JSON.stringify(change.after.renditions);
  return [
    ...told,
    ...unfit(about, type, records, next),
    ...(shownOtherwise
      ? [{ ...about, words: say`Is shown otherwise.`, isLoss: false, count: records.length, records: namedRecords(records) }]
      : []),
  ];
}

function namedRecords(records: readonly TypedRecord[]): Effect['records'] {
  return records.slice(0, mostNamed).map(({ id, value }) => ({ id, title: value.title, before: '', after: '' }));
}

function wordsIn(field: Field, value: unknown): string {
  if (value === undefined) return '';
  const { words } = kindOfField(field);
  return (words(value, field) || (typeof value === 'string' || typeof value === 'number' ? String(value) : '')).slice(0, 120);
}

function effectsOfField(about: Pick<Effect, 'type' | 'label'>, change: FieldChange, records: readonly TypedRecord[]): readonly Effect[] {
  const { field } = change;
  const label = field.label;
  const holding = records.filter(({ value: { fields } }) => !isEmpty(field, fields));
  const held = (of: Field, some: readonly TypedRecord[]) =>
    some.slice(0, mostNamed).map(({ id, value }) => ({ id, title: value.title, before: wordsIn(of, value.fields[of.name]), after: '' }));
  switch (change.what) {
    case 'added':
      return [{ ...about, words: say`“${label}” comes in, empty, in ${countOf(records.length, 'record')}.`, isLoss: false, count: records.length, records: namedRecords(records) }]; // prettier-ignore
    case 'renamed':
      return [{ ...about, words: say`“${change.from.label}” is called “${label}”.`, isLoss: false, count: 0, records: [] }];
    case 'changed':
      return [{ ...about, words: say`“${label}” is asked for otherwise.`, isLoss: false, count: 0, records: [] }];
    case 'withdrawn':
      return [{ ...about, words: say`“${label}” is asked for and shown no more; ${countOf(holding.length, 'record')} keep what they hold until it is emptied.`, isLoss: holding.length > 0, count: holding.length, records: held(field, holding) }]; // prettier-ignore
    case 'back':
      return [{ ...about, words: say`“${label}” comes back, with what ${countOf(holding.length, 'record')} held.`, isLoss: false, count: holding.length, records: held(field, holding) }]; // prettier-ignore
    case 'emptied':
      return [{ ...about, words: say`What ${countOf(holding.length, 'record')} hold in “${label}” is thrown away; only their earlier revisions still have it.`, isLoss: holding.length > 0, count: holding.length, records: held(field, holding) }]; // prettier-ignore
    case 'kind changed':
      return [conversionOf(about, change, records)];
  }
}

function conversionOf(
  about: Pick<Effect, 'type' | 'label'>,
  { field, from }: Extract<FieldChange, { what: 'kind changed' }>,
  records: readonly TypedRecord[],
): Effect {
  const holding = records.filter(({ value: { fields } }) => !isEmpty(from, fields));
  const each = holding.map(({ id, value }) => {
    const { value: after, isLost } = converted(value.fields[from.name], from, field);
    return { id, title: value.title, before: wordsIn(from, value.fields[from.name]), after: isLost ? say`begins anew` : wordsIn(field, after), isLost }; // prettier-ignore
  });
  const lost = each.filter(one => one.isLost);
  // What does not fit is named first.
  const sorted = [...lost, ...each.filter(one => !one.isLost)];
  return {
    ...about,
    words: say`“${from.label}” becomes ${told(field.kind)}: ${each.length - lost.length} of ${countOf(each.length, 'record')} can be taken over, ${lost.length} begin anew. What was written stays withdrawn beside it.`,
    isLoss: lost.length > 0,
    count: each.length,
    records: sorted.slice(0, mostNamed).map(({ id, title, before, after }) => ({ id, title, before, after })),
  };
}

function isEmpty(field: Field, fields: FieldValues): boolean {
  const value = fields[field.name];
  return value === undefined || kindOfField(field).isEmpty(value, field);
}

// They stay as they are; whoever writes on one next is asked to mend it.
function unfit(about: Pick<Effect, 'type' | 'label'>, type: SiteType, records: readonly TypedRecord[], next: SiteTypes): readonly Effect[] {
  const registry = withSiteTypes(shippedTypes, next);
  const toRead = withSiteTypesToRead(shippedTypes, next);
  const schema = presentSchemas(registry).get(type.of)!;
  const failing = records.flatMap(({ id, value }) => {
    const parsed = schema.safeParse(kindNamed(type.of).upgrade!(value as unknown as Stored, toRead, readHtml));
    const issue = parsed.success ? undefined : parsed.error.issues.find(each => each.path[0] === 'fields');
    if (!issue) return [];
    const field = fieldsOfType(type, next.shared).find(each => each.field.name === issue.path[1]);
    return [{ id, title: value.title, before: field?.field.label ?? String(issue.path[1] ?? ''), after: issue.message }];
  });
  if (failing.length === 0) return [];
  return [
    {
      ...about,
      words: say`${countOf(failing.length, 'record')} do not fit it: they stay as they are, and are mended when somebody next writes on them.`,
      isLoss: false,
      count: failing.length,
      records: failing.slice(0, mostNamed),
    },
  ];
}
