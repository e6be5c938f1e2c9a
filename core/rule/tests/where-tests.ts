import { field } from './field/test';
import { frontPage } from './front-page/test';
import { layout } from './layout/test';
import { locale } from './locale/test';
import { menuItem } from './menu-item/test';
import { page } from './page/test';
import { path } from './path/test';
import { query } from './query/test';
import { servicePage } from './service-page/test';
import { TestTable, type WhereTestKind } from './test-kind';
import { topic } from './topic/test';
import { type } from './type/test';
import { within } from './within/test';

const shipped = [page, within, type, topic, layout, menuItem, frontPage, servicePage, field, path, locale, query] as const;

type TestOf<Kind> = Kind extends WhereTestKind<infer Test> ? Test : never;

/** What a rule may ask about the page. */
export type WhereTest = TestOf<(typeof shipped)[number]>;

/** The kinds of test about the page, in the order in which they are offered. */
export const whereTests = new TestTable<WhereTestKind>(shipped);
