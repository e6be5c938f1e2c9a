import type { Field } from '../fields/index';

/** What something from elsewhere is for; readers allow each purpose by itself, and take it back. */
export const purposeField: Field = {
  name: 'purpose',
  label: 'For',
  kind: 'choice',
  help: 'It is fetched only once whoever reads has allowed this purpose.',
  choices: [
    { value: 'media', label: 'Maps, films and other things from elsewhere' },
    { value: 'measuring', label: 'Measuring how the site is used' },
    { value: 'comfort', label: 'Comforts such as chats' },
  ],
};
