/** Where a proposal stands in its workflow, by the name that the site gave the stage. */
export type Stage = string;

/** Where every proposal begins, and where it stands while its author works on it. */
export const draft = 'draft';

/** How a proposal ends. Live, scheduled, expired and retired are no stages: they follow from publications. */
export const endings = ['approved', 'declined', 'withdrawn'] as const;
/** See {@link endings}. */
export type Ending = (typeof endings)[number];

/** Whether a proposal that stands there has ended. */
export function isEnding(stage: Stage): stage is Ending {
  return endings.some(each => each === stage);
}

/** Whether a proposal that stands there waits for somebody, rather than being written or having ended. */
export function isWaiting(stage: Stage): boolean {
  return stage !== draft && !isEnding(stage);
}
