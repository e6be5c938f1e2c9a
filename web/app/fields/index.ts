import type { Provider } from '@angular/core';
import { ChoiceControl } from './choice/choice-control';
import { ChoicesControl } from './choices/choices-control';
import { FileControl } from './file/file-control';
import { FIELD_CONTROLS, type ControlDeclaration } from './controls.token';
import { GroupControl } from './group/group-control';
import { LinkControl } from './link/link-control';
import { ListControl } from './list/list-control';
import { LongTextControl } from './long-text/long-text-control';
import { MomentControl } from './moment/moment-control';
import { NumberControl } from './number/number-control';
import { PageControl } from './page/page-control';
import { PagesControl } from './pages/pages-control';
import { PictureControl } from './picture/picture-control';
import { RecordControl } from './record/record-control';
import { RepetitionControl } from './repetition/repetition-control';
import { RichTextControl } from './rich-text/rich-text-control';
import { ShortTextControl } from './short-text/short-text-control';
import { TopicsControl } from './topics/topics-control';
import { YesOrNoControl } from './yes-or-no/yes-or-no-control';

/** The control of each kind of field. */
const controls: Readonly<Record<string, ControlDeclaration>> = {
  choice: { control: ChoiceControl },
  choices: { control: ChoicesControl, hasOwnLabel: true },
  file: { control: FileControl },
  group: { control: GroupControl, hasOwnLabel: true },
  link: { control: LinkControl },
  list: { control: ListControl, hasOwnLabel: true },
  'long text': { control: LongTextControl },
  moment: { control: MomentControl, isWhole: true },
  number: { control: NumberControl },
  page: { control: PageControl },
  pages: { control: PagesControl },
  picture: { control: PictureControl },
  record: { control: RecordControl },
  repetition: { control: RepetitionControl },
  'rich text': { control: RichTextControl },
  'short text': { control: ShortTextControl },
  topics: { control: TopicsControl },
  'yes or no': { control: YesOrNoControl, hasOwnLabel: true },
};

/** Hands the controls to the forms of a component; groups and lists hold forms themselves. */
export const fieldControls: Provider = { provide: FIELD_CONTROLS, useValue: controls };
