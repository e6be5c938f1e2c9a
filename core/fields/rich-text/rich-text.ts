import { mergeTexts } from '../../merge/text';
import { emptyText, isRichText, plainWords, referencesInText, saysNothing, withLinks, type RichText } from '../../rich-text/document';
import { faultOfText } from '../../rich-text/faults';
import { jsonSchemaOfText } from '../../rich-text/json-schema';
import type { FieldCommon, FieldKind } from '../field';
import { toPage } from '../link/link';
import { mustSay } from '../text-schemas';
import { say } from '../../tongue/say';

/** Running text with headings, lists, links and insets, as a structured document. */
export interface RichTextField extends FieldCommon {
  readonly kind: 'rich text';
}

/** See {@link RichTextField}. */
export const richText: FieldKind<RichTextField, RichText> = {
  initial: () => emptyText,
  isEmpty: value => saysNothing(value),
  schema: (z, field) =>
    z
      .unknown()
      .superRefine((raw, context) => {
        const fault = faultOfText(raw) ?? (field.required && saysNothing(raw as RichText) ? mustSay() : null);
        if (fault) context.addIssue({ code: 'custom', message: fault });
      })
      .meta({ jsonSchema: jsonSchemaOfText }),
  words: value => (isRichText(value) ? plainWords(value) : ''),
  isProse: true,
  merge: (three, _field, place, decider) => mergeTexts(three, place, decider),
  template: (_field, path) => `{{#if ${path}}}<div class="prose">{{richText ${path}}}</div>\n{{/if}}`,
  // Nothing to show is nothing to a template.
  open: (value, _field, opener) => (saysNothing(value) ? null : opener.text(value)),
  references: (value, _field, pointer) => referencesInText(value, pointer),
  faults: (value, _field, site) =>
    referencesInText(value, '').some(each => each.way === 'inset' && !site.hasRecord(each.to, 'block'))
      ? [{ pointer: '', detail: say`It holds a block that is not in the stock. Take it out of the text.` }]
      : [],
  upgrade: (value, _field, readHtml) => (typeof value === 'string' ? readHtml(value) : (value as RichText)),
  byId: (value, _field, site) => withLinks(value, link => toPage(link, site)),
};
