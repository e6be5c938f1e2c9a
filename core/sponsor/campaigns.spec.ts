import { campaign as campaignKind } from '../kinds/campaign/kind';
import type { FieldValues } from '../fields/field';
import { initialValues } from '../fields/index';
import { shippedTypes } from '../registry/registry';
import { placementOf, SmallWorld } from '../testing/small-world';
import { sponsorSlot } from '../blocks/sponsor-slot/type';
import { campaignsFor, slotAt, type NotSlotted } from './campaigns';
import { campaignFields } from './fields';

const minute = 60_000;

describe('a sponsor slot', () => {
  const campaign = (title: string, part: FieldValues = {}) => ({
    version: 1 as const,
    title,
    fields: { ...initialValues(campaignFields), words: title, pictures: [{ id: 'a', fields: { size: '300×250', picture: 'f' } }], ...part },
  });
  const slot = (part: FieldValues = {}): FieldValues => ({ ...initialValues(sponsorSlot.fields), ...part });
  const world = () =>
    new SmallWorld()
      .page('front', null)
      .page('birds', 'front', { fields: { topics: ['birds'] } })
      .block('slot', { type: 'sponsor slot', fields: slot() })
      .placement('p', placementOf({ blockId: 'slot', target: { kind: 'region', name: 'aside' } }, {}))
      .add('campaign', 'ropes', campaign('Ropes', { weight: 20 }))
      .add('campaign', 'optics', campaign('Optics', { topics: ['birds'] }))
      .add('campaign', 'tall', campaign('Tall', { pictures: [{ id: 'a', fields: { size: '160×600', picture: 'f' } }] }))
      .add('campaign', 'spring', campaign('Spring', { weight: 5 }), { from: 10 * minute, until: 20 * minute });
  const shownAt = (moment: number, page: string, part: FieldValues = {}) => {
    const snapshot = world().at(moment);
    return slotAt(slot(part), { snapshot, page: snapshot.pageById.get(page)!, seed: 's' });
  };

  it('holds the campaigns of its size and of the topics of the page, while they are live', () => {
    const ids = (moment: number, page: string, part: FieldValues = {}) =>
      shownAt(moment, page, { order: 'heaviest', most: 6, ...part }).shown.map(each => each.id);
    expect(ids(0, 'front')).toEqual(['ropes']);
    expect(ids(0, 'birds')).toEqual(['ropes', 'optics']);
    expect(ids(0, 'birds', { topics: 'shared' })).toEqual(['optics']);
    expect(ids(15 * minute, 'front')).toEqual(['ropes', 'spring']);
    expect(ids(20 * minute, 'front')).toEqual(['ropes']);
    expect(ids(0, 'front', { size: '728×90' })).toEqual([]);
    const out: [string, NotSlotted][] = [];
    const snapshot = world().at(0);
    campaignsFor(slot(), { snapshot, page: snapshot.pageById.get('front')! }, (id, why) => out.push([id, why]));
    expect(out).toEqual([
      ['optics', 'topics'],
      ['tall', 'size'],
    ]);
  });

  it('holds a campaign for words where somebody searches for one of them, and nowhere else', () => {
    const snapshot = world()
      .add('campaign', 'glasses', campaign('Glasses', { searchWords: 'Telescope, field glass' }))
      .at(0);
    const ids = (searched?: string) => campaignsFor(slot(), { snapshot, page: null, searched }).map(each => each.id);
    const found = (searched?: string) => ids(searched).includes('glasses');
    expect(['a TELESCOPE, please', 'new field-glass'].map(found)).toEqual([true, true]);
    expect(['telescopes', 'tele', 'glass in a field', ' ', undefined].map(found)).toEqual([false, false, false, false, false]);
  });

  it('draws anew when its time is over, and says until when what it holds stays', () => {
    const at = (moment: number) => shownAt(moment, 'birds', { minutes: 5 });
    expect(at(0).validUntil).toBe(5 * minute);
    expect(at(5 * minute - 1).shown).toEqual(at(0).shown);
    expect(at(5 * minute).validUntil).toBe(10 * minute);
    const drawn = new Set(Array.from({ length: 40 }, (_, turn) => at(turn * 5 * minute).shown[0]!.id));
    expect([...drawn].sort()).toEqual(['optics', 'ropes', 'spring'].filter(id => drawn.has(id)));
    expect(drawn.size).toBeGreaterThan(1);
    // Alone it needs no drawing, and stays.
    expect(shownAt(0, 'front').validUntil).toBe(Infinity);
  });

  it('is where a campaign shows: an edit of one names the pages of the slots that it fits', () => {
    const snapshot = world().at(0);
    expect(campaignKind.pagesChanged('ropes', snapshot)).toEqual(['front', 'birds']);
    expect(campaignKind.pagesChanged('optics', snapshot)).toEqual(['birds']);
    expect(campaignKind.pagesChanged('tall', snapshot)).toEqual([]);
    const without = world().add('campaign', 'ropes', null, { revisionId: null }).at(1);
    const context = { snapshot, names: {} as never, style: { zone: 'UTC', locale: 'en', now: 0 }, registry: shippedTypes };
    const taken = campaignKind.effect(
      { recordId: 'ropes', kind: 'campaign', value: null, locale: 'en-GB' } as never,
      snapshot,
      without,
      context,
    );
    expect([taken.label, taken.lost.map(each => each.id)]).toEqual(['Is missing then from 2 pages', ['front', 'birds']]);
  });
});
