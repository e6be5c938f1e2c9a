import type { FieldFault } from '../../fields/field';
import { forwardingAt } from '../../forwarding/forwarding';
import type { PageValue } from '../../page/page';
import type { KindSite } from '../kind';
import { readersFaults } from '../rule-faults';
import { say } from '../../tongue/say';

/** What is wrong with where a page stands and with who may read it. */
export function pageFaults(id: string, value: PageValue, site: KindSite): readonly FieldFault[] {
  return [...standingFaults(id, value, site), ...readersFaults(value.readers, site), ...onceOverFaults(id, value, site)];
}

function onceOverFaults(id: string, { onceOver }: PageValue, site: KindSite): readonly FieldFault[] {
  if (onceOver?.answer !== 'moved') return [];
  const { page } = onceOver.to;
  const pointer = '/onceOver/to/page';
  if (page === id) return [{ pointer, detail: say`A page that is over cannot lead to itself.` }];
  return page !== null && !site.hasPage(page) ? [{ pointer, detail: say`That page is gone.` }] : [];
}

function standingFaults(id: string, value: PageValue, { snapshot, frontId, locales }: KindSite): readonly FieldFault[] {
  const faults: FieldFault[] = [];
  if (!snapshot.manifest.layouts.some(layout => layout.name === value.layout))
    faults.push({ pointer: '/layout', detail: say`The theme has no such layout.` });
  if (value.parentId === null) {
    if (snapshot.front && snapshot.front.id !== id)
      faults.push({ pointer: '/parentId', detail: say`There is a front page already; choose a page above.` });
    return faults;
  }
  if (frontId === id)
    return [{ pointer: '/parentId', detail: say`The front page cannot be taken off or moved: every address begins there.` }];
  const parent = snapshot.pageById.get(value.parentId);
  // A page laid beneath itself is not reachable from the top, and so has no place in the tree.
  if (!parent) faults.push({ pointer: '/parentId', detail: say`The page above is not live, or lies beneath this one.` });
  const path = snapshot.pageById.get(id)?.facts.path;
  const kept = path === undefined ? null : forwardingAt(snapshot, path);
  if (kept?.value.status === 404)
    faults.push({ pointer: '/segment', detail: say`This address is kept free${kept.value.reason ? `: ${kept.value.reason}` : ''}.` });
  const locale = parent?.parent === null ? locales.find(each => each.prefix !== '' && each.prefix === value.segment) : undefined;
  if (locale) faults.push({ pointer: '/segment', detail: say`Addresses in ${locale.name} begin with this.` });
  const twin = parent?.children.find(child => child.value.segment === value.segment && child.id !== id);
  if (twin) faults.push({ pointer: '/segment', detail: say`“${twin.value.title}” has this address already.` });
  return faults;
}
