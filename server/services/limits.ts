import { blockTypeNamed } from '@core/block/types';
import { roles } from '@core/workflow/workflow';
import type { RegionLimits } from '@core/theme/manifest';
import { refuseInvalid, type Fault } from '../http/problems';
import type { Person } from '../repositories/people-repository';
import { changeSettings, type Site } from '../site/site';
import { refuseBeyondSite } from './site-settings';

/** Sets what regions may hold. @throws Refusal when the person may not, or a name is not known */
export async function saveLimits(site: Site, person: Person, limits: Readonly<Record<string, RegionLimits>>): Promise<void> {
  refuseBeyondSite(person, 'Limits are');
  const { manifest } = site.theme;
  const names = [...manifest.regions, ...manifest.insertionPoints].map(each => each.name);
  const faults = Object.entries(limits).flatMap(([name, each]): Fault[] => [
    ...(names.includes(name) ? [] : [{ pointer: `/${name}`, detail: 'The theme has no region of this name.' }]),
    ...(each.types ?? []).flatMap((type, at) =>
      blockTypeNamed(type) ? [] : [{ pointer: `/${name}/types/${at}`, detail: 'There is no such type of block.' }],
    ),
    ...(each.roles ?? []).flatMap((role, at) =>
      roles.some(known => known === role) ? [] : [{ pointer: `/${name}/roles/${at}`, detail: 'There is no such role.' }],
    ),
    ...(each.least !== undefined && each.most !== undefined && each.least > each.most
      ? [{ pointer: `/${name}/most`, detail: 'The most must not be fewer than the least.' }]
      : []),
  ]);
  if (faults.length > 0) refuseInvalid(faults);
  await site.writes.run(() => changeSettings(site, { limits }));
}
