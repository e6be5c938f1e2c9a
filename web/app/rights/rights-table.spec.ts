import type { Rights, RightsQuestion } from '@contract/rights';
import { of, throwError } from 'rxjs';
import { make, Screen } from '../testing/site';
import { RightsTable } from './rights-table';
import { RoleTable } from './role-table';

const rights: Rights = {
  title: 'Hours',
  workflow: 'Usual way',
  rows: [
    { says: 'Write on it', may: true, why: '', people: ['Bea', 'Edwin'] },
    { says: 'Publish', may: false, why: 'It takes the role editor.', people: ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] },
    { says: 'Delete it for good', may: false, why: 'Deleting for good needs a manager.', people: [] },
  ],
};

describe('RightsTable', () => {
  it('says what one may, what the rest takes, and who could', async () => {
    const asked: RightsQuestion[] = [];
    const api = { readRights: (question: RightsQuestion) => (asked.push(question), of(rights)) };
    const screen = new Screen(await make(RightsTable, { record: 'r', locale: 'cy' }, api as never));
    expect(asked).toEqual([{ record: 'r', locale: 'cy' }]);
    const cells = [...screen.host.querySelectorAll('tbody tr')].map(row =>
      [...row.children].map(each => each.textContent.replace(/\s+/g, ' ').trim()),
    );
    expect(cells).toEqual([
      ['Write on it', 'yes', 'Bea and Edwin'],
      ['Publish', 'no It takes the role editor.', 'A, B, C, D, E and F and 2 more'],
      ['Delete it for good', 'no Deleting for good needs a manager.', 'nobody'],
    ]);
    expect(screen.text).toContain('It goes live by “Usual way”.');
  });

  it('says so when it cannot be read', async () => {
    const screen = new Screen(await make(RightsTable, {}, { readRights: () => throwError(() => new Error('away')) }));
    expect(screen.host.querySelector('[role="alert"]')!.textContent).toBe('away');
  });
});

describe('RoleTable', () => {
  it('has a row for each right over each kind and for each act, by role', async () => {
    const screen = new Screen(await make(RoleTable, {}));
    const row = (says: string) =>
      [...screen.host.querySelectorAll('tbody tr')]
        .find(each => each.querySelector('th')!.textContent === says)!
        .textContent.replace(says, '')
        .replace(/\s+/g, '')
        .replace(/·no/g, '·');
    // writer, translator, editor, manager, administrator
    expect(row('Page: write')).toBe('yes·yesyesyes');
    expect(row('Placement: publish at once')).toBe('····yes');
    expect(row('Invite people and set what they may do')).toBe('····yes');
  });
});
