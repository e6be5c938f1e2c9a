import type { Field } from '../fields/index';

const inView = (width: string, label: string, most: number, initial: number): Field => ({
  name: width,
  label,
  kind: 'number',
  help: 'How many stand beside one another.',
  least: 1,
  most,
  initial,
});

/** What is set of a carousel; several listings may share it. */
export const carouselFields: readonly Field[] = [
  inView('phone', 'In view on a phone', 2, 1),
  inView('tablet', 'In view on a tablet', 4, 2),
  inView('desk', 'In view at a desk', 6, 3),
  {
    name: 'shape',
    label: 'Pictures',
    kind: 'choice',
    help: 'All cut to one shape around what matters in each, or each as it is, at one height.',
    choices: [
      { value: 'wide', label: 'Wide' },
      { value: 'square', label: 'Square' },
      { value: 'tall', label: 'Tall' },
      { value: 'own', label: 'Each its own' },
    ],
    initial: 'wide',
  },
  { name: 'arrows', label: 'With arrows', kind: 'yes or no', help: 'Off leaves swiping, scrolling and the keyboard.', initial: true },
  { name: 'dots', label: 'With dots', kind: 'yes or no', help: 'One for each place it can stand at. Off shows none.', initial: true },
  { name: 'loops', label: 'From the last on to the first', kind: 'yes or no', help: 'Off ends at the last.' },
  {
    name: 'seconds',
    label: 'Moves by itself after',
    kind: 'number',
    help: 'Seconds; 0 stays still. It rests while somebody points at it or is in it, has a button to stop it, and stays still for those who asked for less motion.',
    least: 0,
    most: 60,
    initial: 0,
  },
];
