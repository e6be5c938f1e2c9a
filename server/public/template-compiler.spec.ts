import * as fc from 'fast-check';
import Handlebars from 'handlebars';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { writeOutBlocks } from './template-compiler';

const options = { knownHelpersOnly: true, knownHelpers: { is: true, or: true, word: true } };

function prepared(): typeof Handlebars {
  const made = Handlebars.create();
  made.registerHelper('is', (a: unknown, b: unknown) => a === b);
  made.registerHelper('or', (a: unknown, b: unknown) => a || b);
  made.registerHelper('word', (name: string, { data }: Handlebars.HelperOptions) => {
    const { wordsOfTheme } = data?.root as { readonly wordsOfTheme: Readonly<Record<string, string>> };
    return wordsOfTheme[name] ?? name;
  });
  made.registerPartial('part', made.compile('[{{#each c}}{{#if @first}}<{{/if}}{{this}}{{/each}}{{a}}{{given}}]', options));
  return made;
}

const standard = prepared();
const own = prepared();
writeOutBlocks(own);

const name = fc.constantFrom('a', 'b', 'c', 'd.a', 'd.c', 'this', '../a', '../../b', '@index', '@first', '@last', '@key', '@root.a');
const asked = fc.oneof(
  name,
  fc.tuple(name, name).map(([left, right]) => `(is ${left} ${right})`),
  name.map(each => `(is ${each} "x")`),
  fc.tuple(name, name).map(([left, right]) => `(or ${left} (is ${right} 0))`),
);
const { template } = fc.letrec<{ template: string; piece: string }>(tie => ({
  template: fc.array(tie('piece'), { maxLength: 4 }).map(pieces => pieces.join('')),
  piece: fc.oneof(
    { maxDepth: 4, depthIdentifier: 'template' },
    fc.constantFrom('t', '<p>', '{{> part}}', '{{> part given="g" c=a}}', '{{word "read more"}}', '{{word "x"}}', '{{word a}}'),
    name.map(each => `{{${each}}}`),
    fc.tuple(asked, tie('template'), tie('template')).map(([of, yes, no]) => `{{#if ${of}}}${yes}{{else}}${no}{{/if}}`),
    fc.tuple(asked, asked, tie('template')).map(([of, then, yes]) => `{{#if ${of}}}1{{else if ${then}}}${yes}{{/if}}`),
    fc.tuple(asked, tie('template')).map(([of, yes]) => `{{#unless ${of}}}${yes}{{/unless}}`),
    fc.tuple(asked, tie('template')).map(([of, yes]) => `{{#if ${of} includeZero=true}}${yes}{{else}}none{{/if}}`),
    fc.tuple(name, tie('template')).map(([of, yes]) => `{{#unless ${of} includeZero=true}}${yes}{{/unless}}`),
    fc.tuple(name, tie('template'), tie('template')).map(([of, each, none]) => `{{#each ${of}}}${each}{{else}}${none}{{/each}}`),
    fc.tuple(name, tie('template'), tie('template')).map(([of, yes, no]) => `{{#with ${of}}}${yes}{{else}}${no}{{/with}}`),
  ),
}));

const word = fc.constantFrom('', 'x', 'y & <z>');
const { value } = fc.letrec<{ value: unknown; record: unknown }>(tie => ({
  value: fc.oneof(
    { maxDepth: 3, depthIdentifier: 'value' },
    word,
    fc.constantFrom(0, 1, true, false, null, undefined),
    fc.array(tie('value'), { maxLength: 3 }),
    tie('record'),
  ),
  record: fc.record({ a: tie('value'), b: tie('value'), c: tie('value'), d: tie('value') }, { requiredKeys: [], noNullPrototype: true }),
}));

describe('templates with their blocks written out', () => {
  it('say what they say as the standard compiler has them', () => {
    fc.assert(
      fc.property(template, fc.record({ a: value, b: value, c: value, d: value }, { noNullPrototype: true }), (source, given) => {
        const data = { ...given, wordsOfTheme: { x: 'an <x>' } };
        return own.compile(source, options)(data) === standard.compile(source, options)(data);
      }),
      { numRuns: 150 },
    );
  });

  it('are written out wherever a theme asks, lists, takes apart or says something', () => {
    const folder = path.resolve('themes/shore/templates');
    for (const file of readdirSync(folder)) {
      const known = {
        ...options.knownHelpers,
        concat: true,
        richText: true,
        slug: true,
        picture: true,
        ownLabel: true,
        rendition: true,
        once: true,
      };
      const script = String(own.precompile(readFileSync(path.join(folder, file), 'utf8'), { ...options, knownHelpers: known }));
      expect(/lookupProperty\(helpers,"(if|unless|with|is|word)"\)/.exec(script)?.[1])
        .withContext(file)
        .toBeUndefined();
    }
  });
});
