import { fileIdOfPath } from '@core/fields/file/file';
import type { MenuEntry, MenuValue } from '@core/menu/menu';

/** The id of the menu across the top, the same in every demo. */
export const demoMenuId = fileIdOfPath('the menu across the top');

/** The sections of the site, put together by hand; what lies beneath follows the page tree. */
export function mainMenu(pageId: (path: string) => string): MenuValue {
  const entry = (path: string, beneath: number): MenuEntry => ({
    id: path.slice(1),
    target: { to: 'page', page: pageId(path), beneath },
    words: '',
    who: {},
    when: {},
    currentOn: null,
    entries: [],
  });
  return {
    version: 1,
    title: 'Across the top',
    entries: [
      entry('/visit', 1),
      entry('/wildlife', 1),
      entry('/whats-on', 0),
      entry('/notices', 0),
      entry('/join', 1),
      entry('/schools', 0),
      entry('/about', 0),
    ],
  };
}
