import { readHtml } from '@contract/values';
import { freshBlock, type BlockValue } from '@core/block/block';
import { initialValues, upgradedFields } from '@core/fields/index';
import type { FieldValues } from '@core/fields/field';
import type { PageValue } from '@core/page/page';
import { shippedTypes } from '@core/registry/registry';
import type { RichText } from '@core/rich-text/document';

/** Values of a block as a scenario writes them down: texts as HTML, links as addresses. */
export function writtenFields(type: string, fields: FieldValues): FieldValues {
  return upgradedFields(shippedTypes.blockTypes.get(type)!.fields, fields, readHtml);
}

/** A block as a scenario writes it down; what it leaves out is as its type begins. */
export function writtenBlock(type: string, title: string, fields: FieldValues): BlockValue {
  const fresh = freshBlock(shippedTypes.blockTypes.get(type)!, title);
  return { ...fresh, fields: { ...fresh.fields, ...writtenFields(type, fields) } };
}

/** Values of a page as a scenario writes them down; what it leaves out is as its type begins. */
export function writtenPageFields(type: string, fields: FieldValues): PageValue['fields'] {
  const { fields: declared } = shippedTypes.pageTypes.get(type)!;
  return { ...initialValues(declared), ...upgradedFields(declared, fields, readHtml) };
}

/** A text with more after it. */
export function continued(text: RichText, html: string): RichText {
  return { type: 'doc', content: [...text.content, ...readHtml(html).content] };
}
