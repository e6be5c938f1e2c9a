/** Something stored in a version that this program does not know. */
export class UnknownVersion extends RangeError {
  constructor(
    /** What is stored: "page", "block", "rule", or the name of a type. */
    readonly what: string,
    readonly version: unknown,
  ) {
    super(`version ${String(version)} of “${what}” is not known here`);
  }
}

/** A stored document as far as it has been looked at. */
export type Stored = Readonly<Record<string, unknown>>;

/** How to get from each older version to the next. */
export type UpgradeSteps = ReadonlyMap<unknown, (stored: Stored) => Stored>;

/**
 * Brings a stored document up to the present version, step by step.
 * @param key - where it says its version
 * @throws UnknownVersion when its version is none that leads to the present one
 */
export function upgraded(what: string, key: string, present: number, steps: UpgradeSteps, stored: Stored): Stored {
  let document = stored;
  while (document[key] !== present) {
    const step = steps.get(document[key]);
    if (!step) throw new UnknownVersion(what, document[key]);
    document = step(document);
  }
  return document;
}
