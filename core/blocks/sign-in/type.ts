import type { Field } from '../../fields/index';
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
  {
    name: 'inText',
    label: 'To those who are signed in',
    kind: 'long text',
    help: 'A greeting. Empty says nothing.',
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
  version: 1,
  fields,
  model: ({ fields: chosen, page, snapshot, reader }) => {
    const to = snapshot.pageById.get(String(chosen['to'])) ?? page ?? snapshot.front;
    return {
      data: { isIn: reader.signedIn, to: encodeURIComponent(to?.address ?? '/') },
      dependsOn: ['signed in'],
    };
  },
};
