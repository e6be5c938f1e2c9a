/** Down what the lanes of a plan may run. */
export const laneKinds = ['region', 'section', 'type', 'person', 'edition', 'language'] as const;
/** See {@link laneKinds}. */
export type LaneKind = (typeof laneKinds)[number];
