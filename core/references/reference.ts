/** Why one record names another. */
export type ReferenceWay = 'link' | 'inset' | 'picture' | 'field' | 'parent' | 'block' | 'test' | 'follows' | 'season' | 'subject';

/** One place in a record that names another record. */
export interface Reference {
  /** The record that is named. */
  readonly to: string;
  readonly way: ReferenceWay;
  /** JSON Pointer (RFC 6901) of the place within the value that names it. */
  readonly pointer: string;
}
