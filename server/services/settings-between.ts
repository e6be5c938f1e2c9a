import type { SettingBetween } from '@contract/between';
import { countOf, listOf } from '@core/format/moment';
import { labelOfTarget, limitsOf, type ThemeManifest } from '@core/theme/manifest';
import { say, told, word } from '@core/tongue/say';
import { settingsReadersNotice, type SiteSettings } from '../repositories/settings-repository';
import type { AsSet, Site } from '../site/site';

type Noticed = (typeof settingsReadersNotice)[number];

const labels: Readonly<Record<Noticed, string>> = {
  name: word`Name of the site`,
  description: word`What the site is about`,
  zone: word`Time zone`,
  locales: word`Languages`,
  siteWords: word`Name of the site in other languages`,
  themeWords: word`Fixed words`,
  styles: word`Styles of sections`,
  wordChoices: word`Fields with other words by language`,
  limits: word`What regions may hold`,
  siteTypes: word`Types of this site`,
};

/** What was set otherwise at the one moment than at the other, of what readers notice. @param from, until - UTC milliseconds */
export function settingsBetween(site: Site, from: number, until: number): SettingBetween[] {
  const [before, after] = [site.asSetAt(from), site.asSetAt(until)];
  return settingsReadersNotice
    .filter(name => JSON.stringify(before.settings[name]) !== JSON.stringify(after.settings[name]))
    .map(name => ({ name, label: told(labels[name]), before: wordsOf(name, before, after), after: wordsOf(name, after, before) }));
}

// Of limits only those of regions that hold otherwise.
function wordsOf(name: Noticed, { settings, theme }: AsSet, other: AsSet): string {
  const inWords: { readonly [Name in Noticed]: (value: SiteSettings[Name]) => string } = {
    name: value => value,
    description: value => value,
    zone: value => value,
    locales: value => listOf(value.map(each => each.name)),
    siteWords: value =>
      Object.values(value)
        .flatMap(each => Object.values(each))
        .join(' · '),
    themeWords: value => countOf(Object.values(value).flatMap(each => Object.keys(each)).length, 'word'),
    styles: value => listOf(value.map(each => each.style)),
    wordChoices: value => listOf(Object.entries(value).flatMap(([type, fields]) => Object.keys(fields).map(field => `${type}: ${field}`))),
    siteTypes: value => listOf(value.types.map(each => each.label)),
    limits: () => limitsInWords(theme.manifest, other.theme.manifest),
  };
  return (inWords[name] as (value: unknown) => string)(settings[name]);
}

function limitsInWords(manifest: ThemeManifest, other: ThemeManifest): string {
  return [...manifest.regions, ...manifest.insertionPoints]
    .flatMap(({ name }): readonly string[] => {
      if (JSON.stringify(limitsOf(manifest, null, name)) === JSON.stringify(limitsOf(other, null, name))) return [];
      const { types, least, most } = limitsOf(manifest, null, name);
      const parts = [
        ...(types ? [listOf(types.map(told))] : []),
        ...(least === undefined ? [] : [say`at least ${least}`]),
        ...(most === undefined ? [] : [say`at most ${most}`]),
      ];
      const kind = manifest.regions.some(each => each.name === name) ? 'region' : 'insertion point';
      return parts.length === 0 ? [] : [`${labelOfTarget(manifest, { kind, name })}: ${parts.join(', ')}`];
    })
    .join(' · ');
}
