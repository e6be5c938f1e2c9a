import { link } from '../../fields/link/link';
import {
  forwardedFrom,
  forwardingsAt,
  forwardingsOf,
  leadsOn,
  type Destination,
  type ForwardingStatus,
  type ForwardingValue,
} from '../../forwarding/forwarding';
import { emptySet } from '../../reach/bit-set';
import { noPages } from '../effect';
import type { Kind, KindSite } from '../kind';
import { say, told, word } from '../../tongue/say';
import { forwardingSchema } from './schema';

const statusWords: Readonly<Record<ForwardingStatus, string>> = {
  308: word`moved for good`,
  301: word`moved for good, said in the older way`,
  302: word`leads there for now`,
  410: word`gone`,
  404: word`kept free`,
};

/** A forwarding: an old address that leads to a new one. */
export const forwarding: Kind<ForwardingValue> = {
  name: 'forwarding',
  rights: {
    write: ['editor', 'manager', 'administrator'],
    review: ['editor', 'manager', 'administrator'],
    publish: ['editor', 'manager', 'administrator'],
  },
  schema: forwardingSchema,
  title: value => value.path,
  ownFields: {
    path: { label: 'Old address', isProse: true },
    to: {
      label: 'Leads to',
      describe: (to: ForwardingValue['to'], { names }) =>
        to === null ? '' : to.page === null ? to.address : `${names.page(to.page)}${to.address}`,
    },
    status: { label: 'Answers', describe: (status: ForwardingStatus) => told(statusWords[status]) },
    beneath: { label: 'With what lay beneath' },
    reason: { label: 'Because', isProse: true },
  },
  references: value => link.references!(value.to, { name: 'to', label: '', kind: 'link', help: '' }, '/to'),
  words: value => [value.to?.address ?? '', value.reason].join('\n'),
  path: (_id, value) => value.path,
  found: (_id, value, { names }) => ({
    detail: value.to?.page ? say`leads to ${names.page(value.to.page)}` : told(statusWords[value.status]),
    pageId: value.to?.page ?? null,
  }),
  effect: (change, before) => {
    const value = (change.value ?? forwardingsOf(before).get(change.recordId) ?? null) as ForwardingValue | null;
    const path = value?.path ?? say`the address`;
    const label =
      change.value === null
        ? say`${path} leads nowhere then`
        : leadsOn(value!.status)
          ? say`${path} leads on`
          : say`${path} is ${told(statusWords[value!.status])}`;
    return { ...noPages, recordId: change.recordId, label };
  },
  pagesToSee: (_id, value) => (value?.to?.page ? [value.to.page] : []),
  pagesChanged: () => [],
  pagesAt: (_id, plan) => emptySet(plan.universe.size),
  whereabouts: () => say`old address`,
  faults: (id, value, site) => [...placeFaults(id, value, site), ...wayFaults(value, site)],
};

function placeFaults(id: string, { path, to }: ForwardingValue, site: KindSite) {
  const twin = forwardingsAt(site.snapshot, path).find(each => each.id !== id);
  const page = site.snapshot.pageByPath.get(path);
  return [
    ...(twin ? [{ pointer: '/path', detail: say`This address leads somewhere already. Change that one.` }] : []),
    ...(page ? [{ pointer: '/path', detail: say`“${page.value.title}” is at this address now; move it first.` }] : []),
    ...(to?.page && !site.hasPage(to.page) ? [{ pointer: '/to', detail: say`That page is gone.` }] : []),
  ];
}

function wayFaults({ path, status }: ForwardingValue, { snapshot }: KindSite) {
  if (!leadsOn(status) || snapshot.pageByPath.has(path)) return [];
  const destination: Destination | undefined = forwardedFrom(snapshot, path)?.destination;
  if (destination?.leads !== 'in a circle') return [];
  return [{ pointer: '/to', detail: say`It leads round in a circle: ${destination.paths.join(' → ')}.` }];
}
