import { presentSchemas } from '@contract/values';
import type { FieldSite, FieldValues } from '@core/fields/field';
import { fieldsById } from '@core/fields/index';
import { isKnownKind, kindNamed } from '@core/kinds/index';
import type { Registry } from '@core/registry/registry';
import { plainWords, type RichText } from '@core/rich-text/document';
import { textFromHtml, wordsInHtml } from '@core/rich-text/from-html';
import type { Stored } from '@core/versions/upgrade';
import type { Knex } from 'knex';

/** What bringing a store up to the present versions did, or would do. */
export interface UpgradeReport {
  /** Revisions that were of an older version. */
  revisions: number;
  /** Running texts read from HTML. */
  texts: number;
  /** What texts cannot say and was left out, with how often. */
  readonly lost: Map<string, number>;
  /** Revisions that stay as they are, each with why. */
  readonly kept: { readonly revision: string; readonly why: string }[];
}

interface StoredRevision {
  readonly id: string;
  readonly record_id: string;
  readonly kind: string;
  readonly value: string;
}

/**
 * Brings every stored revision up to the present versions, once: running text from HTML to documents, links to pages from
 * addresses to ids. A revision of which a word would be lost stays as it is. All or nothing is written.
 * @param isTrial - nothing is written
 */
export async function upgradeStore(knex: Knex, registry: Registry, isTrial: boolean): Promise<UpgradeReport> {
  const report: UpgradeReport = { revisions: 0, texts: 0, lost: new Map(), kept: [] };
  await knex.transaction(async transaction => {
    const rows = (await transaction('revisions')
      .join('records', 'records.id', 'revisions.record_id')
      // Own words in other locales are younger than the versions that are brought up here.
      .where('revisions.locale', transaction.ref('records.locale'))
      .select('revisions.id', 'revisions.record_id', 'records.kind', 'revisions.value')
      .orderBy('revisions.number')) as StoredRevision[];
    const pageAt = pathsOf(rows);
    for (const row of rows) {
      const value = upgradedValue(row, registry, pageAt, report);
      if (value === null) continue;
      report.revisions += 1;
      if (!isTrial)
        await transaction('revisions')
          .where({ id: row.id })
          .update({ value: JSON.stringify(value) });
    }
  });
  return report;
}

// Null for what is of the present version already, or has to stay as it is.
function upgradedValue(
  { id, kind, value: text }: StoredRevision,
  registry: Registry,
  pageAt: FieldSite['pageAt'],
  report: UpgradeReport,
): unknown {
  const stored = parsed(text);
  if (!stored || !isKnownKind(kind) || presentSchemas(registry).get(kind)!.safeParse(stored).success) return null;
  const { upgrade, fields } = kindNamed(kind);
  if (!upgrade) return null;
  let texts = 0;
  const lost: string[] = [];
  try {
    const readHtml = (html: string): RichText => {
      const read = textFromHtml(html, pageAt);
      if (!saysTheSame(wordsInHtml(html), plainWords(read.document))) throw new RangeError('a word of its text would be lost');
      texts += 1;
      for (const [what, count] of read.lost) lost.push(...Array.from({ length: count }, () => what));
      return read.document;
    };
    const value = upgrade(stored, registry, readHtml) as { readonly fields: FieldValues };
    const site: FieldSite = { pageAt, hasPage: () => true, hasRecord: () => true, fileSort: () => 'picture' };
    const byId = { ...value, fields: fieldsById(fields?.(value, registry) ?? [], value.fields, site) };
    const checked = presentSchemas(registry).get(kind)!.safeParse(byId);
    if (!checked.success) throw new RangeError(checked.error.issues[0]!.message);
    report.texts += texts;
    for (const what of lost) report.lost.set(what, (report.lost.get(what) ?? 0) + 1);
    return byId;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    report.kept.push({ revision: id, why: error.message });
    return null;
  }
}

function saysTheSame(one: string, other: string): boolean {
  return one.replace(/\s+/g, '') === other.replace(/\s+/g, '');
}

/** The id of the page at a path, as the newest words of all pages have it. */
function pathsOf(rows: readonly StoredRevision[]): FieldSite['pageAt'] {
  const newest = new Map<string, { readonly parentId: unknown; readonly segment: unknown }>();
  for (const { record_id: id, kind, value } of rows) {
    const page = kindNamedOrNull(kind)?.isAddressed ? parsed(value) : null;
    if (page) newest.set(id, { parentId: page['parentId'], segment: page['segment'] });
  }
  const pathOf = (id: string, way: readonly string[] = []): string | null => {
    const page = newest.get(id);
    if (!page || way.includes(id)) return null;
    if (page.parentId === null) return '/';
    const above = pathOf(String(page.parentId), [...way, id]);
    return above === null ? null : `${above === '/' ? '' : above}/${String(page.segment)}`;
  };
  const ids = new Map<string, string>();
  for (const id of newest.keys()) {
    const path = pathOf(id);
    if (path !== null && !ids.has(path)) ids.set(path, id);
  }
  return path => ids.get(path) ?? null;
}

function kindNamedOrNull(kind: string) {
  return isKnownKind(kind) ? kindNamed(kind) : null;
}

function parsed(text: string): Stored | null {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null ? (value as Stored) : null;
  } catch {
    return null;
  }
}
