import type { SiteSettingsChange } from '@contract/site';
import { choiceName, type WordChoices } from '@core/registry/word-choices';
import type { StyleRule } from '@core/theme/style-rules';
import type { BlockType } from '@core/blocks/block-type';
import type { PageType } from '@core/page-types/page-type';
import { kindNamed } from '@core/kinds/index';
import { say, told } from '@core/tongue/say';
import type { GovernedKind } from '@core/workflow/governed';
import { refuseInvalid, type Fault } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { changeSettings, type Site } from '../site/site';
import { refuseUnless } from './rights';

/** Sets what holds for the whole site. @throws Refusal when the person may not */
export async function saveSiteSettings(site: Site, person: Person, change: SiteSettingsChange): Promise<void> {
  refuseUnless(person, 'change the site');
  if (site.isAddressGiven && change.publicAddress !== undefined && change.publicAddress !== site.publicAddress)
    refuseInvalid([{ pointer: '/publicAddress', detail: say`Whoever started the server said the address; it counts before this one.` }]);
  const memberships = (change.memberships ?? site.settings.memberships).map(each => each.name);
  if (new Set(memberships).size < memberships.length)
    refuseInvalid([{ pointer: '/memberships', detail: say`Two memberships have the same name.` }]);
  const asked = (change.profileFields ?? []).map(each => each.name);
  if (new Set(asked).size < asked.length) refuseInvalid([{ pointer: '/profileFields', detail: say`Two fields have the same name.` }]);
  const terms = (change.terms ?? []).map(each => each.term.toLowerCase());
  const twin = terms.findIndex((term, at) => terms.indexOf(term) !== at);
  if (twin >= 0) refuseInvalid([{ pointer: `/terms/${twin}/term`, detail: say`This term is there already.` }]);
  for (const [part, held] of [
    ['siteWords', change.siteWords],
    ['themeWords', change.themeWords],
  ] as const)
    for (const tag of Object.keys(held ?? {}))
      if (!site.settings.locales.some(each => each.tag === tag))
        refuseInvalid([{ pointer: `/${part}/${tag}`, detail: say`The site has no such locale.` }]);
  refuseUnknownStyles(site, change.styles ?? []);
  refuseUnknownChoices(site, change.wordChoices ?? {});
  refuseUnknownTypes(site, change.lockedKinds ?? []);
  const { signUp } = change;
  if (signUp && signUp.membership !== '' && !memberships.includes(signUp.membership))
    refuseInvalid([{ pointer: '/signUp/membership', detail: say`There is no such membership.` }]);
  await site.writes.run(() => changeSettings(site, change));
}

function refuseUnknownStyles(site: Site, styles: readonly StyleRule[]): void {
  const known = site.theme.manifest.styles ?? [];
  const { pageById } = site.snapshots.at();
  const faults = styles.flatMap(({ style, section, locale }, at): Fault[] => [
    ...(known.some(each => each.name === style) ? [] : [{ pointer: `/styles/${at}/style`, detail: say`The theme has no such style.` }]),
    ...(section === null || pageById.has(section) ? [] : [{ pointer: `/styles/${at}/section`, detail: say`That page is gone.` }]),
    ...(locale === null || site.settings.locales.some(each => each.tag === locale)
      ? []
      : [{ pointer: `/styles/${at}/locale`, detail: say`The site has no such locale.` }]),
  ]);
  if (faults.length > 0) refuseInvalid(faults);
}

function refuseUnknownTypes({ registry }: Site, kinds: readonly GovernedKind[]): void {
  const known = { 'page types': registry.pageTypes, 'block types': registry.blockTypes };
  kinds.forEach(({ kind, types }, at) => {
    const { typedBy } = kindNamed(kind);
    const unknown = types.findIndex(type => !typedBy || !known[typedBy].has(type));
    if (unknown >= 0) refuseInvalid([{ pointer: `/lockedKinds/${at}/types/${unknown}`, detail: say`There is no such type.` }]);
  });
}

function refuseUnknownChoices({ registry }: Site, choices: WordChoices): void {
  const types = new Map<string, BlockType | PageType>([
    ...[...registry.pageTypes.values()].map(type => [choiceName('page', type.name), type] as const),
    ...[...registry.blockTypes.values()].map(type => [choiceName('block', type.name), type] as const),
  ]);
  for (const [name, fields] of Object.entries(choices)) {
    const type = types.get(name);
    if (!type) refuseInvalid([{ pointer: `/wordChoices/${name}`, detail: say`There is no such type.` }]);
    for (const field of Object.keys(fields))
      if (!type.fields.some(each => each.name === field))
        refuseInvalid([{ pointer: `/wordChoices/${name}/${field}`, detail: say`${told(type.label)} has no such field.` }]);
  }
}
