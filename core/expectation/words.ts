import { countOf, listOf, type MomentStyle, quoted, writeEnd, writeMoment } from '../format/moment';
import type { ExplanationNames } from '../placement/explain';
import { alwaysHolds } from '../rule/rule';
import { whenPhrase, whereSummary, whoPhrase } from '../rule/sentence';
import type { ReaderFacts } from '../rule/who';
import { capitalised, midSentence, say } from '../tongue/say';
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
    { text: say` on `, edits: null },
    { text: whereSummary(value.where, names, null), edits: 'where' },
    ...(value.locale
      ? [
          { text: say` in `, edits: null },
          { text: names.locale(value.locale), edits: 'locale' as const },
        ]
      : []),
    { text: say`, to `, edits: null },
    { text: whoPhrase(value.who, names), edits: 'who' },
    { text: ', ', edits: null },
    { text: alwaysHolds(value.when) ? say`at any time` : whenPhrase(value.when, style, names), edits: 'when' },
    { text: '.', edits: null },
  ];
}

/** What is wrong, where, for whom and when, in one sentence. */
export function breachWords(value: ExpectationValue, breach: Breach, names: ExpectationNames, style: MomentStyle): string {
  const what =
    value.subject.kind === 'region'
      ? `${capitalised(names.region(value.subject.name))} ${value.claim === 'at least' ? say`holds too few` : say`holds too many`}`
      : `${listOf(breach.blockIds.slice(0, 3).map(id => quoted(names.block(id)))) || subjectWords(value, names)} ${broken(value, breach.blockIds.length > 1)}`;
  const first = breach.pages[0];
  const where =
    breach.pages.length === 1 && first
      ? say`on ${first.service === null ? names.page(first.id) : first.path}`
      : say`on ${countOf(breach.pages.length, 'page')}`;
  const from = breach.from <= style.now ? say`now` : say`from ${writeMoment(breach.from, style)}`;
  const until = breach.until === null ? '' : say` until ${writeEnd(breach.until, style)}`;
  const language = value.locale ? say` in ${names.locale(value.locale)}` : '';
  return say`${what} ${where}${language}, to ${readerWords(breach.reader, names)}, ${from}${until}.`;
}

/** A class of readers in words. */
export function readerWords(reader: ReaderFacts, names: ExplanationNames): string {
  if (!reader.signedIn) return say`signed-out readers`;
  const held = [...reader.memberships.map(each => names.membership(each)), ...reader.roles.map(each => names.role(each))];
  return held.length === 0 ? say`signed-in readers` : listOf(held);
}

/** What an expectation speaks of, in words. */
export function subjectWords({ subject, claim }: Pick<ExpectationValue, 'subject' | 'claim'>, names: ExpectationNames): string {
  switch (subject.kind) {
    case 'blocks':
      return listOf(
        subject.blockIds.map(id => quoted(names.block(id))),
        claim === 'does not show' ? 'or' : 'and',
      );
    case 'type':
      return claim === 'does not show'
        ? say`No ${midSentence(names.blockType(subject.type))}`
        : say`Every ${midSentence(names.blockType(subject.type))}`;
    case 'region':
      return capitalised(names.region(subject.name));
  }
}

function claimWords({ subject, claim, count }: ExpectationValue): string {
  const isMany = subject.kind === 'blocks' && subject.blockIds.length > 1;
  switch (claim) {
    case 'shows':
      return isMany ? say`show` : say`shows`;
    case 'does not show':
      if (subject.kind === 'region') return say`holds nothing`;
      return subject.kind === 'type' ? say`shows` : isMany ? say`do not show` : say`does not show`;
    case 'at most':
      return count === 1 ? say`never holds more than one` : say`never holds more than ${count}`;
    case 'at least':
      return count === 1 ? say`never is empty` : say`never holds fewer than ${count}`;
  }
}

function broken({ claim, subject }: ExpectationValue, isMany: boolean): string {
  if (claim === 'shows') return isMany ? say`do not show` : say`does not show`;
  if (claim === 'at least') return isMany ? say`show too seldom` : say`shows too seldom`;
  if (claim === 'at most' && subject.kind !== 'region') return say`show together`;
  return isMany ? say`show` : say`shows`;
}
