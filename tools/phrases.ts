// Holds the phrasebooks of the core and the server against what is said there; lists what a language has no phrase for.
// With --write, what is said no more is taken out and the rest is put in the order of its places.
import { importedLine } from '@contract/addresses';
import { status } from '@contract/messages';
import { fileSorts } from '@core/file/media-types';
import { servicePages } from '@core/page/service-pages';
import { kinds, recordKinds } from '@core/kinds/index';
import { cellStates } from '@core/reach/grid';
import { blockPurposes } from '@core/blocks/block-type';
import { shippedTypes } from '@core/registry/registry';
import { whenTests } from '@core/rule/tests/when-tests';
import { whereTests } from '@core/rule/tests/where-tests';
import { whoTests } from '@core/rule/tests/who-tests';
import { wordsDeclaredIn } from '@core/tongue/declared';
import { roles } from '@core/workflow/workflow';
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

const folder = 'core/tongue/phrases';

const said = [...new Set([...saidInSources(), ...declared()])];
let faults = 0;
for (const file of readdirSync(folder)) {
  const language = path.basename(file, '.json');
  const at = path.join(folder, file);
  const phrases = JSON.parse(readFileSync(at, 'utf8')) as Record<string, string>;
  for (const phrase of said) {
    const theirs = phrases[phrase];
    const fault = theirs === undefined ? 'has no words' : isWhole(phrase, theirs) ? null : 'does not hold the same values';
    if (fault !== null) console.log(`${language} ${fault}: ${phrase}`);
    faults += fault === null ? 0 : 1;
  }
  const kept = said.filter(phrase => phrase in phrases).map(phrase => [phrase, phrases[phrase]!] as const);
  const over = Object.keys(phrases).length - kept.length;
  if (process.argv.includes('--write')) writeFileSync(at, `${JSON.stringify(Object.fromEntries(kept), null, 2)}\n`);
  else if (over > 0) console.log(`${language} has ${over} phrases that nobody says; ./almanac words takes them out.`);
}
console.log(
  faults === 0
    ? `${said.length} phrases, all said.`
    : `${faults} of ${said.length} phrases are to be said; the editor is not built without them.`,
);
process.exitCode = faults === 0 ? 0 : 1;

/** Whether a phrase in another language holds each value of the first as often as it is needed: at least once. */
function isWhole(phrase: string, theirs: string): boolean {
  const values = (text: string) => [...new Set(text.match(/\{\d+\}/g))].sort().join();
  return theirs !== '' && values(phrase) === values(theirs);
}

/** What is said in the sources: by the tags, and as the nouns of counts. */
function saidInSources(): readonly string[] {
  const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', 'core', 'contract', 'server', 'web'], {
    encoding: 'utf8',
  })
    .split('\n')
    .filter(file => file.endsWith('.ts') && !file.endsWith('.spec.ts') && !file.startsWith('core/tongue/'));
  return files.flatMap(file => {
    const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest);
    const found: string[] = [];
    const visit = (node: ts.Node): void => {
      if (ts.isTaggedTemplateExpression(node) && ts.isIdentifier(node.tag) && ['say', 'word'].includes(node.tag.text))
        found.push(phraseIn(node.template));
      if (ts.isCallExpression(node) && ts.isIdentifier(node.expression) && node.expression.text === 'countOf') {
        const noun = node.arguments[1];
        if (noun && ts.isStringLiteral(noun)) found.push(`${noun.text}|${noun.text}s`);
      }
      ts.forEachChild(node, visit);
    };
    visit(source);
    return found;
  });
}

function phraseIn(template: ts.TemplateLiteral): string {
  if (ts.isNoSubstitutionTemplateLiteral(template)) return template.text;
  return template.head.text + template.templateSpans.map((span, index) => `{${index}}${span.literal.text}`).join('');
}

/** What the types, kinds, tests and themes that ship call themselves and their parts, and the names that people read. */
function declared(): readonly string[] {
  const themes = readdirSync('themes', { withFileTypes: true })
    .filter(each => each.isDirectory())
    .map(({ name: theme }) => JSON.parse(readFileSync(path.join('themes', theme, 'manifest.json'), 'utf8')) as unknown);
  return [
    ...wordsDeclaredIn([...shippedTypes.blockTypes.values()]),
    ...blockPurposes,
    ...wordsDeclaredIn([...shippedTypes.pageTypes.values()]),
    ...wordsDeclaredIn(kinds.filter(kind => kind.typedBy === undefined).flatMap(kind => kind.fields?.({}, shippedTypes) ?? [])),
    ...[...shippedTypes.pageTypes.keys()],
    ...kinds.flatMap(kind => wordsDeclaredIn(kind.ownFields)),
    ...kinds.flatMap(kind => Object.values(kind.ownFields).flatMap(({ empty }) => empty ?? [])),
    ...[whereTests, whoTests, whenTests].flatMap(table => wordsDeclaredIn(table.kinds)),
    ...wordsDeclaredIn(themes),
    ...recordKinds,
    ...recordKinds.map(kind => `${kind}|${kind}s`),
    ...status.options,
    'withdrawn',
    ...importedLine.shape.outcome.options,
    ...fileSorts,
    ...cellStates,
    ...roles,
    // As `withArticle` says them.
    ...[...roles, ...fileSorts, ...recordKinds].map(noun => `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`),
    ...servicePages,
  ];
}
