import type { WhereTestKind } from '../test-kind';
import { say } from '../../../tongue/say';

/** Menus lead to the page by way of this one. */
export interface MenuItemTest {
  readonly test: 'menu item';
  readonly page: string;
}

/** See {@link MenuItemTest}. */
export const menuItem: WhereTestKind<MenuItemTest> = {
  name: 'menu item',
  label: 'pages under a menu item',
  parameters: [{ name: 'page', label: 'Page', kind: 'page', help: '', from: 'pages' }],
  holds: test => facts => facts.menuItems.includes(test.page),
  phrase: (test, names) => say`pages under the menu item ${names.page(test.page)}`,
  keys: test => [`menu item ${test.page}`],
  keysOfPage: facts => facts.menuItems.map(each => `menu item ${each}`),
};
