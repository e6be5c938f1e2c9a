import type { Comparison } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import { blockTypeNamed } from '@core/block/types';
import type { ExpectationSubject } from '@core/expectation/expectation';
import { subjectWords } from '@core/expectation/words';
import { compareValues, plainText } from '@core/compare/compare';
import { writeFullMoment } from '@core/format/moment';
import type { RecordKind } from '@core/ledger/records';
import type { Target } from '@core/placement/placement';
import type { Rule, RuleTree, WhenTest, WhereTest, WhoTest } from '@core/rule/rule';
import { ruleSentence, whenPhrase, whereSummary, whoPhrase } from '@core/rule/sentence';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import type { SiteSnapshot } from '@core/site/snapshot';
import { labelOfTarget } from '@core/theme/manifest';
import type { Site } from '../site/site';
import { momentStyle, namesFor } from './names';

const labels: Readonly<Record<string, string>> = {
  title: 'Title',
  type: 'Type',
  parentId: 'Page above',
  segment: 'Address',
  order: 'Place in the order',
  standfirst: 'Standfirst',
  body: 'Text',
  picture: 'Picture',
  pictureText: 'Picture in words',
  topics: 'Topics',
  layout: 'Layout',
  readers: 'Readers',
  inMenu: 'In menus',
  menuLabel: 'Name in menus',
  takesPlace: 'Takes place',
  blockId: 'Block',
  target: 'Region',
  rule: 'Rule',
  off: 'Switched off',
  look: 'Look',
  align: 'Alignment',
  anchor: 'Anchor',
  reason: 'Because',
  subject: 'Of what',
  claim: 'What is expected',
  count: 'How many',
  where: 'Where',
  who: 'To whom',
  when: 'When',
};

/** The differences of two values, field by field, in words that people know. */
export function describeChanges(
  site: Site,
  snapshot: SiteSnapshot,
  kind: RecordKind,
  before: unknown,
  after: unknown,
): Comparison['changes'] {
  const type = kind === 'block' ? blockTypeNamed(((after ?? before) as BlockValue).type) : undefined;
  const isNew = before === null;
  return compareValues(before, after)
    .filter(change => !isNew || isWorthReading(change.field, change.after))
    .map(change => ({
      field: change.field,
      label: type?.fields.find(field => `fields.${field.name}` === change.field)?.label ?? labels[change.field] ?? change.field,
      before: describeValue(site, snapshot, change.field, change.before),
      after: describeValue(site, snapshot, change.field, change.after),
      words: ['parentId', 'blockId', 'order', 'layout', 'fields.beneath', 'fields.start'].includes(change.field) ? [] : [...change.words],
    }));
}

// Of a new record only what somebody chose: not the places and settings that every record begins with.
function isWorthReading(field: string, value: unknown): boolean {
  if (['order', 'type', 'blockId', 'align', 'version', 'title.show'].includes(field) || value === '' || value === null || value === false)
    return false;
  if (Array.isArray(value)) return value.length > 0;
  return typeof value !== 'object' || Object.keys(value as object).length > 0;
}

function describeValue(site: Site, snapshot: SiteSnapshot, field: string, value: unknown): string {
  if (value === undefined || value === null || value === '') return field === 'readers' && value === null ? 'as the page' : 'empty';
  const names = namesFor(site, snapshot);
  const style = momentStyle(site);
  switch (field) {
    case 'rule':
      return ruleSentence(value as Rule, names, style, null)
        .map(part => part.text)
        .join('');
    case 'who':
    case 'readers':
      return whoPhrase(value as RuleTree<WhoTest>, names);
    case 'where':
      return whereSummary(value as RuleTree<WhereTest>, names, null);
    case 'when':
      return whenPhrase(value as RuleTree<WhenTest>, style);
    case 'subject':
      return subjectWords({ subject: value as ExpectationSubject, claim: 'shows' }, names);
    case 'target':
      return labelOfTarget(snapshot.manifest, value as Target);
    case 'parentId':
    case 'fields.beneath':
    case 'fields.start':
      return names.page(String(value));
    case 'blockId':
      return names.block(String(value));
    case 'layout':
      return names.layout(String(value));
    case 'order':
      return 'moved';
    case 'takesPlace':
      return writeFullMoment(instantOf(value as LocalTime), style);
    case 'title':
      if (typeof value === 'object') return describeTitle(value as { show: string; own: string });
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.join(', ');
  return typeof value === 'object' ? JSON.stringify(value) : plainText(String(value as string | number));
}

function describeTitle(title: { show: string; own: string }): string {
  return title.show === 'own' ? `“${title.own}”` : title.show === 'none' ? 'not shown' : 'the block’s own';
}
