import type { PageLink } from '../blocks/page-link';
import { resolvePage } from '../placement/resolve';
import { shippedTypes } from '../registry/registry';
import { anyone, type ReaderFacts } from '../rule/who';
import { SmallWorld } from '../testing/small-world';
import { pageModel } from './page-model';

const style = { zone: 'UTC', locale: 'en-GB', now: 0 };
const menu = (fields: object) => ({
  type: 'menu',
  title: 'Menu',
  fields: { menu: '', fromLevel: 1, start: '', levels: 2, closedBranches: false, ...fields },
});

function model(world: SmallWorld, pageId: string, reader: ReaderFacts = anyone) {
  const snapshot = world.at(0);
  const page = snapshot.pageById.get(pageId)!;
  return pageModel(snapshot, page, resolvePage(snapshot, page.facts, reader), {
    onFault: () => undefined,
    siteAddress: '',
    siteName: 'Site',
    reader,
    style,
    words: {},
    registry: shippedTypes,
  });
}
const site = () =>
  new SmallWorld()
    .page('front', null)
    .page('visit', 'front', { order: 'a1' })
    .page('tern', 'visit')
    .page('join', 'front', { order: 'a2', readers: { all: [{ test: 'signed in' }] } })
    .page('deep', 'join');
const place = (world: SmallWorld, block: object) => world.block('b', block as never).placement('p', { blockId: 'b' });
const links = (answer: ReturnType<typeof model>) => answer.model.targets['main']![0]!.data['links'] as readonly PageLink[];

describe('pageModel', () => {
  it('opens only the branch of the page being read', () => {
    const found = links(model(place(site(), menu({ start: 'front' })), 'tern', { ...anyone, signedIn: true }));
    expect(found.map(link => [link.title, link.holdsCurrent, link.children.map(child => child.title)])).toEqual([
      ['visit', true, ['tern']],
      ['join', false, []],
    ]);
  });

  it('leaves out of a menu what the reader may not read, and says that it depends on the reader', () => {
    const answer = model(place(site(), menu({ start: 'front', levels: 1 })), 'tern');
    expect(links(answer).map(link => link.title)).toEqual(['visit']);
    expect(answer.dependsOn).toEqual(['signed in']);
  });

  it('leads from the front page to here', () => {
    const breadcrumb = { type: 'breadcrumb', title: 'Way', fields: { leadIn: '', homeLabel: 'Home', showsCurrent: false, separator: '›' } };
    expect(links(model(place(site(), breadcrumb), 'tern')).map(link => [link.title, link.path])).toEqual([
      ['Home', '/'],
      ['visit', '/visit'],
    ]);
  });

  it('lets an opening without words of its own speak for the page', () => {
    const hero = (heading: string) => ({
      type: 'hero',
      title: 'Opening',
      fields: { heading, text: '', picture: '', height: 'low', linkLabel: '', linkTo: null },
    });
    const own = model(place(site().page('tern', 'visit', { fields: { standfirst: 'A spit.' } }), hero('')), 'tern').model;
    expect([own.showsTitle, own.targets['main']![0]!.fields['heading'], own.targets['main']![0]!.fields['text']]).toEqual([
      false,
      'tern',
      'A spit.',
    ]);
    expect(model(place(site(), hero('Welcome')), 'tern').model.showsTitle).toBeTrue();
  });

  it('holds until the next event that it lists has begun', () => {
    const listing = {
      type: 'listing',
      title: 'Next',
      fields: {
        beneath: 'visit',
        depth: 'next',
        type: '',
        topic: '',
        time: 'to come',
        order: 'soonest',
        most: 5,
        shownAs: 'list',
        whenEmpty: '',
      },
    };
    const world = place(site().page('walk', 'visit', { fields: { takesPlace: { local: '1970-01-02T00:00', zone: 'UTC' } } }), listing);
    expect(model(world, 'front').validUntil).toBe(86_400_000);
  });
});
