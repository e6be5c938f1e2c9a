import type { PictureForms } from '../file/picture-html';
import { midSentence, say, told } from '../tongue/say';

/** Something that a theme names and explains. */
export interface RegionDefinition {
  readonly name: string;
  readonly label: string;
  readonly help: string;
}

/** A colour that a theme offers. */
export interface ColourDefinition {
  readonly name: string;
  readonly label: string;
  readonly value: string;
}

/** What a region may hold. Whatever is left out is not limited. */
export interface RegionLimits {
  /** Names of the block types that may be placed there. */
  readonly types?: readonly string[];
  /** Roles that may place there. */
  readonly roles?: readonly string[];
  /** The fewest blocks it should show on a page. */
  readonly least?: number;
  /** The most blocks it shows on a page; those that come later in the order stay away. */
  readonly most?: number;
}

/** A part of the page that placements go to, and what it may hold. */
export interface TargetDefinition extends RegionDefinition {
  readonly limits?: RegionLimits;
  /** How wide what stands there is at most, in CSS pixels; left out, it is not said. */
  readonly widest?: number;
}

/** An arrangement of regions on a page. */
export interface LayoutDefinition {
  readonly name: string;
  readonly label: string;
  readonly help: string;
  /** The regions it has, in reading order. */
  readonly regions: readonly string[];
  /** Limits of a region on pages of this layout, over the region's own. */
  readonly limits?: Readonly<Record<string, RegionLimits>>;
}

/** What some themes have and others do not, so that it is asked for only where it is. */
export type ThemeOffer = 'tabs';

/** What a theme declares of itself. */
export interface ThemeManifest {
  readonly name: string;
  readonly label: string;
  readonly regions: readonly TargetDefinition[];
  readonly insertionPoints: readonly TargetDefinition[];
  /** Names of all regions and insertion points in the order in which a page is read. */
  readonly readingOrder: readonly string[];
  readonly looks: readonly RegionDefinition[];
  /** Colours that a placement may take for its ground and its words, as #rrggbb. */
  readonly colours?: readonly ColourDefinition[];
  /** Dressings of whole pages, besides the one that the theme has without any. */
  readonly styles?: readonly RegionDefinition[];
  readonly layouts: readonly LayoutDefinition[];
  /** What it has besides what every theme must have. */
  readonly offers?: readonly ThemeOffer[];
  /** Styles that words of running text can take, written as spans of the class "text-" and the name. */
  readonly textStyles?: readonly RegionDefinition[];
  /** Class names for what running text consists of, by node or mark. */
  readonly textClasses?: Readonly<Record<string, string>>;
  /** The sizes and forms in which pictures are shown; left out, plain ones. */
  readonly pictures?: PictureForms;
  /** Widths, in CSS pixels, at which the theme is looked at. */
  readonly widths: { readonly phone: number; readonly tablet: number; readonly desk: number };
}

/** A colour of the theme by its name. */
export function colourNamed(manifest: ThemeManifest, name: string): ColourDefinition | undefined {
  return manifest.colours?.find(each => each.name === name);
}

/** Whether pages of the layout have the region. Layouts the theme lacks have none. */
export function layoutHasRegion(manifest: ThemeManifest, layout: string, region: string): boolean {
  return manifest.layouts.find(each => each.name === layout)?.regions.includes(region) ?? false;
}

/** What a region or insertion point may hold on pages of a layout. */
export function limitsOf(manifest: ThemeManifest, layout: string | null, target: string): RegionLimits {
  const own = [...manifest.regions, ...manifest.insertionPoints].find(each => each.name === target)?.limits ?? {};
  return { ...own, ...manifest.layouts.find(each => each.name === layout)?.limits?.[target] };
}

/** Whether in some layout a region or insertion point holds only so many. */
export function hasMost(manifest: ThemeManifest, target: string): boolean {
  return [null, ...manifest.layouts.map(each => each.name)].some(layout => limitsOf(manifest, layout, target).most !== undefined);
}

/** A manifest with the site's own limits, by region, over those of the theme. */
export function withSiteLimits(manifest: ThemeManifest, limits: Readonly<Record<string, RegionLimits>>): ThemeManifest {
  const limited = (target: TargetDefinition): TargetDefinition => ({ ...target, limits: limits[target.name] ?? target.limits ?? {} });
  return { ...manifest, regions: manifest.regions.map(limited), insertionPoints: manifest.insertionPoints.map(limited) };
}

/** What people call a target: the label of its region or insertion point. */
export function labelOfTarget(manifest: ThemeManifest, target: { readonly kind: string; readonly name: string }): string {
  const list = target.kind === 'insertion point' ? manifest.insertionPoints : manifest.regions;
  const label = told(list.find(each => each.name === target.name)?.label ?? target.name);
  return target.kind === 'stand in' ? say`Instead of ${midSentence(label)}` : label;
}
