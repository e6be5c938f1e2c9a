import { roles } from '@core/workflow/workflow';
import type { RegionLimits } from '@core/theme/manifest';
import { say } from '@core/tongue/say';
import { entityTagOf, isMatched } from './entity-tags';
import { Refusal, refuseInvalid, type Fault } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';
import { changeSettings, type Site } from '../site/site';
import { refuseUnless } from './rights';

type Limits = Readonly<Record<string, RegionLimits>>;

/** What regions may hold now, and the entity tag by which a change says what it was made from. @see RFC 9110 section 8.8.3 */
export function limitsNow(site: Site): { readonly limits: Limits; readonly tag: string } {
  const { regions, insertionPoints } = site.theme.manifest;
  const limits = Object.fromEntries([...regions, ...insertionPoints].map(target => [target.name, target.limits ?? {}]));
  return { limits, tag: entityTagOf(limits) };
}

/**
 * Sets what regions may hold.
 * @param ifMatch - the tag of the limits that these were made from. @see RFC 9110 section 13.1.1
 * @throws Refusal when the person may not, a name is not known, or somebody has set other limits meanwhile
 */
export async function saveLimits(site: Site, person: Person, limits: Limits, ifMatch: string | undefined): Promise<void> {
  refuseUnless(person, 'change the site');
  const { manifest } = site.theme;
  const names = [...manifest.regions, ...manifest.insertionPoints].map(each => each.name);
  const faults = Object.entries(limits).flatMap(([name, each]): Fault[] => [
    ...(names.includes(name) ? [] : [{ pointer: `/${name}`, detail: say`The theme has no region of this name.` }]),
    ...(each.types ?? []).flatMap((type, at) =>
      site.registry.blockTypes.has(type) ? [] : [{ pointer: `/${name}/types/${at}`, detail: say`There is no such type of block.` }],
    ),
    ...(each.roles ?? []).flatMap((role, at) =>
      roles.some(known => known === role) ? [] : [{ pointer: `/${name}/roles/${at}`, detail: say`There is no such role.` }],
    ),
    ...(each.least !== undefined && each.most !== undefined && each.least > each.most
      ? [{ pointer: `/${name}/most`, detail: say`The most must not be fewer than the least.` }]
      : []),
  ]);
  if (faults.length > 0) refuseInvalid(faults);
  if (ifMatch === undefined) throw new Refusal('basis-missing', say`Say in If-Match which limits these were made from.`);
  await site.writes.run(() => {
    const theirs = limitsNow(site);
    if (!isMatched(ifMatch, theirs.tag))
      throw new Refusal('changed-meanwhile', say`Somebody has set other limits meanwhile. Yours are kept; compare the two.`, [], {
        theirs,
      });
    return changeSettings(site, { limits });
  });
}
