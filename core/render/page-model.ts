import { mostTyped } from '../search/question';
import type { BlockContext, BlockType } from '../blocks/block-type';
import type { FieldValues, OpenText } from '../fields/field';
import { filesOf } from '../file/holders';
import { openFields } from '../fields/index';
import type { FormState } from '../form/form';
import { writeFullMoment, writeFullSpan, type MomentStyle } from '../format/moment';
import { insetIdsOf } from '../inset/inset';
import { endOf, startHoldsUntil, startOf, startsAfter } from '../listing/start';
import { searchAddressIn } from '../page/service-pages';
import { noMembers, type MembersSeen } from '../people/members-told';
import type { OutsideFeed } from '../outside/feed';
import { authorsOf, repeatsOf, standfirstOf } from '../page/page';
import type { OwnGround, PlacementValue } from '../placement/placement';
import type { Resolution } from '../placement/resolve';
import { UnknownType, type Registry } from '../registry/registry';
import { ownLookOf, type OwnLook } from '../site-types/own-look';
import { compileWho, everybody, readerFactsIn } from '../rule/who';
import type { QueryTest } from '../rule/tests/query/test';
import type { Instant } from '../schedule/local-time';
import type { CompiledPlacement } from '../site/compiled-placement';
import type { BlockNode, PageNode, SiteSnapshot } from '../site/snapshot';
import type { Alternates } from '../locale/alternates';
import { directionOf } from '../locale/locale-tag';
import { colourNamed, type ThemeManifest } from '../theme/manifest';
import type { Words } from '../theme/words';
import { LinkOpener, type LinkContext } from './closed-links';

/** A block, ready for the theme's template of its type. */
export interface BlockModel {
  readonly placementId: string;
  readonly blockId: string;
  readonly type: string;
  readonly look: string;
  /** The colours of its ground and words, as #rrggbb; null where its look has them. */
  readonly ground: { readonly ground: string; readonly ink: string } | null;
  readonly align: string;
  readonly anchor: string;
  /** Empty when the placement shows none. */
  readonly title: string;
  /** What the block is called, for those who cannot see where it stands. */
  readonly label: string;
  /** The values of its fields, links and texts made ready for the reader. */
  readonly fields: FieldValues;
  /** What its type makes of them. */
  readonly data: Readonly<Record<string, unknown>>;
  /** Its heading stands for the page's title. */
  readonly isPageTitle: boolean;
  /** The language of its words where that is another than the page's; null where it is not, or where it tells of other records. */
  readonly language: Language | null;
  /** It holds no insets, so that what is rendered of it follows from itself alone. */
  readonly isSelfContained: boolean;
}

/** A language and its direction, for the lang and dir attributes. @see WCAG 2.2 success criterion 3.1.2 */
export interface Language {
  readonly tag: string;
  readonly direction: 'ltr' | 'rtl';
}

/** Everything the theme needs to render one page. */
export interface PageModel {
  readonly title: string;
  readonly siteName: string;
  readonly path: string;
  /** Where the front page is, in the locale that is being read. */
  readonly front: string;
  /** Where the search is, in the locale that is being read. */
  readonly search: string;
  /** The whole address that counts as its own; empty where the site's public address has not been said. */
  readonly canonical: string;
  /** Where this very page is to be read, in each locale; empty where there is one locale only. @see hreflang, HTML Living Standard */
  readonly alternates: readonly { readonly tag: string; readonly address: string; readonly isFirst: boolean }[];
  readonly layout: string;
  readonly standfirst: string;
  /** The language of each of its texts where that is another than the page's. */
  readonly languages: { readonly title: Language | null; readonly standfirst: Language | null; readonly body: Language | null };
  /** The page's running text; null when it says nothing. */
  readonly body: OpenText | null;
  /** The values of all fields of the page's type. */
  readonly fields: FieldValues;
  /** How its type says that it is shown; null where the theme shows it as all pages. */
  readonly own: OwnLook | null;
  readonly when: string;
  /** Further times of what comes again. */
  readonly alsoOn: readonly string[];
  readonly authors: readonly string[];
  readonly showsTitle: boolean;
  readonly service: string | null;
  /** By region or insertion-point name, in order. */
  readonly targets: Readonly<Record<string, readonly BlockModel[]>>;
  /** The feeds that its blocks offer, without their endings. */
  readonly feeds: readonly { readonly title: string; readonly address: string }[];
  /** The blocks that texts on this page hold as insets, by id; null when this reader does not see it. */
  readonly insets: Readonly<Record<string, BlockModel | null>>;
}

/** The model with how long it holds and on which reader facts it rests. */
export interface PageModelAnswer {
  readonly model: PageModel;
  readonly validUntil: Instant;
  readonly dependsOn: readonly string[];
  /** What its blocks ask of the parameters of an address, besides their rules. */
  readonly queryTests: readonly QueryTest[];
}

/** What the model is built for. */
export interface PageModelContext extends LinkContext {
  /** Where a page is to be read in each locale; left out for a site of one. */
  readonly alternatesOf?: (page: PageNode | null) => Alternates;
  /** How a form stands that whoever reads has just sent, or tried to; left out, none has been. */
  readonly formState?: (blockId: string) => FormState | null;
  /** How often a page was read lately; left out, never. */
  readonly reads?: (pageId: string) => number;
  /** Who came lately and who is here; left out, nobody. */
  readonly members?: MembersSeen;
  /** Whether people can get an account by themselves; left out, they cannot. */
  readonly signUp?: BlockContext['signUp'];
  /** A feed elsewhere as it was read last; left out, none is known. */
  readonly outside?: (address: string) => OutsideFeed | null;
  readonly siteName: string;
  readonly style: MomentStyle;
  /** The fixed words of the theme. */
  readonly words: Words;
  /** The types of blocks and pages that the site knows. */
  readonly registry: Registry;
  /** Told of a block that could not be made ready; it is left out. */
  readonly onFault: (blockId: string, error: unknown) => void;
}

/** Builds the model of a page, or of a service page when `page` is null. */
export function pageModel(snapshot: SiteSnapshot, page: PageNode | null, resolution: Resolution, given: PageModelContext): PageModelAnswer {
  // The head of the page and each block that names its languages ask for the same.
  let known: Alternates | undefined;
  const alternatesOf = given.alternatesOf && (() => (known ??= given.alternatesOf!(page)));
  const context: PageModelContext = { ...given, alternatesOf };
  const targets: Record<string, BlockModel[]> = {};
  let { validUntil } = resolution;
  const dependsOn = new Set(resolution.dependsOn);
  const queryTests: QueryTest[] = [];
  let titleShownByBlock = false;
  for (const shown of resolution.shown) {
    const built = blockModelOrNothing(snapshot, page, shown.placement, shown.block, context, resolution.facts.query);
    if (!built) continue;
    validUntil = Math.min(validUntil, built.validUntil);
    for (const key of built.dependsOn) dependsOn.add(key);
    queryTests.push(...built.queryTests);
    titleShownByBlock ||= built.model.isPageTitle;
    (targets[shown.placement.value.target.name] ??= []).push(built.model);
  }
  const { value } = page ?? {};
  const start = page && startOf(page, snapshot.moment);
  const alsoOn = page && repeatsOf(page.value) ? startsAfter(page, Math.max(start ?? 0, snapshot.moment), mostAlsoOn) : [];
  if (page) validUntil = Math.min(validUntil, startHoldsUntil(page, snapshot.moment));
  const insets: Record<string, BlockModel | null> = {};
  const takeIn = (ids: readonly string[]): void => {
    for (const id of ids) {
      if (id in insets) continue;
      const block = snapshot.blocks.get(id);
      for (const key of readerFactsIn(block?.value.readers ?? everybody)) dependsOn.add(key);
      const isSeen = block !== undefined && compileWho(block.value.readers ?? everybody)(context.reader);
      insets[id] = null;
      if (!isSeen) continue;
      const built = blockModelOrNothing(snapshot, page, null, block, context, resolution.facts.query);
      if (!built) continue;
      queryTests.push(...built.queryTests);
      validUntil = Math.min(validUntil, built.validUntil);
      for (const key of built.dependsOn) dependsOn.add(key);
      insets[id] = built.model;
      takeIn(insetIdsOf(block.value));
    }
  };
  takeIn([...(value ? insetIdsOf(value) : []), ...resolution.shown.flatMap(each => insetIdsOf(each.block.value))]);
  const alternates = page && context.alternatesOf ? context.alternatesOf(page) : null;
  for (const key of alternates?.dependsOn ?? []) dependsOn.add(key);
  validUntil = Math.min(validUntil, alternates?.validUntil ?? Infinity);
  const whole = (address: string) => (address.startsWith('/') ? `${context.siteAddress}${address}` : address);
  const sameElsewhere = (alternates?.list ?? [])
    .filter(each => each.isSamePage)
    .map(({ tag, address, isFirst }) => ({ tag, address: whole(address), isFirst }));
  const own = sameElsewhere.find(each => each.tag === snapshot.locale)?.address ?? (page ? whole(page.address) : '');
  const opener = new LinkOpener(snapshot, context);
  const fields = value ? openFields(context.registry.pageTypes.get(value.type)?.fields ?? [], value.fields, opener) : {};
  for (const key of opener.dependsOn) dependsOn.add(key);
  return {
    model: {
      title: value?.title ?? serviceTitle(resolution.facts.service, context.words),
      siteName: context.siteName,
      path: page?.address ?? resolution.facts.path,
      front: snapshot.front?.address ?? '/',
      search: searchAddressIn(snapshot),
      canonical: own.startsWith('/') ? '' : own,
      alternates: sameElsewhere.length > 1 ? sameElsewhere : [],
      layout: resolution.facts.layout,
      standfirst: titleShownByBlock ? '' : value ? standfirstOf(value) : '',
      languages: {
        title: otherLanguage(snapshot, page, 'title'),
        standfirst: otherLanguage(snapshot, page, 'fields.standfirst'),
        body: otherLanguage(snapshot, page, 'fields.body'),
      },
      body: (fields['body'] as OpenText | null | undefined) ?? null,
      fields,
      own: page ? ownLookOf(page, context.registry.pageTypes, opener) : null,
      when: start === null ? '' : writeFullSpan(start, endOf(page!, start), context.style),
      alsoOn: alsoOn.map(each => writeFullMoment(each, context.style)),
      authors: value ? authorsOf(value) : [],
      showsTitle: !titleShownByBlock,
      service: resolution.facts.service,
      targets,
      feeds: Object.values(targets)
        .flat()
        .flatMap(({ label, data }) =>
          typeof data['feed'] === 'string' && data['feed'] !== '' ? [{ title: label, address: data['feed'] }] : [],
        ),
      insets,
    },
    validUntil,
    dependsOn: [...dependsOn].sort(),
    queryTests,
  };
}

// Words that follow another locale are in its language, and say so.
function otherLanguage(snapshot: SiteSnapshot, record: { readonly id: string } | null, name?: string): Language | null {
  if (!record) return null;
  const tag = snapshot.languageOf(record.id, name);
  return tag === snapshot.locale ? null : { tag, direction: directionOf(tag) };
}

/** How many further times of what comes again a page names. */
const mostAlsoOn = 4;

const noAlternates: Alternates = { list: [], validUntil: Infinity, dependsOn: [] };

const insetPlacing: Pick<PlacementValue, 'title' | 'look' | 'align' | 'anchor' | 'ground'> = {
  title: { show: 'block', own: '' },
  look: '',
  align: 'start',
  anchor: '',
};

function serviceTitle(service: string | null, words: Words): string {
  return words[service === 'sign-in' ? 'sign in' : service === 'search' ? 'search' : 'not found'] ?? '';
}

/** A block made ready, how long that holds and on which reader facts it rests. */
interface BuiltBlock {
  readonly model: BlockModel;
  readonly validUntil: Instant;
  readonly dependsOn: readonly string[];
  readonly queryTests: readonly QueryTest[];
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
  query: Readonly<Record<string, string>>,
): BuiltBlock {
  const type = context.registry.blockTypes.get(block.value.type);
  if (!type) throw new UnknownType('block', block.value.type);
  const known = placement && lasting.get(snapshot.pageById)?.get(placement);
  const files = filesOf(snapshot);
  if (known && known.value === block.value && known.type === type && known.files === files) return known.built;
  // An inset is placed nowhere; the text that holds it says how it looks.
  const { title, look, align, anchor, ground } = placement?.value ?? insetPlacing;
  const opener = new LinkOpener(snapshot, context);
  const fields = openFields(type.fields, block.value.fields, opener);
  const part =
    type.model?.({
      snapshot,
      blockId: block.id,
      page,
      fields,
      opener,
      reader: context.reader,
      style: context.style,
      query,
      searched: page === null ? (query['q'] ?? '').slice(0, mostTyped) : '',
      pageTypes: context.registry.pageTypes,
      words: context.words,
      reads: context.reads ?? (() => 0),
      members: context.members ?? noMembers,
      signUp: context.signUp ?? { isOpen: false, membership: '' },
      form: context.formState?.(block.id) ?? null,
      outside: address => context.outside?.(address) ?? null,
      alternates: () => context.alternatesOf?.(page) ?? noAlternates,
    }) ?? {};
  const shownTitle = title.show === 'none' ? '' : title.show === 'own' ? title.own : block.value.title;
  const model: BlockModel = {
    placementId: placement?.id ?? '',
    blockId: block.id,
    type: type.name,
    look,
    ground: ground && !type.takesNoLook ? coloursOf(ground, snapshot.manifest) : null,
    align,
    anchor,
    title: type.hasNoTitle ? '' : shownTitle,
    label: shownTitle || block.value.title,
    fields: part.fields ?? fields,
    data: part.data ?? {},
    isPageTitle: part.isPageTitle ?? false,
    language: type.model ? null : otherLanguage(snapshot, block),
    isSelfContained: insetIdsOf(block.value).length === 0 && !part.isPersonal,
  };
  const built: BuiltBlock = {
    model,
    validUntil: part.validUntil ?? Infinity,
    dependsOn: [...opener.dependsOn, ...(part.dependsOn ?? [])],
    queryTests: part.queryTests ?? [],
  };
  if (placement !== null && !type.model && opener.dependsOn.size === 0)
    keepLasting(snapshot, placement, { value: block.value, type, files, built });
  return built;
}

interface Lasting {
  readonly value: BlockNode['value'];
  readonly type: BlockType;
  /** The files that were live. */
  readonly files: ReturnType<typeof filesOf>;
  readonly built: BuiltBlock;
}

// Links lead to where pages are, so what was made ready holds for as long as the tree of pages does.
const lasting = new WeakMap<SiteSnapshot['pageById'], WeakMap<CompiledPlacement, Lasting>>();

function keepLasting({ pageById }: SiteSnapshot, placement: CompiledPlacement, made: Lasting): void {
  const kept = lasting.get(pageById) ?? new WeakMap<CompiledPlacement, Lasting>();
  lasting.set(pageById, kept);
  kept.set(placement, made);
}

// A colour that the theme has no more leaves the look as it is.
function coloursOf(own: OwnGround, manifest: ThemeManifest): BlockModel['ground'] {
  const [ground, ink] = [colourNamed(manifest, own.ground), colourNamed(manifest, own.ink)];
  return ground && ink ? { ground: ground.value, ink: ink.value } : null;
}
