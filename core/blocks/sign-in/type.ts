import type { Field, FieldValues } from '../../fields/index';
import { withNameSigns } from '../../people/greeting';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'outText',
    label: 'To those who are not signed in',
    kind: 'long text',
    help: 'What signing in is good for. Empty says nothing.',
    most: 400,
    hasOwnWords: true,
  },
  { name: 'outLabel', label: 'Button to sign in', kind: 'short text', help: 'Empty says “Sign in”.', most: 60, hasOwnWords: true },
  { name: 'to', label: 'After signing in', kind: 'page', help: 'Empty comes back to the page that is being read.' },
  { name: 'out', label: 'After signing out', kind: 'page', help: 'Empty comes back to the page that is being read.' },
  {
    name: 'inText',
    label: 'To those who are signed in',
    kind: 'long text',
    help: 'A greeting; {name} stands for their name, {first name} for the first word of it. Empty says nothing.',
    most: 400,
    hasOwnWords: true,
  },
  {
    name: 'offersAccount',
    label: 'With a way to their account',
    kind: 'yes or no',
    help: 'Where they change what we know about them. Off shows none.',
    initial: true,
  },
];

/** A way in, and a greeting for those who are in. */
export const signIn: BlockType = {
  name: 'sign in',
  label: 'Sign in',
  purpose: 'To take part',
  description: 'A way in, and a greeting for those who are in.',
  version: 2,
  fields,
  // Version 1 led to the front page after signing out.
  upgrades: new Map([[1, block => ({ ...block, typeVersion: 2, fields: { out: '', ...(block['fields'] as FieldValues) } })]]),
  model: ({ fields: chosen, page, snapshot, reader }) => {
    const after = (name: string) => {
      const led = snapshot.pageById.get(String(chosen[name])) ?? page ?? snapshot.front;
      return encodeURIComponent(led?.address ?? '/');
    };
    return {
      data: { isIn: reader.signedIn, to: after('to'), out: after('out') },
      fields: { ...chosen, inText: withNameSigns(String(chosen['inText'])) },
      dependsOn: ['signed in'],
    };
  },
};
