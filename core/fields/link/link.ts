import type { LinkTarget } from '../../rich-text/document';
import type { FieldCommon, FieldKind, FieldSite } from '../field';
import { labelSource } from '../label-source';
import { fileAtAddress, fileLink, fileLinked } from '../../file/address';
import { say } from '../../tongue/say';
import { isSafeAddress, isSitePath } from './address';

/** Where a link leads: a page of this site, an address, or nowhere. */
export interface LinkField extends FieldCommon {
  readonly kind: 'link';
}

/** A path of this site parted into that of a page and what follows it. */
export function partsOfPath(address: string): { readonly path: string; readonly rest: string } {
  const [, path, rest] = /^([^?#]*)(.*)$/s.exec(address)!;
  return { path: path === '/' ? '/' : path!.replace(/\/+$/, ''), rest: rest! };
}

/** A link to a path as one to the page or file there, if there is one, with what follows its path. */
export function toPage(link: LinkTarget, site: Pick<FieldSite, 'pageAt'>): LinkTarget {
  if (link.page !== null || !isSitePath(link.address)) return link;
  const file = fileAtAddress(link.address);
  if (file !== null) return { page: null, address: fileLink(file) };
  const { path, rest } = partsOfPath(link.address);
  const page = site.pageAt(path);
  return page === null ? link : { page, address: rest };
}

/** See {@link LinkField}. */
export const link: FieldKind<LinkField, LinkTarget | null> = {
  initial: () => null,
  isEmpty: value => value === null,
  schema: (z, field) => {
    const target = z
      .strictObject({
        page: z.uuid({ error: () => say`An id is a UUID.` }).nullable(),
        address: z.string().max(2_000, { error: () => say`At most 2,000 characters.` }),
      })
      .refine(({ page, address }) => page !== null || isSitePath(address) || isSafeAddress(address), {
        path: ['address'],
        error: () => say`A path such as /visit, or an address that begins with https://, http://, mailto: or tel:.`,
      })
      .refine(({ page, address }) => page === null || /^([?#][^\s"'<>\\]*)?$/.test(address), {
        path: ['address'],
        error: () => say`After a page only ?… or #… may follow.`,
      });
    return field.required ? target : target.nullable();
  },
  words: value => (value?.page === null ? value.address : ''),
  describe: (value, _field, names) => {
    if (value === null) return '';
    if (value.page !== null) return `${names.page(value.page)}${value.address}`;
    const file = fileLinked(value.address);
    return file === null ? value.address : names.record(file);
  },
  template: (field, path) => `{{#if ${path}}}<p><a href="{{${path}}}">${labelSource(field.label)}</a></p>\n{{/if}}`,
  open: (value, _field, opener) => (value === null ? '' : opener.link(value)),
  references: (value, _field, pointer) => {
    const to = value && (value.page ?? fileLinked(value.address));
    return to ? [{ to, way: 'link', pointer }] : [];
  },
  byId: (value, _field, site) => value && toPage(value, site),
  upgrade: value => (typeof value !== 'string' ? (value as LinkTarget | null) : value === '' ? null : { page: null, address: value }),
};
