import type { BlockFields } from '../block/block';
import { writeFullMoment, type MomentStyle } from '../format/moment';
import { blockTypeNamed } from '../block/types';
import { insetIdsOf } from '../inset/inset';
import { listPages, startOf } from '../listing/listing';
import { mayRead, type Resolution } from '../placement/resolve';
import { openLink, openLinksIn, type LinkContext, type OpenLinks } from './closed-links';
import type { CompiledPlacement } from '../site/compiled-placement';
import { compileWho, readerFactsIn, type ReaderFacts } from '../rule/who';
import type { Instant } from '../schedule/local-time';
import type { BlockNode, PageNode, SiteSnapshot } from '../site/snapshot';
import type { PlacementValue } from '../placement/placement';

/** A link in a menu, with those beneath it. */
export interface LinkModel {
  readonly title: string;
  readonly path: string;
  readonly isCurrent: boolean;
  /** A step on the way that this reader may not read: it has neither title nor path. */
  readonly isClosed: boolean;
  readonly holdsCurrent: boolean;
  readonly children: readonly LinkModel[];
}

/** A page as a listing shows it. */
export interface CardModel {
  readonly title: string;
  readonly path: string;
  readonly standfirst: string;
  readonly picture: string;
  readonly pictureText: string;
  readonly when: string;
}

/** A block, ready for the theme's template of its type. */
export interface BlockModel {
  readonly placementId: string;
  readonly blockId: string;
  readonly type: string;
  readonly look: string;
  readonly align: string;
  readonly anchor: string;
  /** Empty when the placement shows none. */
  readonly title: string;
  /** What the block is called, for those who cannot see where it stands. */
  readonly label: string;
  readonly fields: BlockFields;
  readonly links: readonly LinkModel[];
  readonly cards: readonly CardModel[];
  /** The hero's heading stands for the page's title. */
  readonly isPageTitle: boolean;
}

/** Everything the theme needs to render one page. */
export interface PageModel {
  readonly title: string;
  readonly siteName: string;
  readonly path: string;
  readonly layout: string;
  readonly standfirst: string;
  readonly body: string;
  readonly when: string;
  readonly showsTitle: boolean;
  readonly service: string | null;
  /** By region or insertion-point name, in order. */
  readonly targets: Readonly<Record<string, readonly BlockModel[]>>;
  /** The blocks that texts on this page hold as insets, by id; null when this reader does not see it. */
  readonly insets: Readonly<Record<string, BlockModel | null>>;
}

/** The model with how long it holds and on which reader facts it rests. */
export interface PageModelAnswer {
  readonly model: PageModel;
  readonly validUntil: Instant;
  readonly dependsOn: readonly string[];
}

/** What the model is built for. */
export interface PageModelContext extends LinkContext {
  readonly siteName: string;
  readonly style: MomentStyle;
  /** Told of a block that could not be made ready; it is left out. */
  readonly onFault: (blockId: string, error: unknown) => void;
}

/** Builds the model of a page, or of a service page when `page` is null. */
export function pageModel(
  snapshot: SiteSnapshot,
  page: PageNode | null,
  resolution: Resolution,
  context: PageModelContext,
): PageModelAnswer {
  const targets: Record<string, BlockModel[]> = {};
  let { validUntil } = resolution;
  const dependsOn = new Set(resolution.dependsOn);
  let titleShownByBlock = false;
  for (const shown of resolution.shown) {
    const built = blockModelOrNothing(snapshot, page, shown.placement, shown.block, context);
    if (!built) continue;
    validUntil = Math.min(validUntil, built.validUntil);
    for (const key of built.dependsOn) dependsOn.add(key);
    titleShownByBlock ||= built.model.isPageTitle;
    (targets[shown.placement.value.target.name] ??= []).push(built.model);
  }
  const { value } = page ?? {};
  const start = page && startOf(page);
  const insets: Record<string, BlockModel | null> = {};
  const takeIn = (ids: readonly string[]): void => {
    for (const id of ids) {
      if (id in insets) continue;
      const block = snapshot.blocks.get(id);
      for (const key of readerFactsIn(block?.value.readers ?? {})) dependsOn.add(key);
      const isSeen = block !== undefined && compileWho(block.value.readers ?? {})(context.reader);
      insets[id] = null;
      if (!isSeen) continue;
      const built = blockModelOrNothing(snapshot, page, null, block, context);
      if (!built) continue;
      validUntil = Math.min(validUntil, built.validUntil);
      for (const key of built.dependsOn) dependsOn.add(key);
      insets[id] = built.model;
      takeIn(insetIdsOf(block.value));
    }
  };
  takeIn([...(value ? insetIdsOf(value) : []), ...resolution.shown.flatMap(each => insetIdsOf(each.block.value))]);
  const body = openLinksIn(snapshot, value?.body ?? '', context);
  for (const key of body.dependsOn) dependsOn.add(key);
  return {
    model: {
      title: value?.title ?? serviceTitle(resolution.facts.service),
      siteName: context.siteName,
      path: resolution.facts.path,
      layout: resolution.facts.layout,
      standfirst: titleShownByBlock ? '' : (value?.standfirst ?? ''),
      body: body.value,
      when: start ? writeFullMoment(start, context.style) : '',
      showsTitle: !titleShownByBlock,
      service: resolution.facts.service,
      targets,
      insets,
    },
    validUntil,
    dependsOn: [...dependsOn].sort(),
  };
}

const insetPlacing: Pick<PlacementValue, 'title' | 'look' | 'align' | 'anchor'> = {
  title: { show: 'block', own: '' },
  look: '',
  align: 'start',
  anchor: '',
};

function serviceTitle(service: string | null): string {
  return service === 'sign-in' ? 'Sign in' : 'Nothing at this address';
}

/** A block made ready, how long that holds and on which reader facts it rests. */
interface BuiltBlock {
  readonly model: BlockModel;
  readonly validUntil: Instant;
  readonly dependsOn: readonly string[];
}

// One block that cannot be made ready never takes the page with it.
function blockModelOrNothing(...given: Parameters<typeof blockModel>): BuiltBlock | null {
  const [, , , block, context] = given;
  try {
    return blockModel(...given);
  } catch (error) {
    context.onFault(block.id, error);
    return null;
  }
}

function blockModel(
  snapshot: SiteSnapshot,
  page: PageNode | null,
  placement: CompiledPlacement | null,
  block: BlockNode,
  context: PageModelContext,
): BuiltBlock {
  // An inset is placed nowhere; the text that holds it says how it looks.
  const { title, look, align, anchor } = placement?.value ?? insetPlacing;
  const { type } = block.value;
  const { value: fields, dependsOn } = openFields(snapshot, block, context);
  const shownTitle = title.show === 'none' ? '' : title.show === 'own' ? title.own : block.value.title;
  const listing = type === 'listing' ? listPages(snapshot, fields, page, context.reader) : null;
  const isPageTitle = type === 'hero' && fields['heading'] === '';
  const model: BlockModel = {
    placementId: placement?.id ?? '',
    blockId: block.id,
    type,
    look,
    align,
    anchor,
    title: type === 'hero' ? '' : shownTitle,
    label: shownTitle || block.value.title,
    fields: isPageTitle ? fieldsFromPage(fields, page) : fields,
    links:
      type === 'menu'
        ? menuLinks(snapshot, fields, page, context.reader)
        : type === 'breadcrumb'
          ? breadcrumbLinks(snapshot, fields, page, context.reader)
          : [],
    cards: listing ? listing.pages.map(each => cardOf(each, context.style)) : [],
    isPageTitle,
  };
  const namesPages = listing !== null || type === 'menu' || type === 'breadcrumb';
  return { model, validUntil: listing?.validUntil ?? Infinity, dependsOn: [...dependsOn, ...(namesPages ? snapshot.pageReaderFacts : [])] };
}

// Links to what this reader may not read are left out, in fields as in running text.
function openFields(snapshot: SiteSnapshot, block: BlockNode, context: LinkContext): OpenLinks<BlockFields> {
  const dependsOn: string[] = [];
  const fields: Record<string, BlockFields[string]> = { ...block.value.fields };
  for (const { name, kind } of blockTypeNamed(block.value.type)?.fields ?? []) {
    const held = fields[name];
    if (typeof held !== 'string' || (kind !== 'link' && kind !== 'rich text')) continue;
    const open = kind === 'link' ? openLink(snapshot, held, context) : openLinksIn(snapshot, held, context);
    fields[name] = open.value;
    dependsOn.push(...open.dependsOn);
  }
  return { value: fields, dependsOn };
}

// A hero without a heading of its own speaks for the page it stands on.
function fieldsFromPage(fields: BlockFields, page: PageNode | null): BlockFields {
  return {
    ...fields,
    heading: page?.value.title ?? '',
    text: fields['text'] || (page?.value.standfirst ?? ''),
    picture: fields['picture'] || (page?.value.picture ?? ''),
  };
}

function cardOf(page: PageNode, style: MomentStyle): CardModel {
  const start = startOf(page);
  const { title, standfirst, picture, pictureText } = page.value;
  return { title, path: page.facts.path, standfirst, picture, pictureText, when: start === null ? '' : writeFullMoment(start, style) };
}

function menuLinks(snapshot: SiteSnapshot, fields: BlockFields, current: PageNode | null, reader: ReaderFacts): readonly LinkModel[] {
  const start = fields['start'] ? snapshot.pageById.get(String(fields['start'])) : (sectionOf(current) ?? snapshot.front);
  if (!start) return [];
  const lineage = current?.facts.lineage ?? [];
  const linksBeneath = (page: PageNode, levels: number): readonly LinkModel[] =>
    page.children
      .filter(child => child.value.inMenu && mayRead(child, reader))
      .map(child => ({
        title: child.value.menuLabel || child.value.title,
        path: child.facts.path,
        isCurrent: child === current,
        isClosed: false,
        holdsCurrent: lineage.includes(child.id) && child !== current,
        children: levels > 1 && (fields['closedBranches'] || lineage.includes(child.id)) ? linksBeneath(child, levels - 1) : [],
      }));
  return linksBeneath(start, Number(fields['levels']));
}

/** The page at depth 1 that holds the given one. */
function sectionOf(page: PageNode | null): PageNode | null {
  let at = page;
  while (at && at.depth > 1) at = at.parent;
  return at;
}

function breadcrumbLinks(snapshot: SiteSnapshot, fields: BlockFields, page: PageNode | null, reader: ReaderFacts): readonly LinkModel[] {
  if (!page) return [];
  const way: PageNode[] = [];
  for (let at: PageNode | null = page; at; at = at.parent) way.unshift(at);
  return way.filter(each => each !== page || fields['showsCurrent']).map(each => (mayRead(each, reader) ? openStep(each) : closedStep));
  function openStep(each: PageNode): LinkModel {
    return {
      title: each === snapshot.front ? String(fields['homeLabel'] || each.value.title) : each.value.menuLabel || each.value.title,
      path: each.facts.path,
      isCurrent: each === page,
      isClosed: false,
      holdsCurrent: false,
      children: [],
    };
  }
}

/** A step of a breadcrumb that the reader may not read. */
const closedStep: LinkModel = { title: '', path: '', isCurrent: false, isClosed: true, holdsCurrent: false, children: [] };
