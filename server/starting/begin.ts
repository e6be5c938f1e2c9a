import { ownNameOf } from '@core/locale/locale-tag';
import { firstLocale } from '@core/locale/site-locale';
import { wholeGrant } from '@core/rights/grants';
import type { Beginning, StartQuestions } from '@contract/site';
import { passwordFault, shortestPassword } from '@core/people/password';
import { say } from '@core/tongue/say';
import { v7 as uuidv7 } from 'uuid';
import { aboutPerson, rightsTold } from '../audit/people';
import { settingsDone, writeDown } from '../audit/record';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import { freshPerson, insertPerson, type Person } from '../repositories/people-repository';
import { saveSettings, type SiteSettings } from '../repositories/settings-repository';
import { createEdition } from '../services/editions';
import { hashPassword } from '../services/passwords';
import { adoptSettings, isBegun, type Site } from '../site/site';
import { refreshPeople } from '../site/people';
import { frontPageOnly } from './front-page';
import { smallSite, smallSitePages } from './small-site';

/** Locales that are offered by name; any other may be typed. */
const offered = [
  'en-GB',
  'en-US',
  'en-IE',
  'cy',
  'ga',
  'gd',
  'de',
  'de-AT',
  'de-CH',
  'fr',
  'fr-CA',
  'nl',
  'da',
  'nb',
  'sv',
  'fi',
  'is',
  'et',
  'lv',
  'lt',
  'pl',
  'cs',
  'sk',
  'sl',
  'hr',
  'hu',
  'ro',
  'bg',
  'el',
  'it',
  'es',
  'ca',
  'eu',
  'gl',
  'pt',
  'pt-BR',
  'tr',
  'uk',
  'ar',
  'he',
  'hi',
  'ja',
  'ko',
  'zh',
];

/** What is asked of whoever begins a site. */
export function startQuestions(site: Site): StartQuestions {
  const { name, label } = site.bareManifest;
  return {
    locales: offered.map(tag => ({ tag, name: ownNameOf(tag) })),
    themes: [{ name, label }],
    beginnings: [
      {
        name: 'front page',
        label: say`A front page and nothing else`,
        help: say`For whoever knows what is to come.`,
        pages: [],
      },
      {
        name: 'small site',
        label: say`A small site to change`,
        help: say`${Object.keys(smallSitePages).length} pages with menus, listings, a notice strip and a foot. Each part says in its own place what it is there for.`,
        pages: Object.values(smallSitePages).flatMap(({ title }) => (title === '' ? [] : [title])),
      },
    ],
    shortestPassword,
  };
}

/**
 * Begins a site: its settings, its first administrator and its first pages are stored together, or nothing is.
 * @returns the administrator
 * @throws Refusal when it has begun already, or a value cannot be used
 */
export async function beginSite(site: Site, beginning: Beginning): Promise<Person> {
  refuseBegun(site);
  if (beginningNow.has(site)) throw new Refusal('conflict', say`Somebody begins this site at this very moment.`);
  beginningNow.add(site);
  try {
    return await begun(site, beginning);
  } finally {
    beginningNow.delete(site);
  }
}

const beginningNow = new WeakSet<Site>();

async function begun(site: Site, beginning: Beginning): Promise<Person> {
  const { site: wanted, administrator, beginWith, isOpen } = beginning;
  const faults: Fault[] = [];
  if (wanted.theme !== site.bareManifest.name) faults.push({ pointer: '/site/theme', detail: say`There is no such theme.` });
  const weak = passwordFault(administrator.password, { ...administrator, siteName: wanted.name });
  if (weak) faults.push({ pointer: '/administrator/password', detail: weak });
  if (faults.length > 0) refuseInvalid(faults);
  const person: Person = {
    ...freshPerson(administrator.name, administrator.email, site.clocks.running()),
    passwordHash: await hashPassword(administrator.password),
    grants: [wholeGrant('administrator')],
    roles: ['administrator'],
  };
  const settings: Partial<SiteSettings> = {
    name: wanted.name.trim(),
    description: wanted.description.trim(),
    zone: wanted.zone,
    locales: [firstLocale(wanted.locale)],
    opening: { isOpen, opensAt: null },
    showsFirstSteps: true,
  };
  const begin = beginWith === 'front page' ? frontPageOnly : smallSite;
  site.ledger.readIn(wanted.locale);
  await createEdition(
    site,
    person,
    {
      id: uuidv7(),
      title: say`The site begins`,
      changes: [...begin({ name: settings.name!, description: settings.description! })],
      wishedFrom: null,
      remark: '',
      note: say`The site begins`,
      move: { name: 'publish', scheduled: null, remark: '', acceptsMovedBase: false, acceptsBroken: '' },
    },
    async transaction => {
      await insertPerson(transaction, person);
      await saveSettings(transaction, settings, null);
      await writeDown(transaction, site.clocks.running(), [
        { act: 'invite', ...aboutPerson(person), personId: person.id, after: rightsTold(person) },
        ...settingsDone(site.settings, settings).map(each => ({ ...each, personId: person.id })),
      ]);
    },
  );
  adoptSettings(site, settings, null);
  await refreshPeople(site);
  return person;
}

function refuseBegun(site: Site): void {
  if (isBegun(site)) throw new Refusal('conflict', say`This site has begun already. Sign in, or ask an administrator to invite you.`);
}
