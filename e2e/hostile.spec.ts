import type { APIRequestContext, Page } from '@playwright/test';
import { expect, test } from './application';
import { hostileTexts } from './hostile-texts';

const uuid = () => crypto.randomUUID();

/** Counts, in whatever document is opened, what ran and what the policy had to stop. */
async function watch(page: Page, seen: string[]): Promise<void> {
  await page.exposeFunction('ran', () => seen.push('ran'));
  await page.addInitScript(() => {
    document.addEventListener('securitypolicyviolation', event => {
      // A sheet runs no script by its sandbox, and says so here when a theme's own would be left out.
      const told = `${event.violatedDirective} ${event.blockedURI} ${event.sample}`;
      (window as unknown as { stopped: string[] }).stopped = [...((window as unknown as { stopped?: string[] }).stopped ?? []), told];
    });
  });
  page.on('dialog', dialog => {
    seen.push(`dialog ${dialog.message()}`);
    void dialog.dismiss();
  });
  page.on('pageerror', error => seen.push(`error ${error.message}`));
}

interface Api {
  readonly request: APIRequestContext;
  readonly token: string;
}

async function publish({ request, token }: Api, title: string, changes: readonly object[], move: object | null): Promise<string> {
  const id = uuid();
  const answer = await request.post('/api/editions', {
    headers: { 'x-csrf-token': token },
    data: {
      id,
      title,
      remark: title,
      note: title,
      changes: changes.map(each => ({ baseRevisionId: null, ...each })),
      ...(move ? { move } : {}),
    },
  });
  expect(answer.status(), await answer.text()).toBe(200);
  return id;
}

test('sixty texts that try to run run nowhere, in any field that readers or editors see', async ({ application, browser }) => {
  test.setTimeout(240_000);
  expect(hostileTexts.length).toBe(60);
  const page = await application.signIn(browser, 'margit');
  const seen: string[] = [];
  await watch(page, seen);
  const { csrfToken: token } = (await (await page.request.get('/api/session')).json()) as { csrfToken: string };
  const api = { request: page.request, token };
  const rows = (await (await page.request.get('/api/pages')).json()) as { id: string; path: string }[];
  const parent = rows.find(row => row.path === '/schools')!.id;
  const rule = (where: object) => ({ version: 2, where, who: {}, when: {}, follows: [] as string[] });
  const homes = [uuid(), uuid(), uuid()];
  const pageOf = (text: string, segment: string) => ({
    version: 2,
    type: 'page',
    title: text,
    parentId: parent,
    segment,
    order: 'a0',
    standfirst: text,
    body: `<p>${text}</p>`,
    picture: '',
    pictureText: text,
    topics: [text.slice(0, 60)],
    layout: 'main-and-aside',
    readers: null,
    inMenu: true,
    menuLabel: text.slice(0, 60),
    takesPlace: null,
  });
  const cut = (text: string, longest: number) => text.slice(0, longest);
  const blocksOf = (text: string) => [
    { type: 'rich text', fields: { body: `<p>x</p>${text}` } },
    { type: 'notice', fields: { tone: 'calm', text, linkLabel: cut(text, 80), linkTo: '/visit' } },
    { type: 'hero', fields: { heading: text, text, picture: '', height: 'low', linkLabel: cut(text, 80), linkTo: '/visit' } },
    {
      type: 'listing',
      fields: {
        beneath: '',
        depth: 'next',
        type: '',
        topic: cut(text, 60),
        time: 'any',
        order: 'title',
        most: 6,
        shownAs: 'list',
        whenEmpty: text,
      },
    },
    { type: 'breadcrumb', fields: { leadIn: cut(text, 60), homeLabel: cut(text, 60), showsCurrent: true, separator: cut(text, 3) } },
  ];
  await publish(
    api,
    'Pages',
    homes.map((recordId, index) => ({ recordId, kind: 'page', value: pageOf(hostileTexts[index]!, `hostile-${index}`) })),
    { name: 'publish' },
  );
  const waiting: string[] = [];
  for (const [index, text] of hostileTexts.entries()) {
    const shared = uuid();
    const where = { any: homes.map(home => ({ test: 'page', page: home })) };
    const changes = blocksOf(text).flatMap(({ type, fields }) => {
      const recordId = uuid();
      const block = { version: 1, type, title: text, fields, readers: null };
      const placement = {
        version: 1,
        blockId: recordId,
        target: { kind: 'region', name: type === 'breadcrumb' ? 'aside' : 'main' },
        order: `b${index}`.padEnd(4, '0') + '1',
        rule: { ...rule(where), follows: [shared] },
        off: false,
        look: '',
        align: 'start',
        title: { show: 'own', own: text },
        anchor: '',
        reason: text,
      };
      return [
        { recordId, kind: 'block', value: block },
        { recordId: uuid(), kind: 'placement', value: placement },
      ];
    });
    const rules = [{ recordId: shared, kind: 'shared rule', value: { version: 1, title: text, reason: text, rule: rule(where) } }];
    const expected = [
      {
        recordId: uuid(),
        kind: 'expectation',
        value: {
          version: 1,
          subject: { kind: 'region', name: 'main' },
          claim: 'at least',
          count: 1,
          where,
          who: {},
          when: {},
          reason: text,
        },
      },
    ];
    await publish(api, text, [...rules, ...changes], { name: 'publish', acceptsBroken: text });
    await publish(api, text, expected, null);
    if (index % 12 === 0) {
      const proposed = { recordId: uuid(), kind: 'page', value: pageOf(text, `proposed-${index}`) };
      waiting.push(await publish(api, text, [proposed], { name: 'send for review', remark: text }));
    }
  }
  const filter = { list: 'blocks', name: cut(hostileTexts[0]!, 60), query: { q: hostileTexts[14]! } };
  await page.request.put('/api/saved-filters', { headers: { 'x-csrf-token': token }, data: filter });
  const places = [
    '/schools/hostile-0',
    '/schools/hostile-1',
    '/schools',
    '/',
    '/almanac/today',
    '/almanac/pages',
    `/almanac/pages/${homes[0]}`,
    `/almanac/arrange?page=${homes[1]}`,
    `/almanac/reach?page=${homes[1]}`,
    '/almanac/blocks',
    '/almanac/placements',
    '/almanac/rules',
    '/almanac/reviews',
    ...waiting.map(id => `/almanac/reviews/${id}`),
    ...hostileTexts.slice(0, 6).map(text => `/sign-in?to=${encodeURIComponent(text)}`),
  ];
  for (const at of places) {
    await page.goto(at);
    await page.waitForLoadState('networkidle');
    const stopped = await page.evaluate(() => (window as unknown as { stopped?: string[] }).stopped ?? []);
    for (const told of stopped) seen.push(`${at}: stopped ${told}`);
  }
  await page.goto('/almanac/blocks');
  await page.getByLabel('Find pages, blocks, placements and rules').fill('ran');
  await page.getByRole('option').first().waitFor();
  expect(seen).toEqual([]);
});
