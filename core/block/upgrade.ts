import { upgradedFields } from '../fields/index';
import type { FieldValues, ReadHtml } from '../fields/field';
import { UnknownType, type Registry } from '../registry/registry';
import { upgraded, type Stored, type UpgradeSteps } from '../versions/upgrade';
import type { BlockValue } from './block';

/**
 * Brings a stored block up to the present version, and its fields to that of its type.
 * @throws UnknownType, UnknownVersion for what this program does not know
 */
export function upgradeBlock(stored: Stored, { blockTypes }: Registry, readHtml: ReadHtml): BlockValue {
  const type = blockTypes.get(String(stored['type']));
  if (!type) throw new UnknownType('block', String(stored['type']));
  const steps: UpgradeSteps = new Map<unknown, (block: Stored) => Stored>([
    // Version 1 held running text as HTML and links as bare addresses.
    [
      1,
      ({ fields, ...block }) => ({
        ...block,
        version: 2,
        typeVersion: 1,
        fields: upgradedFields(type.fields, (fields ?? {}) as FieldValues, readHtml),
      }),
    ],
  ]);
  const block = upgraded('block', 'version', 2, steps, stored);
  return upgraded(`${type.name} block`, 'typeVersion', type.version, type.upgrades ?? new Map(), block) as unknown as BlockValue;
}
