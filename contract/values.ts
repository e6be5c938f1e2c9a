import { blockTypes } from '@core/block/types';
import type { BlockType, BlockValue, FieldDefinition } from '@core/block/block';
import type { ExpectationValue } from '@core/expectation/expectation';
import type { SharedRuleValue } from '@core/rule/shared-rule';
import { pageTypes, reservedSegments, type PageValue } from '@core/page/page';
import { upgradePage } from '@core/page/upgrade';
import type { PlacementValue } from '@core/placement/placement';
import { z } from 'zod';
import { line, localTime, requiredLine, uuid } from './common';
import { rule, whenTree, whereTree, whoTree } from './rule';

const orderKey = z.string().regex(/^[0-9A-Za-z]{1,200}$/, { error: 'Not an order key.' });
const richText = z.string().max(200_000, { error: 'At most 200,000 characters.' });
const sitePath = /^\/(?!\/)[^\s"'<>\\]*$/;

/** A path on this site, an address with a scheme that is safe to follow, or empty. */
export const link = line(2_000).refine(text => text === '' || sitePath.test(text) || isSafeAddress(text), {
  error: 'A path such as /visit, or an address that begins with https://, http://, mailto: or tel:.',
});

const picture = line(300).refine(text => text === '' || /^\/media\/[\w.-]+$/.test(text), { error: 'Choose one of the pictures.' });

const presentPage = z
  .strictObject({
    version: z.literal(2, { error: 'This version of pages is not known here.' }),
    type: z.enum(pageTypes),
    title: requiredLine(200),
    parentId: uuid.nullable(),
    segment: z
      .string()
      .max(80)
      .regex(/^([a-z0-9]+(-[a-z0-9]+)*)?$/, { error: 'Small letters, digits and single hyphens.' }),
    order: orderKey,
    standfirst: line(500),
    body: richText,
    picture,
    pictureText: line(300),
    topics: z.array(requiredLine(60)).max(30),
    layout: requiredLine(60),
    /** null follows the page above. */
    readers: whoTree.nullable(),
    inMenu: z.boolean(),
    menuLabel: line(60),
    takesPlace: localTime.nullable(),
  })
  .superRefine((page, context) => {
    if (page.parentId !== null && page.segment === '')
      context.addIssue({ code: 'custom', path: ['segment'], message: 'Only the front page has an empty address.' });
    if (page.parentId === null && page.segment !== '')
      context.addIssue({ code: 'custom', path: ['segment'], message: 'The front page’s address is empty.' });
    if (reservedSegments.includes(page.segment))
      context.addIssue({ code: 'custom', path: ['segment'], message: 'This address belongs to the product itself.' });
  });

/** A page as it is stored. One of an older version is brought up to the present one; an unknown version is refused. */
export const pageValue: z.ZodType<PageValue> = z.preprocess(raw => (isOlderPage(raw) ? upgradePage(raw) : raw), presentPage);

function isOlderPage(raw: unknown): boolean {
  return typeof raw === 'object' && raw !== null && 'version' in raw && raw.version === 1;
}

/** A block as it is stored; its fields follow from its type. */
export const blockValue: z.ZodType<BlockValue> = z
  .discriminatedUnion('type', blockTypes.map(blockOf) as [z.ZodObject, ...z.ZodObject[]])
  .superRefine((block, context) => {
    const title = String(block['title']).trim().toLowerCase();
    const isTypeName = blockTypes.some(type => type.name === title || type.label.toLowerCase() === title);
    if (isTypeName) context.addIssue({ code: 'custom', path: ['title'], message: 'Give it a title of its own: lists and search show it.' });
  }) as unknown as z.ZodType<BlockValue>;

/** A placement as it is stored. */
export const placementValue: z.ZodType<PlacementValue> = z
  .strictObject({
    version: z.literal(1),
    blockId: uuid,
    target: z.strictObject({ kind: z.enum(['region', 'insertion point', 'stand in']), name: requiredLine(60) }),
    order: orderKey,
    rule,
    off: z.boolean(),
    look: line(60),
    align: z.enum(['start', 'centre', 'end']),
    title: z.strictObject({ show: z.enum(['block', 'own', 'none']), own: line(200) }),
    anchor: z
      .string()
      .max(60)
      .regex(/^([a-z][a-z0-9-]*)?$/, { error: 'Small letters, digits and hyphens, beginning with a letter.' }),
    reason: line(500),
  })
  .superRefine((placement, context) => {
    if (placement.title.show === 'own' && placement.title.own.trim() === '')
      context.addIssue({ code: 'custom', path: ['title', 'own'], message: 'Write the title to show here.' });
  });

/** A shared rule as it is stored. */
export const sharedRuleValue: z.ZodType<SharedRuleValue> = z.strictObject({
  version: z.literal(1),
  title: requiredLine(200),
  reason: requiredLine(1_000),
  rule,
});

/** An expectation as it is stored. */
export const expectationValue: z.ZodType<ExpectationValue> = z
  .strictObject({
    version: z.literal(1),
    subject: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('blocks'), blockIds: z.array(uuid).min(1, { error: 'Choose at least one.' }).max(100) }),
      z.strictObject({ kind: z.literal('type'), type: z.enum(blockTypes.map(each => each.name)) }),
      z.strictObject({ kind: z.literal('region'), name: requiredLine(60) }),
    ]),
    claim: z.enum(['shows', 'does not show', 'at most', 'at least']),
    count: z.number().int().min(0).max(100),
    where: whereTree,
    who: whoTree,
    when: whenTree,
    reason: line(1_000),
  })
  .superRefine((expectation, context) => {
    const counts = expectation.claim === 'at most' || expectation.claim === 'at least';
    if (expectation.subject.kind === 'region' && !counts && expectation.claim !== 'does not show')
      context.addIssue({ code: 'custom', path: ['claim'], message: 'A region holds at least or at most so many.' });
  });

/** The schema of a record's value, by kind. */
export const valueOfKind = {
  page: pageValue,
  block: blockValue,
  placement: placementValue,
  'shared rule': sharedRuleValue,
  expectation: expectationValue,
} as const;

function blockOf(type: BlockType): z.ZodObject {
  return z.strictObject({
    version: z.literal(1),
    type: z.literal(type.name),
    title: requiredLine(200),
    fields: z.strictObject(Object.fromEntries(type.fields.map(field => [field.name, fieldOf(field)]))),
    readers: whoTree.nullable(),
  });
}

function fieldOf(field: FieldDefinition): z.ZodType {
  switch (field.kind) {
    case 'text':
      return field.required ? requiredLine(field.longest ?? 200) : line(field.longest ?? 200);
    case 'rich text':
      return field.required
        ? richText.refine(text => text.replace(/<[^>]*>/g, '').trim() !== '', { error: 'Must not be empty.' })
        : richText;
    case 'number':
      return z.number().int().min(field.range![0]).max(field.range![1]);
    case 'choice':
      return z.enum(field.choices!.map(each => each.value) as [string, ...string[]]);
    case 'picture':
      return picture;
    case 'link':
      return link;
    case 'page':
      return z.union([z.literal(''), uuid]);
    case 'toggle':
      return z.boolean();
  }
}

function isSafeAddress(text: string): boolean {
  try {
    return ['https:', 'http:', 'mailto:', 'tel:'].includes(new URL(text).protocol);
  } catch {
    return false;
  }
}
