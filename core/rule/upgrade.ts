import type { Rule } from './rule';

/** A stored rule whose version this program does not know. */
export class UnknownRuleVersion extends RangeError {
  constructor(readonly version: unknown) {
    super(`Rules of version ${String(version)} are not known here`);
  }
}

/** One step from a version to the next. */
const steps = new Map<unknown, (rule: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>>([
  // Before shared rules there was nothing to follow.
  [1, rule => ({ ...rule, version: 2, follows: [] })],
]);

/**
 * Brings a stored rule up to the present version, step by step.
 * @throws UnknownRuleVersion when its version is none that this program knows: it is never read as something else
 */
export function upgradeRule(stored: unknown): Rule {
  let rule = (stored ?? {}) as Readonly<Record<string, unknown>>;
  while (rule['version'] !== 2) {
    const step = steps.get(rule['version']);
    if (!step) throw new UnknownRuleVersion(rule['version']);
    rule = step(rule);
  }
  return rule as unknown as Rule;
}
