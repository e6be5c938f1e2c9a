import { countOf, listOf, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import { phraseWhereTest, phraseWhoTest, type RuleNames } from '../rule/sentence';
import type { Dormancy } from '../site/snapshot';
import type { AwayReason } from './resolve';

/** Why a placement is away, in words, and the smallest change that would bring it back. */
export interface Explanation {
  /** For a row: "ended 28 February, back 1 October". */
  readonly short: string;
  /** A whole sentence. */
  readonly sentence: string;
  /** What would have to change. */
  readonly remedy: string;
}

/** What explanations may call things by. */
export interface ExplanationNames extends RuleNames {
  readonly block: (id: string) => string;
  readonly region: (name: string) => string;
  /** The title of the block that a placement holds. */
  readonly placement: (id: string) => string;
}

/** Puts a reason into words. */
export function explainAway(reason: AwayReason, names: ExplanationNames, style: MomentStyle): Explanation {
  switch (reason.step) {
    case 'publication':
      return explainDormancy(reason.dormancy, 'This placement', style);
    case 'off':
      return { short: 'switched off', sentence: 'The placement is switched off.', remedy: 'Switch it on.' };
    case 'shared rule': {
      const name = names.sharedRule(reason.rule);
      return {
        short: `“${name}” is not live`,
        sentence: `It follows the shared rule “${name}”, which is not live.`,
        remedy: 'Put the shared rule back, or leave it.',
      };
    }
    case 'where': {
      const tests = reason.deciding.map(each => phraseWhereTest(each.test, names));
      return reason.deciding.every(each => each.holds)
        ? {
            short: `not on ${listOf(tests)}`,
            sentence: `Its rule makes an exception of ${listOf(tests)}, and an exception always wins.`,
            remedy: 'Take the exception out of the rule.',
          }
        : {
            short: 'not on this page',
            sentence: `Its rule shows it on ${listOf(tests)}, and this page is not among them.`,
            remedy: 'Add this page to the rule.',
          };
    }
    case 'who':
      return explainReaders(
        reason.deciding.map(each => ({ phrase: phraseWhoTest(each.test, names), holds: each.holds })),
        'Its rule',
        'the rule',
      );
    case 'block readers':
      return explainReaders(
        reason.deciding.map(each => ({ phrase: phraseWhoTest(each.test, names), holds: each.holds })),
        'The block’s own readers',
        'the block’s readers',
      );
    case 'when': {
      const ended = reason.closed === null ? null : `ended ${writeEnd(reason.closed, style)}`;
      const opens = reason.opens === null ? null : `${ended ? 'back' : 'from'} ${writeMoment(reason.opens, style)}`;
      const short = [ended, opens].filter(Boolean).join(', ') || 'never in its time';
      return {
        short,
        sentence:
          reason.opens === null
            ? `Its time is over: it ${ended ?? 'never opens'}.`
            : `Its time has not come: it shows ${opens}${ended ? ` (it ${ended})` : ''}.`,
        remedy: reason.opens === null ? 'Move its end, or take it off.' : 'Wait, or move its beginning.',
      };
    }
    case 'block':
      return reason.dormancy === null
        ? {
            short: 'its block is gone',
            sentence: 'The block it shows is no longer in the stock.',
            remedy: 'Choose another block, or take the placement off.',
          }
        : explainDormancy(reason.dormancy, 'Its block', style);
    case 'layout':
      return {
        short: `no ${names.region(reason.region)} in this layout`,
        sentence: `This page is laid out as “${names.layout(reason.layout)}”, which has no ${names.region(reason.region)}.`,
        remedy: 'Choose a layout that has the region, or move the placement.',
      };
    case 'stand-in': {
      const by = names.placement(reason.by);
      return {
        short: `“${by}” stands in`,
        sentence: `“${by}” stands in for the whole region here.`,
        remedy: `Take “${by}” off this page.`,
      };
    }
    case 'limit':
      return {
        short: `${names.region(reason.region)} holds ${reason.most} at most`,
        sentence: `${names.region(reason.region)} holds at most ${countOf(reason.most, 'block')} here, and others come first.`,
        remedy: 'Move it up in the order, or take one of the others off this page.',
      };
  }
}

function explainReaders(tests: readonly { phrase: string; holds: boolean }[], subject: string, where: string): Explanation {
  const phrases = listOf(
    tests.map(each => each.phrase),
    'or',
  );
  return tests.every(each => each.holds)
    ? {
        short: `not for ${phrases}`,
        sentence: `${subject} leave${subject.endsWith('s') ? '' : 's'} out ${phrases}, and an exception always wins.`,
        remedy: `Take the exception out of ${where}.`,
      }
    : {
        short: `only for ${phrases}`,
        sentence: `${subject} ask${subject.endsWith('s') ? '' : 's'} for ${phrases}, and this reader is not one.`,
        remedy: `Look as another reader, or widen ${where}.`,
      };
}

function explainDormancy(dormancy: Dormancy, subject: string, style: MomentStyle): Explanation {
  const at = dormancy.at === null ? '' : writeMoment(dormancy.at, style);
  const its = subject === 'This placement' ? '' : `${subject.toLowerCase()} `;
  switch (dormancy.state) {
    case 'scheduled':
      return {
        short: `${its}goes live ${at}`,
        sentence: `${subject} goes live on ${at}.`,
        remedy: 'Wait, or approve it for an earlier date.',
      };
    case 'expired':
      return { short: `${its}expired ${at}`, sentence: `${subject} expired on ${at}.`, remedy: 'Publish it again.' };
    case 'retired':
      return { short: `${its}taken off ${at}`, sentence: `${subject} was taken off on ${at}.`, remedy: 'Publish it again.' };
    case 'draft':
      return {
        short: `${its}not live yet`,
        sentence: `${subject} has never been live; a proposal for it waits.`,
        remedy: 'Have the proposal approved.',
      };
  }
}
