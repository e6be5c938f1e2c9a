import { choice, type ChoiceField } from './choice/choice';
import { choices, type ChoicesField } from './choices/choices';
import { file, type FileField } from './file/file';
import { group, type GroupField } from './group/group';
import { addFieldKind } from './kinds';
import { link, type LinkField } from './link/link';
import { list, type ListField } from './list/list';
import { longText, type LongTextField } from './long-text/long-text';
import { moment, type MomentField } from './moment/moment';
import { number, type NumberField } from './number/number';
import { page, type PageField } from './page/page';
import { pages, type PagesField } from './pages/pages';
import { picture, type PictureField } from './picture/picture';
import { record, type RecordField } from './record/record';
import { repetition, type RepetitionField } from './repetition/repetition';
import { richText, type RichTextField } from './rich-text/rich-text';
import { shortText, type ShortTextField } from './short-text/short-text';
import { topics, type TopicsField } from './topics/topics';
import { yesOrNo, type YesOrNoField } from './yes-or-no/yes-or-no';

/** A field of one of the kinds that ship with the product. */
export type Field =
  | ChoiceField
  | ChoicesField
  | FileField
  | GroupField
  | LinkField
  | ListField
  | LongTextField
  | MomentField
  | NumberField
  | PageField
  | PagesField
  | PictureField
  | RecordField
  | RepetitionField
  | RichTextField
  | ShortTextField
  | TopicsField
  | YesOrNoField;

addFieldKind('choice', choice);
addFieldKind('choices', choices);
addFieldKind('file', file);
addFieldKind('group', group);
addFieldKind('link', link);
addFieldKind('list', list);
addFieldKind('long text', longText);
addFieldKind('moment', moment);
addFieldKind('number', number);
addFieldKind('page', page);
addFieldKind('pages', pages);
addFieldKind('picture', picture);
addFieldKind('record', record);
addFieldKind('repetition', repetition);
addFieldKind('rich text', richText);
addFieldKind('short text', shortText);
addFieldKind('topics', topics);
addFieldKind('yes or no', yesOrNo);

export type { FieldCommon, FieldFault, FieldKind, FieldNames, FieldSite, FieldValues } from './field';
export { addFieldKind, kindOfField, UnknownFieldKind, type AnyField } from './kinds';
export * from './values';
