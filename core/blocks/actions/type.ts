import type { FieldValues } from '../../fields/field';
import { roles } from '../../kinds/kind';
import type { Field } from '../../fields/index';
import type { BlockContext, BlockType } from '../block-type';

/** What a reader may do, as a template shows it. */
interface ActionModel {
  readonly action: string;
  /** Its words; empty for those of the theme. */
  readonly label: string;
  readonly path: string;
}

const actionFields: readonly Field[] = [
  {
    name: 'action',
    label: 'What',
    kind: 'choice',
    help: 'To join and to leave, readers need the membership that the site gives to whoever signs up.',
    choices: [
      { value: 'sign up', label: 'Sign up' },
      { value: 'sign in', label: 'Sign in' },
      { value: 'join', label: 'Join' },
      { value: 'account', label: 'Change what we know of them' },
      { value: 'leave', label: 'Leave' },
      { value: 'write', label: 'Work on this page' },
      { value: 'sign out', label: 'Sign out' },
    ],
  },
  { name: 'label', label: 'Words', kind: 'short text', help: 'Empty says what is usual.', most: 80, hasOwnWords: true },
];

const fields: readonly Field[] = [
  {
    name: 'actions',
    label: 'What readers may do',
    kind: 'list',
    item: 'action',
    help: 'Each reader sees only what they may do now, in this order. Whoever may do none of it sees nothing.',
    required: true,
    most: 12,
    fields: actionFields,
  },
];
/** What whoever reads may do here: sign up, join, leave, work on the page. */
export const actions: BlockType = {
  name: 'actions',
  label: 'What readers may do',
  purpose: 'To take part',
  description: 'What whoever reads may do here: sign up, join, leave, work on the page.',
  version: 1,
  fields,
  model: context => {
    const chosen = context.fields['actions'] as readonly FieldValues[];
    const possible = chosen.flatMap(({ action, label }): ActionModel[] => {
      const path = pathOf(String(action), context);
      return path === null ? [] : [{ action: String(action), label: String(label), path }];
    });
    const { membership } = context.signUp;
    return {
      data: { actions: possible },
      dependsOn: ['signed in', ...roleKeys, ...(membership === '' ? [] : [`membership ${membership}`])],
    };
  },
};

const roleKeys = roles.map(role => `role ${role}`);

/** Where an action leads; null for whoever may not do it. */
function pathOf(action: string, { reader, signUp, page, snapshot }: BlockContext): string | null {
  const { signedIn, memberships } = reader;
  const back = encodeURIComponent(page?.address ?? snapshot.front?.address ?? '/');
  const isMember = memberships.includes(signUp.membership);
  const paths: Readonly<Record<string, string | false>> = {
    'sign up': !signedIn && signUp.isOpen && '/sign-in/new',
    'sign in': !signedIn && `/sign-in?to=${back}`,
    join: signedIn && signUp.isOpen && signUp.membership !== '' && !isMember && `/sign-in/membership?to=${back}`,
    account: signedIn && '/sign-in/profile',
    leave: signedIn && isMember && `/sign-in/membership?to=${back}`,
    write: reader.roles.length > 0 && page !== null && `/almanac/pages/${page.id}`,
    'sign out': signedIn && `/sign-in?to=${back}`,
  };
  return paths[action] || null;
}
