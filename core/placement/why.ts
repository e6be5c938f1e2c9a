import { listOf, type MomentStyle, quoted } from '../format/moment';
import { decidingTests, traceTree, type Trace } from '../rule/evaluate';
import { phraseWhenTest, phraseWhereTest, phraseWhoTest, whenPhrase, whereSummary, whoPhrase } from '../rule/sentence';
import type { RuleTree } from '../rule/rule';
import { compileWhenTest } from '../rule/when';
import { compileWhereTest, type PageFacts } from '../rule/where';
import { compileWhoTest, type ReaderFacts } from '../rule/who';
import { compilePlacement, type CompiledPlacement } from '../site/compiled-placement';
import type { PageNode, SiteSnapshot } from '../site/snapshot';
import { labelOfTarget } from '../theme/manifest';
import { midSentence, say } from '../tongue/say';
import { explainAway, type ExplanationNames } from './explain';
import { remediesFor, waysOff, type Remedy } from './remedies';
import { mayRead, reasonFor, resolvePage, type AwayReason, type OwnStep } from './resolve';

/** One node of a traced tree, in words. */
export interface TraceLine {
  /** How deep it lies in the tree; 0 is the top. */
  readonly depth: number;
  readonly words: string;
  readonly holds: boolean;
  /** Whether the outcome hangs on it. */
  readonly decides: boolean;
}

/** One step of the resolution, in the order in which they are taken. */
export interface WhyStep {
  readonly step: 'page readers' | AwayReason['step'];
  readonly words: string;
  readonly holds: boolean;
  readonly trace: readonly TraceLine[];
}

/** A way to turn the outcome; one without a value is for a person to do elsewhere. */
export interface WorkedRemedy {
  readonly words: string;
  readonly size: number;
  readonly value: Remedy['value'] | null;
}

/** Why a placement shows or does not, with everything that was asked on the way. */
export interface Why {
  readonly shows: boolean;
  readonly verdict: string;
  /** Steps up to and including the one that stops it; all when it shows. */
  readonly steps: readonly WhyStep[];
  /** The smallest first. */
  readonly remedies: readonly WorkedRemedy[];
}

/** From where it is asked, and what things are called. */
export interface WhyContext {
  readonly snapshot: SiteSnapshot;
  readonly facts: PageFacts;
  /** Null on pages that nobody wrote. */
  readonly page: PageNode | null;
  readonly reader: ReaderFacts;
  readonly names: ExplanationNames;
  readonly style: MomentStyle;
}

const ownSteps: readonly OwnStep[] = ['off', 'shared rule', 'where', 'who', 'when', 'block', 'block readers', 'layout'];

/** Explains one placement on one page; null when there is no such placement at that moment. */
export function whyPlacement(placementId: string, context: WhyContext): Why | null {
  const { snapshot, facts, page, reader, names, style } = context;
  const dormant = snapshot.dormantPlacements.find(each => each.id === placementId);
  const value = snapshot.placementById.get(placementId)?.value ?? dormant?.value;
  if (!value) return null;
  const placement = compilePlacement(placementId, value, snapshot.sharedRules);
  const title = names.block(value.blockId);
  const readable = page === null || mayRead(page, reader);
  const reason: AwayReason | null = dormant
    ? { step: 'publication', dormancy: dormant.dormancy }
    : (reasonFor(placement, snapshot, facts, reader) ?? contestOf(placementId, context));
  const stop = !readable ? 'page readers' : reason === null ? null : reason.step;
  const explanation = reason && explainAway(reason, names, style);
  const all = stepsOf(placement, context, readable, reason);
  const end = stop === null ? all.length : all.findIndex(each => each.step === stop) + 1;
  return {
    shows: stop === null,
    verdict:
      stop === null
        ? say`“${title}” shows here.`
        : stop === 'page readers'
          ? say`“${title}” is away: this reader may not read the page.`
          : say`“${title}” is away: ${explanation!.short}.`,
    steps: all.slice(0, end),
    remedies: stop === null ? waysOffHere(placement, context) : waysBack(placement, stop, reason, context),
  };
}

/** What stops it among others: a stand-in for its region, or how many the region may hold. */
function contestOf(placementId: string, { snapshot, facts, reader }: WhyContext): AwayReason | null {
  return resolvePage(snapshot, facts, reader, true).away.find(each => each.id === placementId)?.reason ?? null;
}

function stepsOf(placement: CompiledPlacement, context: WhyContext, readable: boolean, reason: AwayReason | null): WhyStep[] {
  const { snapshot, facts, page, reader, names, style } = context;
  const { value, rule } = placement;
  const { moment } = snapshot;
  const own = (step: OwnStep, good: string, trace: readonly TraceLine[] = []): WhyStep => ({
    step,
    holds: reason?.step !== step,
    words: reason?.step === step ? explainAway(reason, names, style).sentence : good,
    trace,
  });
  const readers = snapshot.blocks.get(value.blockId)?.value.readers ?? null;
  const who = (tree: RuleTree<Parameters<typeof compileWhoTest>[0]>) =>
    linesOf(
      traceTree(tree, test => compileWhoTest(test)(reader)),
      test => phraseWhoTest(test, names),
    );
  const words: Readonly<Record<OwnStep, () => WhyStep>> = {
    off: () => own('off', say`It is switched on.`),
    'shared rule': () =>
      own(
        'shared rule',
        value.rule.follows.length === 1
          ? say`It follows ${quoted(names.sharedRule(value.rule.follows[0]!))}, which is live.`
          : say`It follows ${listOf(value.rule.follows.map(id => quoted(names.sharedRule(id))))}, which are live.`,
      ),
    where: () =>
      own(
        'where',
        say`Its rule takes in this page: ${whereSummary(rule.where, names, facts.id)}.`,
        linesOf(
          traceTree(rule.where, test => compileWhereTest(test)(facts)),
          test => phraseWhereTest(test, names, facts.id),
        ),
      ),
    who: () => own('who', say`It shows to ${whoPhrase(rule.who, names)}.`, who(rule.who)),
    when: () =>
      own(
        'when',
        say`Its time is ${whenPhrase(rule.when, style, names)}.`,
        linesOf(
          traceTree(rule.when, test => compileWhenTest(test)(moment)),
          test => phraseWhenTest(test, style, names),
        ),
      ),
    block: () => own('block', say`Its block is live.`),
    'block readers': () =>
      own(
        'block readers',
        readers === null ? say`The block follows the page’s readers.` : say`The block is for ${whoPhrase(readers, names)}.`,
        readers === null ? [] : who(readers),
      ),
    layout: () => own('layout', say`This layout has room: ${midSentence(labelOfTarget(snapshot.manifest, value.target))}.`),
  };
  const contest: WhyStep[] =
    reason?.step === 'stand-in' || reason?.step === 'limit'
      ? [{ step: reason.step, words: explainAway(reason, names, style).sentence, holds: false, trace: [] }]
      : [];
  return [
    {
      step: 'page readers',
      holds: readable,
      words: say`The page is for ${page ? whoPhrase(page.facts.readers, names) : say`anyone`}.`,
      trace: page ? who(page.facts.readers) : [],
    },
    reason?.step === 'publication'
      ? { step: 'publication', words: explainAway(reason, names, style).sentence, holds: false, trace: [] }
      : { step: 'publication', words: say`It is live at this moment.`, holds: true, trace: [] },
    ...ownSteps.filter(step => step !== 'shared rule' || value.rule.follows.length > 0).map(step => words[step]()),
    ...contest,
  ];
}

function waysBack(
  placement: CompiledPlacement,
  stop: WhyStep['step'],
  reason: AwayReason | null,
  context: WhyContext,
): readonly WorkedRemedy[] {
  const { snapshot, facts, reader, names, style } = context;
  if (stop === 'page readers')
    return [{ words: say`Look as a reader of this page, or widen the page’s own readers.`, size: 1, value: null }];
  const elsewhere = { words: explainAway(reason!, names, style).remedy, size: 9, value: null };
  if (!ownSteps.includes(stop as OwnStep)) return [{ ...elsewhere, size: 1 }];
  const worked = remediesFor(stop as OwnStep, placement.value, {
    facts,
    reader,
    moment: snapshot.moment,
    sharedRules: snapshot.sharedRules,
  }).map((remedy): WorkedRemedy => {
    const next = reasonFor(compilePlacement(placement.id, remedy.value, snapshot.sharedRules), snapshot, facts, reader);
    const after = next === null ? '' : say` After that it is still away: ${explainAway(next, names, style).short}.`;
    return { words: `${wordsOf(remedy, context)}${after}`, size: remedy.size, value: remedy.value };
  });
  // Waiting changes nothing, and so is the smallest there is.
  const waits = reason?.step === 'when' && reason.opens !== null;
  return [
    ...(waits ? [{ words: say`Wait: its time comes by itself.`, size: 0, value: null }] : []),
    ...worked,
    ...(worked.length === 0 ? [elsewhere] : []),
  ].sort((a, b) => a.size - b.size);
}

function waysOffHere(placement: CompiledPlacement, context: WhyContext): readonly WorkedRemedy[] {
  return waysOff(placement.value, context.facts).map(remedy => ({
    words: wordsOf(remedy, context),
    size: remedy.size,
    value: remedy.value,
  }));
}

function wordsOf(remedy: Remedy, { facts, page }: WhyContext): string {
  const here = page ? quoted(page.value.title) : facts.path;
  switch (remedy.kind) {
    case 'switch on':
      return say`Switch it on.`;
    case 'switch off':
      return say`Switch it off, on every page.`;
    case 'add the page':
      return say`Add ${here} to its rule.`;
    case 'take the exception out':
      return say`Take the exception out of its rule.`;
    case 'except the page':
      return say`Leave ${here} out of its rule.`;
    case 'show to anyone':
      return say`Show it to anyone.`;
    case 'show at any time':
      return say`Let it show at any time.`;
    case 'leave the shared rule':
      return say`Leave its shared rule, keeping a copy of everything else that it says.`;
  }
}

/** A traced tree as indented lines. */
export function linesOf<Test extends { readonly test: string }>(trace: Trace<Test>, phrase: (test: Test) => string): readonly TraceLine[] {
  const deciding = new Set(decidingTests(trace).map(each => each.test));
  const lines: TraceLine[] = [];
  const write = (part: Trace<Test>, depth: number): void => {
    if (part.kind === 'test') {
      lines.push({ depth, words: phrase(part.test), holds: part.holds, decides: deciding.has(part.test) });
      return;
    }
    for (const [words, parts, holds] of [
      [say`none of these`, part.none, !part.none.some(each => each.holds)],
      [say`all of these`, part.all, part.all.every(each => each.holds)],
      [say`any of these`, part.any, part.any.some(each => each.holds)],
    ] as const) {
      if (parts.length === 0) continue;
      lines.push({ depth, words, holds, decides: false });
      for (const each of parts) write(each, depth + 1);
    }
  };
  write(trace, 0);
  return lines;
}
