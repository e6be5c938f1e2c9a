import type { Pieces } from '../segments/segment';

/** The namespace of the core of XLIFF 2.0 and 2.1. */
export const xliffNamespace = 'urn:oasis:names:tc:xliff:document:2.0';
/** The namespace of its metadata module. */
export const metadataNamespace = 'urn:oasis:names:tc:xliff:metadata:2.0';

/** How far a segment is. @see XLIFF 2.1, 4.3.1.31 state */
export const segmentStates = ['initial', 'translated', 'reviewed', 'final'] as const;
/** See {@link segmentStates}. */
export type SegmentState = (typeof segmentStates)[number];

/** One record on its way to translators. */
export interface XliffFile {
  readonly recordId: string;
  readonly title: string;
  /** The revision that its sources were taken from. */
  readonly baseRevision: string;
  /** The revision that its targets were taken from; empty where nothing was written yet. */
  readonly ownRevision: string;
  readonly fields: readonly XliffField[];
}

/** One field of it. */
export interface XliffField {
  /** As own words call it. */
  readonly name: string;
  readonly label: string;
  /** What a translator should know: its help, how long it may be, what has changed. */
  readonly notes: readonly string[];
  readonly state: SegmentState;
  /** Whether its target was made from an earlier source. */
  readonly isBehind: boolean;
  readonly units: readonly XliffUnit[];
}

/** One segment of it. */
export interface XliffUnit {
  readonly key: string;
  readonly source: Pieces;
  /** Null where nothing was written yet. */
  readonly target: Pieces | null;
}

/** The id of a unit within its file: the name of the field and the key of the segment as an NMTOKEN. */
export function unitId(name: string, key: string): string {
  return `${name.replace('#', ':')}${key && `_${key}`}`;
}
