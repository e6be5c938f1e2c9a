import Handlebars from 'handlebars';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { labelSource } from '../fields/label-source';
import { kindOfField, type AnyField, type Field } from '../fields/index';
import { say } from '../tongue/say';
import type { Rendition, SiteField } from './site-type';
import { TemplateReader } from './template-words';

/** Something wrong with a template. */
export class TemplateFault extends RangeError {}

/** The most characters that a template may have, and how deep lists may lie in it: what it writes is bounded by that. */
export const templateLimits = { characters: 10_000, lists: 2, depth: 12 } as const;

const tags = new Set(
  'p div span h2 h3 h4 ul ol li dl dt dd strong em b i small sub sup br hr time table caption thead tbody tr th td figure figcaption blockquote a section'.split(' '), // prettier-ignore
);
const attributes = new Set(['class', 'lang', 'dir', 'title', 'datetime', 'scope', 'href']);

/** Kinds whose values are words that may stand within a line. */
const plainKinds = new Set(['short text', 'long text', 'number', 'choice', 'moment']);

/** What a template may name beside fields. */
const besides = ['title', 'path'] as const;

/**
 * A template of a site as the theme’s engine takes it. It may hold plain HTML, fields by what they are called, `if`, `unless`
 * and `each`; no script, no styles, nothing from elsewhere, and nothing that does not end. Its words are said in the language
 * that is read, where somebody has put them into that.
 * @param fields - those that are used
 * @throws TemplateFault in plain words
 */
export function templateSource(template: string, fields: readonly SiteField[]): string {
  if (template.length > templateLimits.characters)
    throw new TemplateFault(say`A template has at most ${templateLimits.characters} characters.`);
  const writer = new Writer(fields);
  const source = writer.program(parsed(template), null, 0, 0);
  checkHtml(writer.html, writer.links);
  return source;
}

function parsed(template: string): hbs.AST.Program {
  try {
    return Handlebars.parse(template);
  } catch (error) {
    const line = /line (\d+)/.exec((error as Error).message)?.[1] ?? '1';
    throw new TemplateFault(say`It cannot be read from line ${line} on: something is opened and not closed, or the other way round.`);
  }
}

/** Marks, in what is checked as HTML, where a value stands. */
const mark = 'zzvaluezz';

/** Marks where words stand that are said in the language that is read. */
const sayable = 'zzsayablezz';

class Writer {
  /** The template with marks in place of values. */
  html = '';
  /** For each mark, in order, whether an address is there. */
  readonly links: boolean[] = [];

  readonly #reader = new TemplateReader();

  constructor(private readonly fields: readonly SiteField[]) {}

  program(program: hbs.AST.Program, list: AnyField | null, lists: number, depth: number): string {
    if (depth > templateLimits.depth) throw new TemplateFault(say`Its parts lie too deep in one another.`);
    return program.body.map(node => this.#node(node, list, lists, depth)).join('');
  }

  #node(node: hbs.AST.Statement, list: AnyField | null, lists: number, depth: number): string {
    switch (node.type) {
      case 'ContentStatement':
        return this.#reader
          .read(String((node as hbs.AST.ContentStatement).original))
          .map(({ html, words }) => {
            this.html += words === '' ? html : sayable;
            return words === '' ? html : labelSource(words);
          })
          .join('');
      case 'CommentStatement':
        return '';
      case 'MustacheStatement':
        return this.#value(node as hbs.AST.MustacheStatement, list);
      case 'BlockStatement':
        return this.#block(node as hbs.AST.BlockStatement, list, lists, depth);
      default:
        throw new TemplateFault(say`Only fields, if, unless and each may stand in double braces.`);
    }
  }

  #value(node: hbs.AST.MustacheStatement, list: AnyField | null): string {
    const { path, params, hash } = node as hbs.AST.MustacheStatement & { escaped?: boolean };
    const isPlain = path.type === 'PathExpression' && params.length === 0 && !hash?.pairs?.length;
    if (!isPlain || (node as { escaped?: boolean }).escaped === false)
      throw new TemplateFault(say`Only fields, if, unless and each may stand in double braces.`);
    const named = this.#named(path as hbs.AST.PathExpression, list);
    if (named.field === null || plainKinds.has(named.field.kind)) {
      this.html += mark;
      this.links.push(named.path === 'path');
      return `{{${named.path}}}`;
    }
    if (named.field.kind === 'link') {
      this.html += mark;
      this.links.push(true);
      return `{{${named.path}}}`;
    }
    // What stands by itself cannot stand within a tag.
    this.html += `<div>${mark}</div>`;
    this.links.push(false);
    return shownBy(named.field, named.path);
  }

  #block(node: hbs.AST.BlockStatement, list: AnyField | null, lists: number, depth: number): string {
    const name = (node.path as hbs.AST.PathExpression).original;
    const [given] = node.params;
    if (
      !['if', 'unless', 'each'].includes(name) ||
      node.params.length !== 1 ||
      given?.type !== 'PathExpression' ||
      node.hash?.pairs?.length
    )
      throw new TemplateFault(say`Only fields, if, unless and each may stand in double braces.`);
    const { path, field } = this.#named(given as hbs.AST.PathExpression, list);
    const isList = name === 'each';
    if (isList && (field === null || !['list', 'topics'].includes(field.kind)))
      throw new TemplateFault(say`“${(given as hbs.AST.PathExpression).original}” is no list.`);
    if (isList && lists >= templateLimits.lists) throw new TemplateFault(say`Lists lie at most ${templateLimits.lists} deep.`);
    const inner = this.program(node.program, isList ? field : list, lists + (isList ? 1 : 0), depth + 1);
    const otherwise = node.inverse ? `{{else}}${this.program(node.inverse, list, lists, depth + 1)}` : '';
    return `{{#${name} ${path}}}${inner}${otherwise}{{/${name}}}`;
  }

  /** What a name in a template stands for. @throws TemplateFault for one that stands for nothing */
  #named(path: hbs.AST.PathExpression, list: AnyField | null): { readonly path: string; readonly field: AnyField | null } {
    const name = path.original;
    if (list !== null) {
      if (list.kind === 'topics' && name === 'this') return { path: 'this', field: null };
      const inside = (list as { readonly fields?: readonly AnyField[] }).fields?.find(each => each.name === name);
      if (inside) return { path: `this.[${inside.name}]`, field: inside };
    } else {
      const own = this.fields.find(each => each.called === name);
      if (own) return { path: `fields.[${own.field.name}]`, field: own.field };
      if ((besides as readonly string[]).includes(name)) return { path: name, field: null };
    }
    throw new TemplateFault(say`There is no field called “${name}” here.`);
  }
}

/** How a field that is more than words is shown. */
function shownBy(field: AnyField, path: string): string {
  if (field.kind === 'topics') return `{{#if ${path}}}<p class="topics">{{#each ${path}}}<span>{{this}}</span> {{/each}}</p>{{/if}}`;
  return kindOfField(field).template?.(field, path) ?? `{{#if ${path}}}<p>{{${path}}}</p>{{/if}}`;
}

function checkHtml(html: string, links: readonly boolean[]): void {
  // Without quotation marks a value could say more than one attribute.
  if (new RegExp(`=\\s*${mark}`).test(html)) throw new TemplateFault(say`A value within a tag stands in quotation marks.`);
  let seen = 0;
  const look = (node: Tree.ChildNode): void => {
    if (node.nodeName === '#comment') throw new TemplateFault(say`Comments of HTML are not taken.`);
    if (node.nodeName === '#text') {
      seen += ((node as Tree.TextNode).value.match(new RegExp(mark, 'g')) ?? []).length;
      return;
    }
    const element = node as Tree.Element;
    if (!tags.has(element.tagName)) throw new TemplateFault(say`The tag “${element.tagName.replace(mark, '…')}” is not taken.`);
    for (const { name, value } of element.attrs) {
      // Words stand between tags alone.
      if (`${name} ${value}`.includes(sayable)) throw new TemplateFault(say`A value within a tag stands in quotation marks.`);
      if (!attributes.has(name)) throw new TemplateFault(say`The attribute “${name.replace(mark, '…')}” is not taken.`);
      if (name === 'href') checkAddress(value, links[seen] ?? false);
      seen += (value.match(new RegExp(mark, 'g')) ?? []).length;
    }
    element.childNodes.forEach(look);
  };
  parseFragment(html).childNodes.forEach(look);
}

function checkAddress(value: string, isLink: boolean): void {
  if (value === mark ? isLink : /^(\/(?!\/)|#|https:\/\/)[^\s]*$/.test(value) && !value.includes(mark)) return;
  throw new TemplateFault(say`An address is a link field, the path of the page, or begins with /, # or https://.`);
}

/** A rendition as the theme’s engine takes it. @throws TemplateFault */
export function renditionSource(rendition: Rendition, fields: readonly SiteField[]): string {
  const used = fields.filter(each => each.state === 'used');
  if (rendition.way === 'template') return templateSource(rendition.template, used);
  return rendition.parts
    .flatMap(({ called, isLabelled, as }) => {
      if (called === 'title') return [`<h3><a href="{{path}}">{{title}}</a></h3>\n`];
      const own = used.find(each => each.called === called);
      return own ? [partSource(own.field, isLabelled, as)] : [];
    })
    .join('');
}

function partSource(field: Field, isLabelled: boolean, as: 'text' | 'heading' | 'quiet'): string {
  const path = `fields.[${field.name}]`;
  const label = labelSource(field.label);
  const isPlain = plainKinds.has(field.kind);
  if (!isPlain) return `{{#if ${path}}}${isLabelled ? `<h3>${label}</h3>\n` : ''}${shownBy(field, path)}{{/if}}\n`;
  const words = `{{${path}}}`;
  const labelled = isLabelled ? `<span class="label">${label}</span> ${words}` : words;
  // Of a number nothing is something to say.
  const whenSaid = `{{#if ${path}${field.kind === 'number' ? ' includeZero=true' : ''}}}`;
  if (as === 'heading') return `${whenSaid}<h3>${labelled}</h3>\n{{/if}}`;
  return `${whenSaid}<p${as === 'quiet' ? ' class="quiet"' : ''}>${labelled}</p>\n{{/if}}`;
}
