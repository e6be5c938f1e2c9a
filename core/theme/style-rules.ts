/** Where pages are dressed in one of the theme's styles. */
export interface StyleRule {
  readonly style: string;
  /** The page that they lie beneath, itself included; null for all. */
  readonly section: string | null;
  /** Tag of the locale that they are read in; null for all. */
  readonly locale: string | null;
}

/** The style of a page: that of the first rule that holds for it; empty for none. @param lineage - ids of the page and those above it */
export function styleOfPage(rules: readonly StyleRule[], lineage: readonly string[], locale: string): string {
  const holds = (rule: StyleRule) =>
    (rule.section === null || lineage.includes(rule.section)) && (rule.locale === null || rule.locale === locale);
  return rules.find(holds)?.style ?? '';
}
