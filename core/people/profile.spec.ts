import { filledProfile, longestAnswer, type ProfileField } from './profile';

const fields: readonly ProfileField[] = [
  { name: 'town', label: 'Town', help: '', isRequired: true },
  { name: 'boat', label: 'Boat', help: 'Its name', isRequired: false },
];
const fill = (said: Record<string, string>, before = {}) => filledProfile(fields, before, name => said[name] ?? '');

describe('filledProfile', () => {
  it('keeps what is asked no more, and each answer as one line', () =>
    expect(fill({ town: ' Looe\n ', boat: 'A\tB', other: 'x' }, { shoe: '42', town: 'Fowey' })).toEqual({
      profile: { shoe: '42', town: 'Looe', boat: 'A B' },
      fault: '',
    }));
  for (const [said, fault] of [
    [{ town: ' ' }, 'Town: please say something.'],
    [{ town: 'Looe', boat: 'x'.repeat(longestAnswer + 1) }, `Boat: at most ${longestAnswer} characters.`],
    [{ town: '🦀'.repeat(longestAnswer) }, ''],
  ] as const)
    it(`says “${fault}”`, () => expect(fill(said).fault).toBe(fault));
});
