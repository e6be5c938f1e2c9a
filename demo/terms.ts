import type { Term } from '@core/segments/terms';

/** What the demo site always says in the same words. */
export const demoTerms: readonly Term[] = [
  {
    term: 'reserve',
    note: 'The place; not what is kept back.',
    words: { cy: 'gwarchodfa, warchodfa, gwarchodfeydd', de: 'Schutzgebiet', fr: 'réserve', ar: 'محمية' },
  },
  { term: 'warden', note: '', words: { cy: 'warden, wardeniaid', de: 'Ranger', fr: 'garde', ar: 'حارس' } },
  { term: 'hide', note: 'The hut from which one watches.', words: { cy: 'cuddfan, guddfan', de: 'Beobachtungshütte', fr: 'observatoire' } },
  {
    term: 'little tern',
    note: '',
    words: { cy: 'morwennol fach, morwenoliaid bach, forwenoliaid bach', de: 'Zwergseeschwalbe', fr: 'sterne naine' },
  },
  {
    term: 'spring tide',
    note: 'The high tides around new and full moon.',
    words: { cy: 'gorllanw', de: 'Springtide', fr: 'grande marée' },
  },
  { term: 'causeway', note: 'The way to Gull Island that the tide covers.', words: { cy: 'sarn', de: 'Damm', fr: 'chaussée' } },
];
