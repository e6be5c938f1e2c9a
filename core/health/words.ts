import { readerWords } from '../expectation/words';
import { countOf, listOf, type MomentStyle, quoted, writeEnd, writeMoment } from '../format/moment';
import type { ExplanationNames } from '../placement/explain';
import { phraseWhenTest, phraseWhereTest, phraseWhoTest } from '../rule/sentence';
import { capitalised, say, told, word } from '../tongue/say';
import type { Finding, NeverCause, RegionTime, TestInRule } from './finding';

/** What findings may call things by. */
export interface FindingNames extends ExplanationNames {
  /** The title of any record. */
  readonly record: (id: string) => string;
  /** An expectation as a sentence. */
  readonly expectation: (id: string) => string;
}

/** A finding in words: what is wrong, and what to do. */
export interface WordedFinding {
  readonly sentence: string;
  readonly remedy: string;
}

const neverWords: Readonly<Record<NeverCause, readonly [string, string]>> = {
  'no page': [word`no page that there is fits its rule`, word`Widen its rule, or take it off.`],
  layout: [
    word`no page that its rule names has the region in its layout`,
    word`Move it to a region that they have, or choose another layout.`,
  ],
  readers: [word`no reader can be all that it asks for`, word`Widen who it is for.`],
  time: [word`its time is over`, word`Move its end, or take it off.`],
  block: [word`its block is not live`, word`Publish the block, or take the placement off.`],
  off: [word`it is switched off`, word`Switch it on.`],
};

/** Puts a finding into words. */
export function findingWords(finding: Finding, names: FindingNames, style: MomentStyle): WordedFinding {
  const title = quoted(names.record(finding.recordId));
  switch (finding.kind) {
    case 'never shows': {
      const [why, remedy] = neverWords[finding.cause];
      return { sentence: say`${title} never shows: ${told(why)}.`, remedy: told(remedy) };
    }
    case 'page gone':
      return {
        sentence: say`The rule of ${title} names “${names.page(finding.page)}”, which is gone.`,
        remedy: say`Take the page out of the rule.`,
      };
    case 'shared rule gone':
      return {
        sentence: say`${title} follows the shared rule “${names.sharedRule(finding.rule)}”, which is not live, and so shows nowhere.`,
        remedy: say`Put the shared rule back, or leave it.`,
      };
    case 'test never matters':
      return {
        sentence: say`In the rule of ${title}, “${testWords(finding.tested, names, style)}” changes nothing.`,
        remedy: say`Take it out of the rule.`,
      };
    case 'test always true':
      return {
        sentence: say`In the rule of ${title}, “${testWords(finding.tested, names, style)}” always holds.`,
        remedy: say`Take it out, or ask for less.`,
      };
    case 'pattern without a page':
      return {
        sentence: say`In the rule of ${title}, no page is at ${finding.pattern}.`,
        remedy: say`Correct the pattern, or pick the pages.`,
      };
    case 'region missing':
      return {
        sentence: say`${title} is meant for ${countOf(finding.pageCount, 'page')} whose layout has no ${names.region(finding.region)}.`,
        remedy: say`Choose a layout that has it, or move it.`,
      };
    case 'block unseen':
      return { sentence: say`No page shows ${title}, now or in the year ahead.`, remedy: say`Place it, or take it out of the stock.` };
    case 'too many':
      return {
        sentence: say`${capitalised(names.region(finding.region))} holds more than ${finding.most} ${regionWhere(finding, names, style)}: ${listOf(finding.placements.slice(0, 3).map(id => quoted(names.placement(id))))}.`,
        remedy: say`Move one of them to another time or other pages.`,
      };
    case 'too few':
      return {
        sentence: say`${capitalised(names.region(finding.region))} holds fewer than ${finding.least} ${regionWhere(finding, names, style)}.`,
        remedy: say`Place something there for that time.`,
      };
    case 'link to nowhere':
      return {
        sentence: say`A link in ${title} leads to “${names.record(finding.to)}”, which readers do not have: it is words only.`,
        remedy: say`Lead it elsewhere, or take it out.`,
      };
    case 'picture gone':
      return {
        sentence: say`${title} shows “${names.record(finding.to)}”, which is not in the library.`,
        remedy: say`Choose another picture.`,
      };
    case 'picture without words':
      return {
        sentence: say`The picture ${title} says nothing to those who cannot see it.`,
        remedy: say`Say it in words, or that it adds nothing.`,
      };
    case 'forwarding hidden':
      return {
        sentence: say`${title} leads nowhere any more: “${names.page(finding.pageId ?? '')}” is at this address now.`,
        remedy: say`Take the old address off.`,
      };
    case 'forwarding to nowhere':
      return {
        sentence: say`The old address ${title} leads to what is not there.`,
        remedy: say`Lead it elsewhere, or say that it is gone.`,
      };
    case 'inset missing':
      return {
        sentence: say`The text of ${title} holds “${names.block(finding.blockId)}”, which readers do not see.`,
        remedy: say`Publish that block, or take it out of the text.`,
      };
    case 'inset loop':
      return {
        sentence: say`${listOf(finding.blockIds.slice(0, -1).map(id => quoted(names.block(id))))} hold one another in a loop.`,
        remedy: say`Take one of them out of the text.`,
      };
    case 'expectation broken':
      return {
        sentence: say`Not kept ${finding.from <= style.now ? say`now` : say`from ${writeMoment(finding.from, style)}`}, on ${countOf(finding.pageCount, 'page')}: ${names.expectation(finding.recordId)}`,
        remedy: say`See which, and mend it or change what is expected.`,
      };
  }
}

function regionWhere(time: RegionTime, names: FindingNames, style: MomentStyle): string {
  const from = time.from <= style.now ? say`now` : say`from ${writeMoment(time.from, style)}`;
  const until = time.until === null ? '' : say` until ${writeEnd(time.until, style)}`;
  return say`on ${countOf(time.pageCount, 'page')}, ${from}${until}, for ${readerWords(time.reader, names)}`;
}

function testWords(tested: TestInRule, names: FindingNames, style: MomentStyle): string {
  switch (tested.part) {
    case 'where':
      return phraseWhereTest(tested.test, names);
    case 'who':
      return phraseWhoTest(tested.test, names);
    case 'when':
      return phraseWhenTest(tested.test, style, names);
  }
}
