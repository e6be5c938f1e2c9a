import type { RenditionQuestion, RenditionShown } from '@contract/types';
import { readHtml } from '@contract/values';
import type { BlockValue } from '@core/block/block';
import { openFields, type Field, type FieldValues } from '@core/fields/index';
import { initialValues } from '@core/fields/values';
import { kindNamed } from '@core/kinds/index';
import { shippedTypes } from '@core/registry/registry';
import { LinkOpener } from '@core/render/closed-links';
import { anyone } from '@core/rule/who';
import { commonSiteFields, withSiteTypes, withSiteTypesToRead } from '@core/site-types/registry';
import { fieldsOfType } from '@core/site-types/site-type';
import { renditionSource } from '@core/site-types/template';
import { textOfParagraphs } from '@core/rich-text/document';
import { say } from '@core/tongue/say';
import type { Stored } from '@core/versions/upgrade';
import { refuseInvalid } from '../errors/refusal';
import { themeWords } from '../public/locales';
import type { Site } from '../site/site';
import { bestValueOf } from './names';
import { isKept } from './record-facts';
import { checkedNext } from './site-types';

/** How a rendition that is being set shows the first record of its type, or made-up words where there is none. */
export function shownRendition(site: Site, { types, of, name, rendition }: RenditionQuestion): RenditionShown {
  const { next } = checkedNext(site, types);
  const type = next.types.find(each => each.of === of && each.name === name);
  if (!type) refuseInvalid([{ pointer: '/name', detail: say`There is no such type.` }]);
  const fields = [...(of === 'page' ? commonSiteFields : []), ...fieldsOfType(type, next.shared)];
  const wanted = type.renditions[rendition];
  if (!wanted) return { html: '', title: '' };
  const snapshot = site.snapshots.at();
  const registry = withSiteTypes(shippedTypes, next);
  const declared = (of === 'page' ? registry.pageTypes : registry.blockTypes).get(name)!.fields;
  const first = site.ledger.recordsOf(of).find(({ id }) => (bestValueOf(site, id) as BlockValue | null)?.type === name && isKept(site, id));
  const stored = first ? (bestValueOf(site, first.id) as BlockValue) : null;
  const toRead = withSiteTypesToRead(shippedTypes, next);
  const value = stored ? (kindNamed(of).upgrade!(stored as unknown as Stored, toRead, readHtml) as BlockValue) : null;
  const title = value?.title ?? say`A title`;
  const values = value?.fields ?? madeUp(declared as readonly Field[]);
  const opener = new LinkOpener(snapshot, { reader: anyone, siteAddress: site.publicAddress });
  const look = { type: name, title, path: '/', fields: openFields(declared, values, opener) };
  const html = site.theme.renderPart(renditionSource(wanted, fields), look, themeWords(site, snapshot.locale));
  return { html, title: value?.title ?? '' };
}

function madeUp(fields: readonly Field[]): FieldValues {
  const said = fields.map((field): [string, unknown] => {
    switch (field.kind) {
      case 'short text':
      case 'long text':
        return [field.name, field.label];
      case 'rich text':
        return [field.name, textOfParagraphs(field.label)];
      case 'number':
        return [field.name, Math.max(field.least, 12)];
      default:
        return [field.name, initialValues([field])[field.name]];
    }
  });
  return Object.fromEntries(said);
}
