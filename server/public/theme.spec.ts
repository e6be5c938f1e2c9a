import { shippedTypes } from '@core/registry/registry';
import type { PageModel } from '@core/render/page-model';
import { loadTheme } from './theme';

const theme = loadTheme('themes/shore');
const block = {
  placementId: 'p',
  blockId: 'b',
  look: '',
  align: 'start',
  anchor: '',
  title: '',
  label: 'L',
  data: {},
  isPageTitle: false,
  isSelfContained: false,
};
const model = (targets: object): PageModel =>
  ({
    title: 'T',
    siteName: 'S',
    path: '/x',
    layout: 'main-and-aside',
    standfirst: '',
    when: '',
    showsTitle: true,
    service: null,
    body: null,
    targets,
    insets: {},
  }) as unknown as PageModel;
const listing = { ...block, type: 'listing', fields: { shownAs: 'titles', whenEmpty: '' } };
const text = { ...block, type: 'rich text', fields: { body: ['<p>Words</p>'] } };
const render = (targets: object, isSheet = false) => theme.render(model(targets), { language: 'en-GB', isSheet, registry: shippedTypes });

describe('a page of the theme', () => {
  it('has no region whose blocks have nothing to show', () => {
    expect(render({ 'page-foot': [listing], aside: [listing] })).not.toMatch(/class="page-foot"|<aside/);
    expect(render({ 'page-foot': [listing, text] })).toContain('class="page-foot"');
  });

  it('has none whose only block cannot be shown', () => {
    const failing = { ...block, type: 'no such type', fields: {} };
    expect(render({ 'page-foot': [failing] })).not.toContain('class="page-foot"');
  });

  it('keeps empty regions where they are to be chosen, in the editor', () => {
    expect(render({ 'page-foot': [listing] }, true)).toContain('data-target="page-foot"');
  });
});
