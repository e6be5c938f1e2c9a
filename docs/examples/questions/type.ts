import type { BlockType } from '@core/blocks/block-type';
import type { Field } from '@core/fields/index';

const fields: readonly Field[] = [
  { name: 'opening', label: 'Opening', kind: 'long text', help: 'Stands before the questions. Empty shows none.', most: 400, hasOwnWords: true },
  {
    name: 'questions',
    label: 'Questions',
    kind: 'list',
    item: 'question',
    help: 'In the order in which they are asked.',
    required: true,
    most: 40,
    fields: [
      { name: 'question', label: 'Question', kind: 'short text', help: 'As a reader would ask it.', required: true, hasOwnWords: true },
      { name: 'answer', label: 'Answer', kind: 'rich text', help: 'Links name pages, so they go on leading there.', required: true, hasOwnWords: true },
    ],
  },
  { name: 'counts', label: 'Says how many there are', kind: 'yes or no', help: 'Off shows the questions alone.' },
];

/** Questions with their answers. */
export const questions: BlockType = {
  name: 'questions',
  label: 'Questions and answers',
  purpose: 'To read',
  description: 'What is asked often, each with its answer.',
  version: 1,
  fields,
  model: ({ fields: asked }) => ({ data: { count: asked['counts'] ? (asked['questions'] as readonly unknown[]).length : null } }),
  template: `<section class="block questions"{{> block-frame}}>
{{#if title}}<h2>{{title}}</h2>
{{/if}}{{#if data.count}}<p>{{data.count}} answers</p>
{{/if}}{{#if fields.opening}}<p>{{fields.opening}}</p>
{{/if}}{{#each fields.questions}}<details id="{{id}}"><summary>{{question}}</summary>{{richText answer}}</details>
{{/each}}</section>
`,
};
