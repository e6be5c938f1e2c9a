import type { SiteField, SiteTypes } from '../site-types/site-type';
import { firstLocale, freshLocale } from '../locale/site-locale';
import { ownLabel } from './own-labels';
import { withOwnLabels } from './with-own-labels';
import { wordsIn, wordsMissingIn } from './words';

const used = (label: string, kind: string, state: SiteField['state'] = 'used'): SiteField => ({
  field: { name: label, label, help: '', kind } as never,
  called: label,
  state,
});
const parts = ['Length', 'Rig', 'Gone'].map(called => ({ called, isLabelled: called !== 'Rig', as: 'text' as const }));
const boat = { of: 'page', name: 'boat', label: 'Boat', description: '', isKeptFromNew: false, isKeptFromLists: false, steps: [] } as const;
const types: SiteTypes = {
  shared: [used('Sails', 'yes or no')],
  types: [
    {
      ...boat,
      fields: [used('Length', 'number'), used('Rig', 'short text'), used('Gone', 'short text', 'withdrawn'), { shared: 'Sails' }],
      renditions: { card: { way: 'arranged', parts } },
    },
  ],
};
const shipped = { en: { skip: 'Skip' }, cy: { skip: 'Neidio' }, de: { skip: 'Weiter' } };
const locales = [firstLocale('en-GB'), freshLocale('cy', [])];

describe('labels of a site’s own fields', () => {
  const words = withOwnLabels(shipped, types, 'en-GB');

  it('are fixed words where readers meet them: said before a value, or in place of it', () => {
    expect(words['en']).toEqual({ skip: 'Skip', 'label Length': 'Length', 'label Sails': 'Sails' });
    expect(withOwnLabels(shipped, { shared: [], types: [] }, 'en-GB')).toBe(shipped);
  });

  it('are missing in other locales until somebody says them, and read as they were written until then', () => {
    expect([wordsMissingIn('en-GB', words, {}), wordsMissingIn('cy', words, {})]).toEqual([[], ['label Length', 'label Sails']]);
    const own = { cy: { 'label Length': 'Hyd' } };
    expect(wordsMissingIn('cy', words, own)).toEqual(['label Sails']);
    const welsh = wordsIn('cy', locales, words, own);
    expect(['Length', 'Sails', 'Rig'].map(label => ownLabel(welsh, label))).toEqual(['Hyd', 'Sails', 'Rig']);
    expect(ownLabel(wordsIn('en-GB', locales, words, own), 'Length')).toBe('Length');
  });

  it('are written in the first locale, whichever it is', () => {
    const german = withOwnLabels(shipped, types, 'de');
    expect([wordsMissingIn('de', german, {}), german['de']!['skip'], german['de']!['label Length']]).toEqual([[], 'Weiter', 'Length']);
  });

  it('go with what templates say', () => {
    const whole = { way: 'template' as const, template: '<dt>Length</dt><dt>Her skipper</dt>{{#if Rig}}<p>Rigged as</p>{{/if}}' };
    const said = withOwnLabels(shipped, { ...types, types: [{ ...types.types[0]!, renditions: { whole } }] }, 'en-GB');
    expect(wordsMissingIn('cy', said, { cy: { 'label Length': 'Hyd' } })).toEqual(['label Sails', 'label Her skipper', 'label Rigged as']);
  });
});
