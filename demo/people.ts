import type { Grant } from '@core/rights/grants';
import type { Role } from '@core/workflow/workflow';

/** The password of all demo people. */
export const demoPassword = 'tideline';

/** Somebody of the demo: staff, or a reader of the public site. */
export interface DemoPerson {
  readonly key: string;
  readonly name: string;
  readonly email: string;
  readonly roles: readonly Role[];
  readonly memberships: readonly string[];
  /** Where and in which locales they decide, by paths of pages; left out, everywhere and in every one. */
  readonly scope?: Omit<Grant, 'role'>;
}

/** Six who work on the site and two who read it. All are made up. */
export const demoPeople: readonly DemoPerson[] = [
  { key: 'writer', name: 'Bea Lorimer', email: 'bea@merrowby.example', roles: ['writer'], memberships: [] },
  {
    key: 'translator',
    name: 'Tomos Pryderi',
    email: 'tomos@merrowby.example',
    roles: ['translator'],
    memberships: [],
    scope: { sections: [], locales: ['cy'] },
  },
  { key: 'editor', name: 'Edwin Oyelaran', email: 'edwin@merrowby.example', roles: ['editor'], memberships: [] },
  {
    key: 'second editor',
    name: 'Saskia Thornbury',
    email: 'saskia@merrowby.example',
    roles: ['editor'],
    memberships: [],
    scope: { sections: ['/visit', '/whats-on', '/wildlife'], locales: [] },
  },
  { key: 'manager', name: 'Ida Venn', email: 'ida@merrowby.example', roles: ['manager'], memberships: [] },
  { key: 'administrator', name: 'Margit Halloran', email: 'margit@merrowby.example', roles: ['administrator'], memberships: [] },
  { key: 'member', name: 'Nell Fairweather', email: 'nell@reader.example', roles: [], memberships: ['member'] },
  { key: 'reader', name: 'Jon Abara', email: 'jon@reader.example', roles: [], memberships: [] },
];
