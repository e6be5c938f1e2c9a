import { testsOf, type Rule, type RuleTree, type WhenTest, type WhereTest, type WhoTest } from '@core/rule/rule';
import { askableFields, servicePages } from '@core/page/page';
import { intervalOfWindow } from '@core/rule/when';
import { compilePathPattern } from '@core/rule/where';
import { isLocalDateTime, isTimeZone } from '@core/schedule/local-time';
import { upgradeRule } from '@core/rule/upgrade';
import { faultOfRecurrence } from '@core/schedule/recurrence';
import { z } from 'zod';
import { line, localeTag, localTime, requiredLine, uuid } from './common';

/** The most parts one group may list. */
const mostParts = 2_000;

const pathPattern = requiredLine(300)
  .refine(isSafePattern, { error: 'A bracketed expression may hold words, | and digits only, and may not repeat itself.' })
  .refine(isPathPattern, { error: 'Not a path pattern. Write it like /visit/:place or /news/*.' });

const parameterName = z.string().regex(/^[\w.-]{1,60}$/, { error: 'Letters, digits, full stops, hyphens and underscores.' });
const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: 'A time of day is written like 06:00.' });

const whereTest: z.ZodType<WhereTest> = z.discriminatedUnion('test', [
  z.strictObject({ test: z.literal('page'), page: uuid }),
  z.strictObject({ test: z.literal('within'), page: uuid }),
  z.strictObject({ test: z.literal('type'), type: requiredLine(60) }),
  z.strictObject({ test: z.literal('topic'), topic: requiredLine(60) }),
  z.strictObject({ test: z.literal('layout'), layout: requiredLine(60) }),
  z.strictObject({ test: z.literal('front page') }),
  z.strictObject({ test: z.literal('service page'), service: z.enum(servicePages).optional() }),
  z.strictObject({ test: z.literal('path'), pattern: pathPattern }),
  z.strictObject({ test: z.literal('menu item'), page: uuid }),
  z.strictObject({
    test: z.literal('field'),
    field: z.enum(Object.keys(askableFields) as (keyof typeof askableFields)[]),
    compare: z.enum(['is', 'contains', 'is empty']),
    value: line(200),
  }),
  z.strictObject({ test: z.literal('locale'), locale: localeTag }),
  z.strictObject({ test: z.literal('query'), name: parameterName, value: line(200).nullable() }),
]);

const whoTest: z.ZodType<WhoTest> = z.discriminatedUnion('test', [
  z.strictObject({ test: z.literal('signed in') }),
  z.strictObject({ test: z.literal('role'), role: requiredLine(60) }),
  z.strictObject({ test: z.literal('membership'), membership: requiredLine(60) }),
]);

const window = z
  .strictObject({ test: z.literal('window'), from: localTime.nullable(), until: localTime.nullable() })
  .superRefine((test, context) => {
    // Runs even when a time itself cannot be read, which is told of already.
    if (![test.from, test.until].every(time => time === null || (isLocalDateTime(time.local) && isTimeZone(time.zone)))) return;
    const { from, until } = intervalOfWindow(test);
    if (from >= until) context.addIssue({ code: 'custom', path: ['until'], message: 'The end must lie after the beginning.' });
  });

const recurring = z
  .strictObject({
    test: z.literal('recurring'),
    start: localTime.shape.local,
    end: localTime.shape.local,
    zone: localTime.shape.zone,
    rule: line(300),
  })
  .superRefine((test, context) => {
    const fault = faultOfRecurrence(test);
    if (fault === 'rule')
      context.addIssue({
        code: 'custom',
        path: ['rule'],
        message: 'Not a recurrence rule of RFC 5545 that repeats daily or more seldom and comes at some date.',
      });
    if (fault === 'end')
      context.addIssue({ code: 'custom', path: ['end'], message: 'The end must lie after the beginning, and within a year of it.' });
  });

const timeOfDay = z
  .strictObject({ test: z.literal('time of day'), from: clockTime, until: clockTime, zone: localTime.shape.zone })
  .refine(test => test.from !== test.until, { path: ['until'], error: 'The end must differ from the beginning.' });

const whenTest: z.ZodType<WhenTest> = z.discriminatedUnion('test', [window, recurring, timeOfDay]);

/** The where part alone. */
export const whereTree: z.ZodType<RuleTree<WhereTest>> = treeOf(whereTest);

/** The most windows that come again in one when part: each is listed by itself wherever time is looked at. */
const mostRecurring = 8;

/** The when part alone. */
export const whenTree: z.ZodType<RuleTree<WhenTest>> = treeOf(whenTest).refine(
  tree => testsOf(tree).filter(each => each.test !== 'window').length <= mostRecurring,
  { error: `At most ${mostRecurring} windows that come again.` },
);

/** The who part alone, as pages and blocks carry it for their own readers. */
export const whoTree: z.ZodType<RuleTree<WhoTest>> = treeOf(whoTest);

/** A visibility rule. One of an older version is brought up to the present one; an unknown version is refused. */
export const rule: z.ZodType<Rule> = z.preprocess(
  raw => (isOlderRule(raw) ? upgradeRule(raw) : raw),
  z.strictObject({
    version: z.literal(2, { error: 'This version of rules is not known here.' }),
    where: whereTree,
    who: whoTree,
    when: whenTree,
    follows: z.array(uuid).max(20, { error: 'At most 20 shared rules.' }),
  }),
);

function isOlderRule(raw: unknown): boolean {
  return typeof raw === 'object' && raw !== null && 'version' in raw && raw.version === 1;
}

function treeOf<Test extends { readonly test: string }>(test: z.ZodType<Test>): z.ZodType<RuleTree<Test>> {
  const parts = z
    .array(z.lazy(() => tree))
    .max(mostParts)
    .optional();
  const group = z.strictObject({ all: parts, any: parts, none: parts });
  // Deciding by the presence of "test" keeps the messages of the branch that was meant.
  const tree: z.ZodType<RuleTree<Test>> = z.union([test, group]) as z.ZodType<RuleTree<Test>>;
  return tree;
}

/** How many parts of a path pattern may run on, so that matching a path never takes long. */
const mostRunning = 3;

/** What of a pattern stands for more than itself: a name, a bracketed expression or a star, with what repeats it. */
const variablePart = /(:\w+(\([^)]*\))?|\([^)]*\)|\*)[?+*]?/g;

/**
 * Whether a pattern can be matched at once whatever the path. Groups inside repetitions, parts that repeat and parts side
 * by side make a matcher try without end; of parts that run on without a slash at either side, a few can be tried out.
 */
function isSafePattern(pattern: string): boolean {
  const groups = pattern.match(/\([^)]*\)?[+*?]?/g) ?? [];
  if (!groups.every(group => /^\((?:[\w|-]|\\d(?:\{\d{1,2}(?:,\d{0,2})?\}|\+)?)*\)\??$/.test(group))) return false;
  const parts = [...pattern.matchAll(variablePart)];
  const isSideBySide = parts.some((part, index) => index > 0 && parts[index - 1]!.index + parts[index - 1]![0].length === part.index);
  const repeats = parts.some(([part]) => /[)\w*][+*]$/.test(part)) || /\}[+*]/.test(pattern);
  const running = parts.filter(part => !isBounded(part[0]) && !isWholeSegment(pattern, part.index, part[0]));
  return !isSideBySide && !repeats && running.length <= mostRunning;
}

// Words, and digits so many and no more.
function isBounded(part: string): boolean {
  return part.includes('(') && !/\+|,\}/.test(part);
}

function isWholeSegment(pattern: string, at: number, part: string): boolean {
  const after = pattern[at + part.length];
  return part.startsWith(':') && pattern[at - 1] === '/' && (after === undefined || after === '/');
}

function isPathPattern(pattern: string): boolean {
  try {
    compilePathPattern(pattern);
    return true;
  } catch {
    return false;
  }
}
