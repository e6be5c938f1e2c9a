import type { Field } from '../fields/index';

const questionFields: readonly Field[] = [
  { name: 'label', label: 'Question', kind: 'short text', help: 'Beside what is filled in.', required: true, most: 200, hasOwnWords: true },
  {
    name: 'answer',
    label: 'Answered by',
    kind: 'choice',
    help: 'What may be filled in.',
    choices: [
      { value: 'line', label: 'A line' },
      { value: 'text', label: 'Several lines' },
      { value: 'e-mail', label: 'An e-mail address' },
      { value: 'number', label: 'A number' },
      { value: 'date', label: 'A date' },
      { value: 'choice', label: 'One of several' },
      { value: 'tick', label: 'A tick' },
    ],
  },
  {
    name: 'choices',
    label: 'To choose from',
    kind: 'long text',
    help: 'One on each line.',
    required: true,
    most: 2_000,
    hasOwnWords: true,
    askedWhen: { field: 'answer', is: ['choice'] },
  },
  { name: 'isRequired', label: 'Must be answered', kind: 'yes or no', help: 'Off may be left empty.' },
  { name: 'help', label: 'Help', kind: 'short text', help: 'Beneath it. Empty shows none.', most: 200, hasOwnWords: true },
];

/** What is written of a form. */
export const formFields: readonly Field[] = [
  { name: 'intro', label: 'Above it', kind: 'long text', help: 'What it is for. Empty says nothing.', most: 1_000, hasOwnWords: true },
  {
    name: 'questions',
    label: 'Questions',
    kind: 'list',
    item: 'question',
    help: 'In the order in which they are asked. Ask for what is needed and no more.',
    required: true,
    most: 30,
    fields: questionFields,
  },
  { name: 'button', label: 'Words on the button', kind: 'short text', help: 'Empty says “Send”.', most: 60, hasOwnWords: true },
  {
    name: 'thanks',
    label: 'Once it is sent',
    kind: 'long text',
    help: 'What happens next, and when. Empty says thank you.',
    most: 1_000,
    hasOwnWords: true,
  },
  {
    name: 'to',
    label: 'Goes to',
    kind: 'short text',
    help: 'The e-mail address of whoever answers. Empty keeps what is sent here alone.',
    most: 200,
    isAbout: true,
  },
  {
    name: 'offersCopy',
    label: 'Offers a copy',
    kind: 'yes or no',
    help: 'Whoever fills it in may have what they wrote sent to the first e-mail address that they give. Off offers none.',
    isAbout: true,
  },
  {
    name: 'keptDays',
    label: 'Kept for',
    kind: 'number',
    help: 'Days; then what was sent is deleted.',
    least: 1,
    most: 3_650,
    initial: 180,
    isAbout: true,
  },
];
