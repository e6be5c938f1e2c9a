import { plainTemplate, type BlockType } from '@core/blocks/block-type';
import type { OpenText } from '@core/fields/field';
import type { OpenFile } from '@core/file/open-file';
import { pictureHtml, plainForms, type PictureWish } from '@core/file/picture-html';
import { deepestInset, mostInsetText } from '@core/inset/inset';
import type { PageType } from '@core/page-types/page-type';
import type { OwnLook } from '@core/site-types/own-look';
import type { RenditionName } from '@core/site-types/site-type';
import { UnknownType, type Registry } from '@core/registry/registry';
import type { BlockModel, PageModel } from '@core/render/page-model';
import { ownLabel } from '@core/theme/own-labels';
import type { Words, WordsByLocale } from '@core/theme/words';
import type { ThemeManifest } from '@core/theme/manifest';
import Handlebars from 'handlebars';
import { LRUCache } from 'lru-cache';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { writeOutBlocks } from './template-compiler';

/** How a page is to be rendered. */
export interface RenderOptions {
  /** BCP 47 tag for the lang attribute. */
  readonly language: string;
  readonly direction: 'ltr' | 'rtl';
  /** One of the theme's styles; empty for none. */
  readonly pageStyle: string;
  /** The fixed words of the theme as they are read in that language; see {@link wordsIn}. */
  readonly words: Words;
  /** For the editor: marks regions and placements, and keeps empty regions visible. */
  readonly isSheet: boolean;
  /** The types of block that the site knows. */
  readonly registry: Registry;
  /** Template data beyond the model, such as the sign-in form's token. */
  readonly extra?: Readonly<Record<string, unknown>>;
  /** Told of a block whose template failed; it is left out, and the rest of the page is there. */
  readonly onFault?: (blockId: string, error: unknown) => void;
}

// With every helper known beforehand, a name in a template is looked up as a value at once.
const compiling: Parameters<typeof Handlebars.compile>[1] = {
  knownHelpersOnly: true,
  knownHelpers: {
    or: true,
    concat: true,
    richText: true,
    is: true,
    slug: true,
    picture: true,
    word: true,
    ownLabel: true,
    rendition: true,
    once: true,
  },
};

/** Which rendition of a type goes with each way in which a block shows pages. */
const renditionShownAs: Readonly<Record<string, RenditionName | undefined>> = {
  whole: 'whole',
  card: 'card',
  line: 'line',
  cards: 'card',
  list: 'line',
};

/** A theme, its templates compiled once. */
export interface Theme {
  readonly manifest: ThemeManifest;
  /** The fixed words that come with it, by locale; "en" has all of them. */
  readonly words: WordsByLocale;
  /** Folder of files that browsers may fetch. */
  readonly assets: string;
  readonly render: (model: PageModel, options: RenderOptions) => string;
  /** A template of a site by itself, to be looked at while it is set. @param source - as {@link renditionSource} makes it */
  readonly renderPart: (source: string, look: OwnLook, words: Words) => string;
  /** What is read in place of every page while the site is closed. */
  readonly renderClosed: (notice: ClosedNotice) => string;
}

/** Why there is nothing to read, in words. */
export interface ClosedNotice {
  readonly siteName: string;
  readonly language: string;
  readonly direction: 'ltr' | 'rtl';
  readonly themeWords: Words;
  readonly words: string;
  readonly maySignIn: boolean;
}

/**
 * Loads a theme folder: manifest.json, templates/page.hbs, templates per block type, words by locale, and assets. A type without one is shown
 * plainly.
 * @throws Error when a file is missing or a template cannot be compiled
 */
export function loadTheme(folder: string): Theme {
  const manifest = JSON.parse(readFileSync(path.join(folder, 'manifest.json'), 'utf8')) as ThemeManifest;
  const handlebars = Handlebars.create();
  writeOutBlocks(handlebars);
  const templates = path.join(folder, 'templates');
  const partials = new Map<string, HandlebarsTemplateDelegate>();
  for (const file of readdirSync(templates)) {
    const template = handlebars.compile(readFileSync(path.join(templates, file), 'utf8'), compiling);
    partials.set(path.basename(file, '.hbs'), template);
    handlebars.registerPartial(path.basename(file, '.hbs'), template);
  }
  handlebars.registerHelper('richText', function (this: InsetScope, text: OpenText | null, options: Handlebars.HelperOptions) {
    const root = options.data?.root as InsetScope;
    return writeInsets(text ?? [], {
      page: root.page ?? root,
      way: this.way ?? root.way ?? [],
      isSheet: Boolean(root.isSheet),
      isMarked: Boolean(root.isSheet || root.isMarked),
      onFault: root.onFault,
      room: this.room ?? root.room ?? { left: mostInsetText },
      templateOf: root.templateOf!,
      wordsOfTheme: root.wordsOfTheme!,
    });
  });
  const forms = manifest.pictures ?? plainForms;
  handlebars.registerHelper('picture', (file: OpenFile | null, { hash }: Handlebars.HelperOptions) =>
    file ? new Handlebars.SafeString(pictureHtml(file, forms, hash as PictureWish)) : '',
  );
  handlebars.registerHelper('ownLabel', (label: string, { data }: Handlebars.HelperOptions) => {
    const { wordsOfTheme } = data?.root as { readonly wordsOfTheme: Words };
    return ownLabel(wordsOfTheme, label);
  });
  handlebars.registerHelper('rendition', (own: OwnLook | null, shownAs: string, { data }: Handlebars.HelperOptions) => {
    const root = data?.root as InsetScope;
    const name = renditionShownAs[shownAs];
    const template = own && name && root.renditionOf?.(own.type, name);
    return template ? new Handlebars.SafeString(template({ ...root, ...own })) : '';
  });
  handlebars.registerHelper('once', (name: string, of: object, { hash, data }: Handlebars.HelperOptions) => {
    const { wordsOfTheme } = data?.root as { readonly wordsOfTheme: Words };
    return writtenOnce(partials.get(name)!, of, hash as Readonly<Record<string, unknown>>, wordsOfTheme);
  });
  handlebars.registerHelper('or', (a: unknown, b: unknown) => a || b);
  handlebars.registerHelper('concat', (a: string, b: string) => `${a}${b}`);
  handlebars.registerHelper('slug', (text: unknown) => String(text).replace(/\s+/g, '-'));
  const page = partials.get('page')!;
  return {
    manifest,
    assets: path.join(folder, 'assets'),
    words: wordsOf(folder),
    renderClosed: notice => partials.get('closed')!({ ...notice, wordsOfTheme: notice.themeWords }),
    renderPart: (source, look, wordsOfTheme) => handlebars.compile(source, compiling)({ ...look, wordsOfTheme }),
    render: (model, options) => {
      const templateOf = templatesFor(handlebars, partials, options.registry);
      return page({
        ...model,
        ...options.extra,
        language: options.language,
        direction: options.direction,
        pageStyle: options.pageStyle,
        wordsOfTheme: options.words,
        isSheet: options.isSheet,
        onFault: options.onFault,
        templateOf,
        renditionOf: renditionsFor(handlebars, options.registry),
        slots: renderSlots(manifest, templateOf, renditionsFor(handlebars, options.registry), model, options),
      });
    },
  };
}

function wordsOf(folder: string): WordsByLocale {
  const words = path.join(folder, 'words');
  return Object.fromEntries(
    readdirSync(words).map(file => [path.basename(file, '.json'), JSON.parse(readFileSync(path.join(words, file), 'utf8')) as Words]),
  );
}

/** What a template that writes rich text is rendered with. */
interface InsetScope {
  readonly insets?: PageModel['insets'];
  readonly page?: PageModel;
  readonly isSheet?: boolean;
  readonly isMarked?: boolean;
  /** Ids of the blocks on the way down to an inset. */
  readonly way?: readonly string[];
  readonly onFault?: RenderOptions['onFault'];
  readonly room?: InsetRoom;
  readonly templateOf?: TemplateOf;
  readonly wordsOfTheme?: Words;
  readonly renditionOf?: RenditionOf;
}

/** The template of one rendition of a type of page; null where the theme shows all pages alike. */
type RenditionOf = (type: string, name: RenditionName) => HandlebarsTemplateDelegate | null;

/** The template of a type of block. */
type TemplateOf = (type: string) => HandlebarsTemplateDelegate;

/** How much insets may still add to one text, in characters. */
interface InsetRoom {
  left: number;
}

interface InsetPlace {
  readonly page: InsetScope;
  readonly way: readonly string[];
  readonly isSheet: boolean;
  readonly isMarked: boolean;
  readonly onFault: RenderOptions['onFault'];
  readonly room: InsetRoom;
  readonly templateOf: TemplateOf;
  readonly wordsOfTheme: Words;
}

/** Writes a text with its insets in place. What is missing is silent to readers and marked for editors. */
function writeInsets(text: OpenText, place: InsetPlace): Handlebars.SafeString {
  const { page, way, isSheet, isMarked, onFault, room, templateOf, wordsOfTheme } = place;
  const written = text.map(piece => {
    if (typeof piece === 'string') return piece;
    // One that lies too deep, or comes once too often, is left out like one that is not live.
    const isBeyond = way.length > deepestInset || room.left <= 0;
    const block = isBeyond || way.includes(piece.blockId) ? null : page.insets?.[piece.blockId];
    if (!block)
      return isSheet ? '<p class="inset-missing">Something stands here that readers do not see: it is not live, or not for them.</p>' : '';
    const shown: BlockModel = { ...block, look: piece.look, title: piece.showsTitle ? block.title : '' };
    const frame = {
      ...shown,
      isSheet: false,
      isMarked: false,
      page,
      way: [...way, piece.blockId],
      onFault,
      room,
      templateOf,
      wordsOfTheme,
    };
    const body = withoutFault(piece.blockId, onFault, () => templateOf(block.type)(frame));
    const mark = isMarked ? ` data-inset-block="${piece.blockId}" data-title="${Handlebars.escapeExpression(block.label)}"` : '';
    const inset = `<div class="inset"${mark}>${body}</div>`;
    room.left -= inset.length;
    return inset;
  });
  return new Handlebars.SafeString(written.join(''));
}

/** Each region and insertion point of the page, rendered; null where nothing is to be put out. */
function renderSlots(
  manifest: ThemeManifest,
  templateOf: TemplateOf,
  renditionOf: RenditionOf,
  model: PageModel,
  options: RenderOptions,
): Record<string, Handlebars.SafeString | null> {
  const { isSheet } = options;
  const isMarked = isSheet || Boolean(options.extra?.['isMarked']);
  const slots: Record<string, Handlebars.SafeString | null> = {};
  const regions = manifest.layouts.find(layout => layout.name === model.layout)?.regions ?? [];
  for (const { name } of [...manifest.regions, ...manifest.insertionPoints]) {
    const blocks = model.targets[name] ?? [];
    const isRegion = regions.includes(name);
    const isPoint = manifest.insertionPoints.some(point => point.name === name);
    if (blocks.length === 0 && !(isSheet && (isRegion || isPoint))) {
      slots[name] = null;
      continue;
    }
    const html = blocks.map(block => renderBlock(templateOf, renditionOf, block, model, options, isMarked)).join('\n');
    // A region whose blocks have nothing to show, or cannot be shown, is as good as empty.
    if (!isSheet && html.trim() === '') {
      slots[name] = null;
      continue;
    }
    slots[name] = new Handlebars.SafeString(
      isSheet ? `<div class="sheet-target${isPoint ? ' sheet-point' : ''}" data-target="${name}">${html}</div>` : html,
    );
  }
  return slots;
}

/** A block as it was rendered, and of what. */
interface Rendered {
  readonly block: BlockModel;
  readonly template: HandlebarsTemplateDelegate;
  /** The fixed words of the theme that it may say. */
  readonly fixed: Words;
  readonly html: string;
}

/** The most bytes of rendered blocks that are kept; what was asked for least lately goes first. */
const mostRenderedBytes = 8 * 1024 * 1024;

/** In how many forms a placement is kept in one language: it may say another thing on each page. */
const mostForms = 4;

/** What was rendered of each placement last, by language. A model takes about as much room as what is made of it, in characters of two bytes. */
const rendered = new LRUCache<string, readonly Rendered[]>({
  maxSize: mostRenderedBytes,
  sizeCalculation: forms => forms.reduce((sum, { html }) => sum + 4 * html.length, 200),
});

function renderBlock(
  templateOf: TemplateOf,
  renditionOf: RenditionOf,
  block: BlockModel,
  model: PageModel,
  { isSheet, onFault, words, language }: RenderOptions,
  isMarked: boolean,
): string {
  return withoutFault(block.blockId, onFault, () => {
    const template = templateOf(block.type);
    // Written out: a copy that is added to costs more than all else that is done for a short block.
    const html = () =>
      template({
        placementId: block.placementId,
        blockId: block.blockId,
        type: block.type,
        look: block.look,
        ground: block.ground,
        align: block.align,
        anchor: block.anchor,
        title: block.title,
        label: block.label,
        fields: block.fields,
        data: block.data,
        isPageTitle: block.isPageTitle,
        language: block.language,
        isSelfContained: block.isSelfContained,
        isSheet,
        isMarked,
        page: model,
        way: [block.blockId],
        onFault,
        templateOf,
        renditionOf,
        wordsOfTheme: words,
      } satisfies BlockModel & Readonly<Record<string, unknown>>);
    return isMarked || !block.isSelfContained ? html() : renderedOnce(block, language, template, words, html);
  });
}

// A block that comes again is the same object where nothing about it depends on the page, and else says the same.
function renderedOnce(
  block: BlockModel,
  language: string,
  template: HandlebarsTemplateDelegate,
  fixed: Words,
  render: () => string,
): string {
  const key = `${block.placementId} ${language}`;
  const forms = rendered.get(key) ?? [];
  const isSame = (each: Rendered) =>
    each.template === template && each.fixed === fixed && (each.block === block || isDeepStrictEqual(each.block, block));
  const known = forms.find(isSame);
  if (known) return known.html;
  const html = render();
  rendered.set(key, [{ block, template, fixed, html }, ...forms].slice(0, mostForms));
  return html;
}

/** A part of a block as it was written. */
interface WrittenPart {
  readonly template: HandlebarsTemplateDelegate;
  /** How it was asked for, besides what it tells of. */
  readonly manner: string;
  readonly fixed: Words;
  readonly html: Handlebars.SafeString;
}

const writtenParts = new WeakMap<object, readonly WrittenPart[]>();

/** In how many manners a part is kept: a card stands among others of a list, in a carousel, or by itself. */
const mostManners = 4;

// What many blocks tell of, such as a card of a page or a month, is one object for all of them, for as long as it stays.
function writtenOnce(
  template: HandlebarsTemplateDelegate,
  of: object,
  asked: Readonly<Record<string, unknown>>,
  fixed: Words,
): Handlebars.SafeString {
  const manner = JSON.stringify(asked);
  const known = writtenParts.get(of) ?? [];
  const kept = known.find(each => each.template === template && each.fixed === fixed && each.manner === manner);
  if (kept) return kept.html;
  const html = new Handlebars.SafeString(template({ ...asked, of, wordsOfTheme: fixed }));
  writtenParts.set(of, [{ template, manner, fixed, html }, ...known].slice(0, mostManners));
  return html;
}

function withoutFault(blockId: string, onFault: RenderOptions['onFault'], render: () => string): string {
  try {
    return render();
  } catch (error) {
    onFault?.(blockId, error);
    return '';
  }
}

const plainTemplates = new WeakMap<BlockType, HandlebarsTemplateDelegate>();

/** The theme's template of each type, or the type's own plain one where the theme has none. */
function templatesFor(
  handlebars: typeof Handlebars,
  partials: ReadonlyMap<string, HandlebarsTemplateDelegate>,
  { blockTypes }: Registry,
): TemplateOf {
  return name => {
    const own = partials.get(`block-${name.replace(/ /g, '-')}`);
    if (own) return own;
    const type = blockTypes.get(name);
    if (!type) throw new UnknownType('block', name);
    const known = plainTemplates.get(type);
    if (known) return known;
    const made = handlebars.compile(plainTemplate(type), compiling);
    plainTemplates.set(type, made);
    return made;
  };
}

const ownTemplates = new WeakMap<PageType, Map<string, HandlebarsTemplateDelegate>>();

/** The templates by which a site shows pages of its own types. */
function renditionsFor(handlebars: typeof Handlebars, { pageTypes }: Registry): RenditionOf {
  return (name, rendition) => {
    const type = pageTypes.get(name);
    const source = type?.renditions?.[rendition];
    if (!type || source === undefined) return null;
    const kept = ownTemplates.get(type) ?? new Map<string, HandlebarsTemplateDelegate>();
    ownTemplates.set(type, kept);
    const made = kept.get(rendition) ?? handlebars.compile(source, compiling);
    kept.set(rendition, made);
    return made;
  };
}
