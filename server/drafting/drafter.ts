/** Puts texts into another language by machine. What it gives is a draft: a person looks at it before readers do. */
export interface Drafter {
  /** What people know it by. */
  readonly name: string;
  /** Whether it can put texts from one locale into another. */
  knows(from: string, into: string): boolean;
  /**
   * The texts in the other language, in the same order.
   * @param terms - what must be said in set words: by the words of the source in small letters
   * @throws DrafterFault where the service does not answer
   */
  draft(texts: readonly string[], from: string, into: string, terms: ReadonlyMap<string, string>): Promise<readonly string[]>;
}

/** A service for drafts that does not answer as it should. */
export class DrafterFault extends Error {
  override readonly name = 'DrafterFault';
}
