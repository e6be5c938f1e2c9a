import type { BlockType } from '@core/blocks/block-type';
import { shippedTypes, withBlockType } from '@core/registry/registry';
import type { PageModel } from '@core/render/page-model';
import { loadTheme } from './theme';

const theme = loadTheme('themes/shore');
const block = {
  placementId: 'p',
  blockId: 'b',
  look: '',
  ground: null,
  align: 'start',
  anchor: '',
  title: '',
  label: 'L',
  data: {},
  isPageTitle: false,
  isSelfContained: false,
  language: null,
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
    languages: { title: null, standfirst: null, body: null },
  }) as unknown as PageModel;
const listing = { ...block, type: 'listing', fields: { shownAs: 'titles', whenEmpty: '' } };
const text = { ...block, type: 'rich text', fields: { body: ['<p>Words</p>'] } };
const render = (targets: object, isSheet = false) =>
  theme.render(model(targets), {
    language: 'en-GB',
    direction: 'ltr',
    pageStyle: '',
    words: theme.words['en']!,
    isSheet,
    registry: shippedTypes,
  });

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

  it('shows every type of block plainly where a theme has no template for it', () => {
    const fields = { opening: 'Ask <b>us</b>.', body: ['<p>Words</p>'], linkTo: '/visit' };
    const strange = (type: BlockType) => ({ ...withBlockType(shippedTypes, { ...type, name: 'strange' }) });
    for (const type of shippedTypes.blockTypes.values()) {
      const html = theme.render(model({ main: [{ ...block, type: 'strange', title: 'Here', fields }] }), {
        language: 'en-GB',
        direction: 'ltr',
        pageStyle: '',
        words: theme.words['en']!,
        isSheet: false,
        registry: strange(type),
      });
      expect(html).withContext(type.name).toContain('<section class="block plain');
      expect(html).toContain('<h2>Here</h2>');
    }
  });

  it('dresses every type of block as its placement says, where its type lets it', () => {
    const picture = { width: 1600, height: 900, tag: 't', focalPoint: { x: 0.5, y: 0.5 }, rendered: 'jpeg' };
    const file = { id: 'f', address: '/media/f', mediaType: 'image/jpeg', title: 'F', words: 'W', caption: '', credit: '', picture };
    const fields = { body: ['<p>x</p>'], picture: file, film: file, linkLabel: '', shownAs: 'titles', heading: 'H', text: 'M' };
    const data = {
      links: [{ title: 'A', path: '/a' }],
      groups: [{ heading: 'March 2027', count: 1, cards: [{ title: 'A', path: '/a', runs: [] }] }],
      rows: [{ name: 'A', cells: ['1'] }],
      entries: [{ title: 'A', address: 'https://a.example/' }],
      languages: [{ tag: 'cy', name: 'C', address: '/cy' }],
      card: { title: 'A', path: '/a', runs: [] },
      campaigns: [{ id: 'c', words: 'C', address: '/c', width: 300, height: 250 }],
      picture: file,
      action: '/forms/a/b',
      frame: '/foreign/a',
      line: '© 2027',
      actions: [{ action: 'join', label: '', path: '/a' }],
    };
    for (const type of shippedTypes.blockTypes.values()) {
      // The page's model leaves away titles that a type does not show.
      const title = type.hasNoTitle ? '' : 'Here';
      const html = render({ main: [{ ...block, type: type.name, fields, data, title, look: 'tinted', align: 'end' }] });
      const frame = /<[a-z]+ class="block ([^"]*)"/.exec(html)?.[1]?.split(' ') ?? [];
      expect(frame).withContext(type.name).toContain('align-end');
      expect(frame.includes('look-tinted')).withContext(type.name).toBe(!type.takesNoLook);
      if (title) expect(html).withContext(type.name).toContain(title);
    }
  });

  it('shows what a listing chose of each page, and a table that can be sorted', () => {
    const part = { label: '', text: '', topics: [], isLink: true, heading: '' };
    const picture = { isPicture: true, picture: { id: 'f', address: '/media/f', mediaType: 'image/jpeg', title: 'F', words: 'W', caption: '', credit: '', picture: null }, words: '', crop: 'own', isSmall: true, isLink: true, isLinkTwice: true }; // prettier-ignore
    const runs = [picture, { isPicture: false, parts: [{ ...part, part: 'title', text: 'Wake', heading: '3' }, { ...part, part: 'authors', text: 'Ailsa', label: 'By' }, { ...part, part: 'more', text: ' ' }] }]; // prettier-ignore
    const card = { title: 'Wake', path: '/wake', runs, isLarge: true, isBeside: true, own: null };
    const shown = (data: object, fields: object) =>
      render({ main: [{ ...listing, title: '', fields: { whenEmpty: '', ...fields }, data }] });
    const list = shown(
      { groups: [{ heading: 'Boats', count: 2, cards: [card], rows: [] }], columns: [], results: [] },
      { shownAs: 'list' },
    );
    expect(list).toContain('<li class="large beside"><a class="pictured small" href="/wake" tabindex="-1" aria-hidden="true">');
    expect(list).toContain('<h3><a href="/wake">Wake</a></h3><span class="when"><span class="label">By</span> Ailsa</span>');
    expect(list).toContain('<a href="/wake" aria-label="Read more: Wake">Read more</a>');
    const columns = [{ part: 'title', label: '', sortAddress: '/x?sort-a=-1', sorted: 'ascending' }, { part: 'reads', label: 'Times', sortAddress: '', sorted: '' }]; // prettier-ignore
    const rows = [
      {
        path: '/wake',
        cells: [
          { ...part, part: 'title', text: 'Wake' },
          { ...part, part: 'reads', text: '7' },
        ],
      },
    ];
    const table = shown({ groups: [{ heading: '', count: null, cards: [], rows }], columns, results: [] }, { shownAs: 'table' });
    expect(table).toContain('<th scope="col" aria-sort="ascending"><a href="/x?sort-a&#x3D;-1">Page</a></th><th scope="col">Times</th>');
    expect(table).toContain('<th scope="row"><a href="/wake">Wake</a></th><td>7</td>');
  });

  it('renders once what says the same, and anew what says otherwise or is marked', () => {
    let rendered = 0;
    // A fixed word is asked for only where something is rendered.
    const words = new Proxy(theme.words['en']!, { get: (held, name: string) => ((rendered += name === 'counted' ? 1 : 0), held[name]) });
    const counting: BlockType = {
      ...shippedTypes.blockTypes.get('notice')!,
      name: 'counted',
      template: '{{word "counted"}}{{fields.text}}{{#if isMarked}}!{{/if}}',
    };
    const registry = withBlockType(shippedTypes, counting);
    const show = (text: string, part: object = {}, extra: object = {}) => {
      const one = { ...block, type: 'counted', isSelfContained: true, fields: { text }, ...part };
      return theme.render(model({ main: [one] }), {
        language: 'en-GB',
        direction: 'ltr',
        pageStyle: '',
        words,
        isSheet: false,
        registry,
        extra: { ...extra },
      });
    };
    const first = show('tide');
    expect(first).toContain('tide');
    expect([show('tide') === first, rendered]).toEqual([true, 1]);
    // As on pages that say something else of it in turn.
    expect(show('ebb')).toContain('ebb');
    expect([show('tide'), show('ebb')].map(html => html.includes('tide'))).toEqual([true, false]);
    expect(rendered).toBe(2);
    expect(show('tide', {}, { isMarked: true })).toContain('tide!');
  });
});
