import { URLPattern } from 'urlpattern-polyfill/urlpattern';

/** The longest path that is held against a pattern: far longer than any page's, and short enough to be matched at once. */
export const longestPath = 500;

/**
 * A matcher for a path pattern. A path longer than {@link longestPath} matches none.
 * @throws TypeError when it is not a pattern
 * @see WHATWG URL Pattern, pathname component
 */
export function compilePathPattern(pattern: string): (path: string) => boolean {
  const compiled = new URLPattern({ pathname: pattern });
  return path => path.length <= longestPath && compiled.test({ pathname: path });
}

/** How many parts of a path pattern may run on, so that matching a path never takes long. */
const mostRunning = 3;

/** What of a pattern stands for more than itself: a name, a bracketed expression or a star, with what repeats it. */
const variablePart = /(:\w+(\([^)]*\))?|\([^)]*\)|\*)[?+*]?/g;

/**
 * Whether a pattern can be matched at once whatever the path. Groups inside repetitions, parts that repeat and parts side
 * by side make a matcher try without end; of parts that run on without a slash at either side, a few can be tried out.
 */
export function isSafePattern(pattern: string): boolean {
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

/** Whether a text is a path pattern at all. */
export function isPathPattern(pattern: string): boolean {
  try {
    compilePathPattern(pattern);
    return true;
  } catch {
    return false;
  }
}
