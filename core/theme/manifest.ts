/** A part of the page that placements go to. */
export interface RegionDefinition {
  readonly name: string;
  readonly label: string;
  readonly help: string;
}

/** An arrangement of regions on a page. */
export interface LayoutDefinition {
  readonly name: string;
  readonly label: string;
  readonly help: string;
  /** The regions it has, in reading order. */
  readonly regions: readonly string[];
}

/** What a theme declares of itself. */
export interface ThemeManifest {
  readonly name: string;
  readonly label: string;
  readonly regions: readonly RegionDefinition[];
  readonly insertionPoints: readonly RegionDefinition[];
  /** Names of all regions and insertion points in the order in which a page is read. */
  readonly readingOrder: readonly string[];
  readonly looks: readonly RegionDefinition[];
  readonly layouts: readonly LayoutDefinition[];
  /** Widths, in CSS pixels, at which the theme is looked at. */
  readonly widths: { readonly phone: number; readonly tablet: number; readonly desk: number };
}

/** Whether pages of the layout have the region. Layouts the theme lacks have none. */
export function layoutHasRegion(manifest: ThemeManifest, layout: string, region: string): boolean {
  return manifest.layouts.find(each => each.name === layout)?.regions.includes(region) ?? false;
}

/** What people call a target: the label of its region or insertion point. */
export function labelOfTarget(manifest: ThemeManifest, target: { readonly kind: string; readonly name: string }): string {
  const list = target.kind === 'insertion point' ? manifest.insertionPoints : manifest.regions;
  return list.find(each => each.name === target.name)?.label ?? target.name;
}
