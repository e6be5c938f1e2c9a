import { SmallWorld, smallTheme, textHolding } from '../testing/small-world';
import type { PageFacts } from '../rule/where';
import { thisPageOnly, type Rule } from '../rule/rule';
import { planWithin } from '../plan/site-plan';
import { pagesNoticing, type SiteAhead } from './act';

const service: PageFacts = {
  id: 'service:not found',
  path: '/not-found',
  type: 'service',
  topics: [],
  layout: smallTheme.layouts[0]!.name,
  lineage: [],
  isFrontPage: false,
  service: 'not found',
  menuItems: [],
  readers: {},
  written: null,
  locale: 'en-GB',
  query: {},
};
const base = () =>
  new SmallWorld().page('front', null).page('visit', 'front').page('tern', 'visit').page('join', 'front').block('words').block('other');
const only = (page: string): Partial<Rule> => ({ where: thisPageOnly(page).where });
const noticed = (before: SmallWorld, after: SmallWorld) =>
  [...new Set(pagesNoticing(ahead(before), ahead(after), []).map(facts => facts.id))].sort();
const ahead = ({ ledger }: SmallWorld): SiteAhead => ({
  ledger,
  plan: planWithin(ledger, { from: 5, until: Infinity }, { locale: 'en-GB', manifest: smallTheme, services: [service] }),
});

describe('pagesNoticing', () => {
  const rows: readonly (readonly [what: string, before: SmallWorld, after: SmallWorld, pages: readonly string[]])[] = [
    ['nothing where nothing changes', base().placement('p'), base().placement('p'), []],
    ['the pages of a new placement', base(), base().placement('p', {}, only('tern')), ['tern']],
    [
      'both where it was and where it goes',
      base().placement('p', {}, only('tern')),
      base().placement('p', {}, only('join')),
      ['join', 'tern'],
    ],
    ['none for one that is switched off', base(), base().placement('p', { off: true }, only('tern')), []],
    [
      'those it leaves when it is switched off',
      base().placement('p', {}, only('tern')),
      base().placement('p', { off: true }, only('tern')),
      ['tern'],
    ],
    ['service pages', base(), base().placement('p', {}, { where: { test: 'service page' } }), ['service:not found']],
    [
      'every page for a parameter that any address may bring',
      base(),
      base().placement('p', {}, { where: { test: 'query', name: 'ref', value: 'x' } }),
      ['front', 'join', 'service:not found', 'tern', 'visit'],
    ],
    [
      'none in a layout without the region',
      base().page('tern', 'visit', { layout: 'narrow' }),
      base()
        .page('tern', 'visit', { layout: 'narrow' })
        .placement('p', { target: { kind: 'region', name: 'aside' } }, only('tern')),
      ['tern'],
    ],
    ['a page and all that moves with it', base(), base().page('visit', 'join'), ['tern', 'visit']],
    [
      'whatever is beneath a page whose readers change',
      base(),
      base().page('visit', 'front', { readers: { test: 'signed in' } }),
      ['tern', 'visit'],
    ],
    [
      'the pages on which an edited block stands',
      base().placement('p', {}, only('tern')),
      base().placement('p', {}, only('tern')).block('words', { title: 'new' }),
      ['tern'],
    ],
  ];
  for (const [what, before, after, pages] of rows)
    it(`is ${what}`, () => {
      // Two worlds hold values of their own; what is the same by its words is made the same.
      share(before, after);
      expect(noticed(before, after)).toEqual(what.startsWith('none in a layout') ? [] : [...pages]);
    });

  it('is every page whose text holds an edited block, however deep', () => {
    const world = (title: string) =>
      base()
        .block('words', { title })
        .block('other', { fields: { body: textHolding('words') } })
        .page('join', 'front', { fields: { body: textHolding('other') } });
    const [before, after] = [world('old'), world('new')];
    share(before, after);
    expect(noticed(before, after)).toEqual(['join']);
  });
});

// Values are compared by identity, as they are in a ledger that has grown.
function share(before: SmallWorld, after: SmallWorld): void {
  const known = new Map([...before.ledger.revisions.values()].map(each => [JSON.stringify([each.recordId, each.value]), each.value]));
  for (const [id, revision] of after.ledger.revisions)
    after.ledger.revisions.set(id, {
      ...revision,
      value: known.get(JSON.stringify([revision.recordId, revision.value])) ?? revision.value,
    });
}
