/** What the words of a rule are called on this site. */
export interface RuleNames {
  readonly page: (id: string) => string;
  readonly layout: (name: string) => string;
  readonly membership: (name: string) => string;
  readonly role: (name: string) => string;
  /** What a shared rule or a season is called. */
  readonly sharedRule: (id: string) => string;
  readonly locale: (tag: string) => string;
  /** What a field of a page is called within a sentence. */
  readonly field: (name: string) => string;
}
