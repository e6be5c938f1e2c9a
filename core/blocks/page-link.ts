/** A link in a menu or breadcrumb, with those beneath it. */
export interface PageLink {
  readonly title: string;
  readonly path: string;
  readonly isCurrent: boolean;
  /** A step on the way that this reader may not read: it has neither title nor path. */
  readonly isClosed: boolean;
  readonly holdsCurrent: boolean;
  readonly children: readonly PageLink[];
}
