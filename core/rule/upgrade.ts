import { upgraded, type Stored, type UpgradeSteps } from '../versions/upgrade';
import type { Rule } from './rule';

const steps: UpgradeSteps = new Map([
  // Before shared rules there was nothing to follow.
  [1, rule => ({ ...rule, version: 2, follows: [] })],
]);

/**
 * Brings a stored rule up to the present version, step by step.
 * @throws UnknownVersion when its version is none that this program knows: it is never read as something else
 */
export function upgradeRule(stored: unknown): Rule {
  return upgraded('rule', 'version', 2, steps, (stored ?? {}) as Stored) as unknown as Rule;
}
