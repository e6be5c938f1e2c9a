import { countOf, listOf, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import { phraseWhereTest, phraseWhoTest, type RuleNames } from '../rule/sentence';
import type { Dormancy } from '../site/snapshot';
import { say } from '../tongue/say';
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
      return explainDormancy(reason.dormancy, false, style);
    case 'off':
      return { short: say`switched off`, sentence: say`The placement is switched off.`, remedy: say`Switch it on.` };
    case 'shared rule': {
      const name = names.sharedRule(reason.rule);
      return {
        short: say`“${name}” is not live`,
        sentence: say`It follows the shared rule “${name}”, which is not live.`,
        remedy: say`Put the shared rule back, or leave it.`,
      };
    }
    case 'where': {
      const tests = reason.deciding.map(each => phraseWhereTest(each.test, names));
      return reason.deciding.every(each => each.holds)
        ? {
            short: say`not on ${listOf(tests)}`,
            sentence: say`Its rule makes an exception of ${listOf(tests)}, and an exception always wins.`,
            remedy: say`Take the exception out of the rule.`,
          }
        : {
            short: say`not on this page`,
            sentence: say`Its rule shows it on ${listOf(tests)}, and this page is not among them.`,
            remedy: say`Add this page to the rule.`,
          };
    }
    case 'who':
      return explainReaders(
        reason.deciding.map(each => ({ phrase: phraseWhoTest(each.test, names), holds: each.holds })),
        false,
      );
    case 'block readers':
      return explainReaders(
        reason.deciding.map(each => ({ phrase: phraseWhoTest(each.test, names), holds: each.holds })),
        true,
      );
    case 'when': {
      const ended = reason.closed === null ? null : say`ended ${writeEnd(reason.closed, style)}`;
      const opening = reason.opens === null ? null : writeMoment(reason.opens, style);
      const opens = opening === null ? null : ended ? say`back ${opening}` : say`from ${opening}`;
      const short = [ended, opens].filter(Boolean).join(', ') || say`never in its time`;
      return {
        short,
        sentence:
          opens === null
            ? say`Its time is over: it ${ended ?? say`never opens`}.`
            : say`Its time has not come: it shows ${opens}${ended ? say` (it ${ended})` : ''}.`,
        remedy: reason.opens === null ? say`Move its end, or take it off.` : say`Wait, or move its beginning.`,
      };
    }
    case 'block':
      return reason.dormancy === null
        ? {
            short: say`its block is gone`,
            sentence: say`The block it shows is no longer in the stock.`,
            remedy: say`Choose another block, or take the placement off.`,
          }
        : explainDormancy(reason.dormancy, true, style);
    case 'layout':
      return {
        short: say`no ${names.region(reason.region)} in this layout`,
        sentence: say`This page is laid out as “${names.layout(reason.layout)}”, which has no ${names.region(reason.region)}.`,
        remedy: say`Choose a layout that has the region, or move the placement.`,
      };
    case 'stand-in': {
      const by = names.placement(reason.by);
      return {
        short: say`“${by}” stands in`,
        sentence: say`“${by}” stands in for the whole region here.`,
        remedy: say`Take “${by}” off this page.`,
      };
    }
    case 'limit':
      return {
        short: say`${names.region(reason.region)} holds ${reason.most} at most`,
        sentence: say`${names.region(reason.region)} holds at most ${countOf(reason.most, 'block')} here, and others come first.`,
        remedy: say`Move it up in the order, or take one of the others off this page.`,
      };
  }
}

function explainReaders(tests: readonly { phrase: string; holds: boolean }[], isBlock: boolean): Explanation {
  const phrases = listOf(
    tests.map(each => each.phrase),
    'or',
  );
  return tests.every(each => each.holds)
    ? {
        short: say`not for ${phrases}`,
        sentence: isBlock
          ? say`The block’s own readers leave out ${phrases}, and an exception always wins.`
          : say`Its rule leaves out ${phrases}, and an exception always wins.`,
        remedy: isBlock ? say`Take the exception out of the block’s readers.` : say`Take the exception out of the rule.`,
      }
    : {
        short: say`only for ${phrases}`,
        sentence: isBlock
          ? say`The block’s own readers ask for ${phrases}, and this reader is not one.`
          : say`Its rule asks for ${phrases}, and this reader is not one.`,
        remedy: isBlock ? say`Look as another reader, or widen the block’s readers.` : say`Look as another reader, or widen the rule.`,
      };
}

function explainDormancy(dormancy: Dormancy, isBlock: boolean, style: MomentStyle): Explanation {
  const at = dormancy.at === null ? '' : writeMoment(dormancy.at, style);
  const subject = isBlock ? say`Its block` : say`This placement`;
  const its = isBlock ? say`its block ` : '';
  switch (dormancy.state) {
    case 'scheduled':
      return {
        short: say`${its}goes live ${at}`,
        sentence: say`${subject} goes live on ${at}.`,
        remedy: say`Wait, or approve it for an earlier date.`,
      };
    case 'expired':
      return { short: say`${its}expired ${at}`, sentence: say`${subject} expired on ${at}.`, remedy: say`Publish it again.` };
    case 'retired':
      return { short: say`${its}taken off ${at}`, sentence: say`${subject} was taken off on ${at}.`, remedy: say`Publish it again.` };
    case 'draft':
      return {
        short: say`${its}not live yet`,
        sentence: say`${subject} has never been live; a proposal for it waits.`,
        remedy: say`Have the proposal approved.`,
      };
  }
}
