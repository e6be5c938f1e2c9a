import type { Field } from '../../fields/index';
import { say } from '../../tongue/say';
import type { BlockType } from '../block-type';
import { purposeField } from '../consent';

const fields: readonly Field[] = [
  {
    name: 'address',
    label: 'Address',
    kind: 'short text',
    help: 'Of a page elsewhere, beginning with https://. Its host must be on the list in the set-up of the site.',
    required: true,
    most: 1_000,
  },
  {
    name: 'what',
    label: 'What it is',
    kind: 'short text',
    help: 'For those who cannot see it, and for those who decide whether to have it shown: “Map of the way to the hide”.',
    required: true,
    most: 120,
    hasOwnWords: true,
  },
  { name: 'height', label: 'Height', kind: 'number', help: 'In pixels.', least: 120, most: 2_000, initial: 420 },
  purposeField,
];

/** A page from elsewhere, shut in a frame, once whoever reads wants it. */
export const outsidePage: BlockType = {
  name: 'outside page',
  label: 'Outside page',
  purpose: 'Partners and outside',
  description: 'A page from elsewhere, shut in a frame, once whoever reads wants it.',
  version: 1,
  fields,
  faults: ({ address }, { framedHosts }) => {
    const host = hostOf(String(address));
    if (host === null) return [{ pointer: '/address', detail: say`An address elsewhere begins with https://.` }];
    return framedHosts.includes(host) ? [] : [{ pointer: '/address', detail: say`${host} is not on the list in the set-up of the site.` }];
  },
  model: ({ fields: chosen }) => {
    const address = String(chosen['address']);
    const host = hostOf(address);
    return { data: host === null ? {} : { frame: address, from: host, link: address } };
  },
};

function hostOf(address: string): string | null {
  try {
    const { protocol, hostname, username, port } = new URL(address);
    return protocol === 'https:' && username === '' && port === '' ? hostname : null;
  } catch {
    return null;
  }
}
