import { event } from './event/type';
import { news } from './news/type';
import { page } from './page/type';
import type { PageType } from './page-type';
import { reserve } from './reserve/type';
import { species } from './species/type';

/** The types of page that ship with the product, in the order in which they are offered. */
export const pageTypes: readonly PageType[] = [page, reserve, species, event, news];

/** Their names. */
export const pageTypeNames: readonly string[] = pageTypes.map(each => each.name);
