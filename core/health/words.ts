import { readerWords } from '../expectation/words';
import { countOf, listOf, writeEnd, writeMoment, type MomentStyle } from '../format/moment';
import type { ExplanationNames } from '../placement/explain';
import { phraseWhenTest, phraseWhereTest, phraseWhoTest } from '../rule/sentence';
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
  'no page': ['no page that there is fits its rule', 'Widen its rule, or take it off.'],
  layout: ['no page that its rule names has the region in its layout', 'Move it to a region that they have, or choose another layout.'],
  readers: ['no reader can be all that it asks for', 'Widen who it is for.'],
  time: ['its time is over', 'Move its end, or take it off.'],
  block: ['its block is not live', 'Publish the block, or take the placement off.'],
  off: ['it is switched off', 'Switch it on.'],
};

/** Puts a finding into words. */
export function findingWords(finding: Finding, names: FindingNames, style: MomentStyle): WordedFinding {
  const title = `“${names.record(finding.recordId)}”`;
  switch (finding.kind) {
    case 'never shows': {
      const [why, remedy] = neverWords[finding.cause];
      return { sentence: `${title} never shows: ${why}.`, remedy };
    }
    case 'page gone':
      return {
        sentence: `The rule of ${title} names “${names.page(finding.page)}”, which is gone.`,
        remedy: 'Take the page out of the rule.',
      };
    case 'shared rule gone':
      return {
        sentence: `${title} follows the shared rule “${names.sharedRule(finding.rule)}”, which is not live, and so shows nowhere.`,
        remedy: 'Put the shared rule back, or leave it.',
      };
    case 'test never matters':
      return {
        sentence: `In the rule of ${title}, “${testWords(finding.tested, names, style)}” changes nothing.`,
        remedy: 'Take it out of the rule.',
      };
    case 'test always true':
      return {
        sentence: `In the rule of ${title}, “${testWords(finding.tested, names, style)}” always holds.`,
        remedy: 'Take it out, or ask for less.',
      };
    case 'pattern without a page':
      return { sentence: `In the rule of ${title}, no page is at ${finding.pattern}.`, remedy: 'Correct the pattern, or pick the pages.' };
    case 'region missing':
      return {
        sentence: `${title} is meant for ${countOf(finding.pageCount, 'page')} whose layout has no ${names.region(finding.region)}.`,
        remedy: 'Choose a layout that has it, or move it.',
      };
    case 'block unseen':
      return { sentence: `No page shows ${title}, now or in the year ahead.`, remedy: 'Place it, or take it out of the stock.' };
    case 'too many':
      return {
        sentence: `${upper(names.region(finding.region))} holds more than ${finding.most} ${regionWhere(finding, names, style)}: ${listOf(finding.placements.slice(0, 3).map(id => `“${names.placement(id)}”`))}.`,
        remedy: 'Move one of them to another time or other pages.',
      };
    case 'too few':
      return {
        sentence: `${upper(names.region(finding.region))} holds fewer than ${finding.least} ${regionWhere(finding, names, style)}.`,
        remedy: 'Place something there for that time.',
      };
    case 'link to nowhere':
      return {
        sentence: `A link in ${title} leads to “${names.record(finding.to)}”, which readers do not have: it is words only.`,
        remedy: 'Lead it elsewhere, or take it out.',
      };
    case 'picture gone':
      return { sentence: `${title} shows “${names.record(finding.to)}”, which is not in the library.`, remedy: 'Choose another picture.' };
    case 'picture without words':
      return {
        sentence: `The picture ${title} says nothing to those who cannot see it.`,
        remedy: 'Say it in words, or that it adds nothing.',
      };
    case 'forwarding hidden':
      return {
        sentence: `${title} leads nowhere any more: “${names.page(finding.pageId ?? '')}” is at this address now.`,
        remedy: 'Take the old address off.',
      };
    case 'forwarding to nowhere':
      return { sentence: `The old address ${title} leads to what is not there.`, remedy: 'Lead it elsewhere, or say that it is gone.' };
    case 'inset missing':
      return {
        sentence: `The text of ${title} holds “${names.block(finding.blockId)}”, which readers do not see.`,
        remedy: 'Publish that block, or take it out of the text.',
      };
    case 'inset loop':
      return {
        sentence: `${listOf(finding.blockIds.slice(0, -1).map(id => `“${names.block(id)}”`))} hold one another in a loop.`,
        remedy: 'Take one of them out of the text.',
      };
    case 'expectation broken':
      return {
        sentence: `Not kept ${finding.from <= style.now ? 'now' : `from ${writeMoment(finding.from, style)}`}, on ${countOf(finding.pageCount, 'page')}: ${names.expectation(finding.recordId)}`,
        remedy: 'See which, and mend it or change what is expected.',
      };
  }
}

function regionWhere(time: RegionTime, names: FindingNames, style: MomentStyle): string {
  const from = time.from <= style.now ? 'now' : `from ${writeMoment(time.from, style)}`;
  const until = time.until === null ? '' : ` until ${writeEnd(time.until, style)}`;
  return `on ${countOf(time.pageCount, 'page')}, ${from}${until}, for ${readerWords(time.reader, names)}`;
}

function testWords(tested: TestInRule, names: FindingNames, style: MomentStyle): string {
  switch (tested.part) {
    case 'where':
      return phraseWhereTest(tested.test, names);
    case 'who':
      return phraseWhoTest(tested.test, names);
    case 'when':
      return phraseWhenTest(tested.test, style);
  }
}

function upper(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
