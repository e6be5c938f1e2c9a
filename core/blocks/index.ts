import type { BlockType } from './block-type';
import { actions } from './actions/type';
import { breadcrumb } from './breadcrumb/type';
import { calendar } from './calendar/type';
import { card } from './card/type';
import { columns } from './columns/type';
import { figures } from './figures/type';
import { footLine } from './foot-line/type';
import { randomPicture } from './random-picture/type';
import { signIn } from './sign-in/type';
import { callToAction } from './call-to-action/type';
import { disclosure } from './disclosure/type';
import { film } from './film/type';
import { languages } from './languages/type';
import { form } from './form/type';
import { hero } from './hero/type';
import { foreignCode } from './foreign-code/type';
import { outsidePage } from './outside-page/type';
import { outsideFeed } from './outside-feed/type';
import { linkList } from './link-list/type';
import { listing } from './listing/type';
import { members } from './members/type';
import { menu } from './menu/type';
import { notice } from './notice/type';
import { picture } from './picture/type';
import { searchBox } from './search-box/type';
import { sponsorSlot } from './sponsor-slot/type';
import { table } from './table/type';
import { quote } from './quote/type';
import { richText } from './rich-text/type';

/** The types of block that ship with the product, in the order in which they are offered. */
export const blockTypes: readonly BlockType[] = [
  richText,
  hero,
  notice,
  callToAction,
  quote,
  picture,
  film,
  card,
  columns,
  disclosure,
  table,
  listing,
  calendar,
  searchBox,
  linkList,
  menu,
  breadcrumb,
  languages,
  form,
  signIn,
  actions,
  members,
  sponsorSlot,
  outsideFeed,
  outsidePage,
  foreignCode,
  randomPicture,
  figures,
  footLine,
];
