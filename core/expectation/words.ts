import { countOf, listOf, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import type { ExplanationNames } from '../placement/explain';
import { alwaysHolds } from '../rule/rule';
import { whenPhrase, whereSummary, whoPhrase } from '../rule/sentence';
import type { ReaderFacts } from '../rule/who';
import type { Breach } from './check';
import type { ExpectationValue } from './expectation';

/** What expectations may call things by. */
export interface ExpectationNames extends ExplanationNames {
  /** The label of a block type. */
  readonly blockType: (name: string) => string;
}

/** A stretch of the sentence; those with `edits` are controls for that part. */
export interface ExpectationPart {
  readonly text: string;
  readonly edits: 'subject' | 'claim' | 'where' | 'who' | 'when' | 'locale' | null;
}

/** An expectation as a sentence: "“Crossing times” shows on Visit and all beneath, to anyone." */
export function expectationSentence(value: ExpectationValue, names: ExpectationNames, style: MomentStyle): readonly ExpectationPart[] {
  return [
    { text: subjectWords(value, names), edits: 'subject' },
    { text: ' ', edits: null },
    { text: claimWords(value), edits: 'claim' },
    { text: ' on ', edits: null },
    { text: whereSummary(value.where, names, null), edits: 'where' },
    ...(value.locale
      ? [
          { text: ' in ', edits: null },
          { text: names.locale(value.locale), edits: 'locale' as const },
        ]
      : []),
    { text: ', to ', edits: null },
    { text: whoPhrase(value.who, names), edits: 'who' },
    { text: ', ', edits: null },
    { text: alwaysHolds(value.when) ? 'at any time' : whenPhrase(value.when, style), edits: 'when' },
    { text: '.', edits: null },
  ];
}

/** What is wrong, where, for whom and when, in one sentence. */
export function breachWords(value: ExpectationValue, breach: Breach, names: ExpectationNames, style: MomentStyle): string {
  const what =
    value.subject.kind === 'region'
      ? `${capitalised(names.region(value.subject.name))} ${value.claim === 'at least' ? 'holds too few' : 'holds too many'}`
      : `${listOf(breach.blockIds.slice(0, 3).map(id => `“${names.block(id)}”`)) || subjectWords(value, names)} ${breach.blockIds.length > 1 ? broken(value).replace('shows', 'show').replace('does not', 'do not') : broken(value)}`;
  const first = breach.pages[0];
  const where =
    breach.pages.length === 1 && first
      ? `on ${first.service === null ? names.page(first.id) : first.path}`
      : `on ${countOf(breach.pages.length, 'page')}`;
  const from = breach.from <= style.now ? 'now' : `from ${writeMoment(breach.from, style)}`;
  const until = breach.until === null ? '' : ` until ${writeEnd(breach.until, style)}`;
  const language = value.locale ? ` in ${names.locale(value.locale)}` : '';
  return `${what} ${where}${language}, to ${readerWords(breach.reader, names)}, ${from}${until}.`;
}

/** A class of readers in words. */
export function readerWords(reader: ReaderFacts, names: ExplanationNames): string {
  if (!reader.signedIn) return 'signed-out readers';
  const held = [...reader.memberships.map(each => names.membership(each)), ...reader.roles.map(each => names.role(each))];
  return held.length === 0 ? 'signed-in readers' : listOf(held);
}

/** What an expectation speaks of, in words. */
export function subjectWords({ subject, claim }: Pick<ExpectationValue, 'subject' | 'claim'>, names: ExpectationNames): string {
  switch (subject.kind) {
    case 'blocks':
      return listOf(
        subject.blockIds.map(id => `“${names.block(id)}”`),
        claim === 'does not show' ? 'or' : 'and',
      );
    case 'type':
      return `${claim === 'does not show' ? 'No' : 'Every'} ${names.blockType(subject.type).toLowerCase()}`;
    case 'region':
      return capitalised(names.region(subject.name));
  }
}

function claimWords({ subject, claim, count }: ExpectationValue): string {
  const isMany = subject.kind === 'blocks' && subject.blockIds.length > 1;
  switch (claim) {
    case 'shows':
      return isMany ? 'show' : 'shows';
    case 'does not show':
      if (subject.kind === 'region') return 'holds nothing';
      return subject.kind === 'type' ? 'shows' : isMany ? 'do not show' : 'does not show';
    case 'at most':
      return count === 1 ? 'never holds more than one' : `never holds more than ${count}`;
    case 'at least':
      return count === 1 ? 'never is empty' : `never holds fewer than ${count}`;
  }
}

function broken({ claim, subject }: ExpectationValue): string {
  if (claim === 'shows') return 'does not show';
  if (claim === 'at least') return 'shows too seldom';
  return claim === 'at most' && subject.kind !== 'region' ? 'show together' : 'shows';
}

function capitalised(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
