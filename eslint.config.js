import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import eslint from '@eslint/js';
import angular from 'angular-eslint';
import imports from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';

// What is declared of a kind of record is looked up; nobody asks which one it is.
const kindNames = '/^(page|block|placement|shared rule|expectation)$/';
const noKinds = [
  `BinaryExpression[operator=/^[!=]==$/]:matches([left.property.name=/kind$/i], [left.name=/kind$/i])[right.value=${kindNames}]`,
  `SwitchStatement:matches([discriminant.property.name=/kind$/i], [discriminant.name=/kind$/i]) > SwitchCase[test.value=${kindNames}]`,
].map(selector => ({ selector, message: 'Look up what is declared of the kind instead of asking which one it is.' }));

// The folders by their aliases, and files by the paths between them.
const root = path.dirname(fileURLToPath(import.meta.url));
const aliases = {
  interfaceVersion: 3,
  name: 'folders',
  resolve: (source, from) => {
    const folder = /^@(core|contract|server|demo)\//.exec(source);
    const place = folder ? path.join(root, source.slice(1)) : source.startsWith('.') ? path.resolve(path.dirname(from), source) : null;
    const file = place && [`${place}.ts`, path.join(place, 'index.ts')].find(existsSync);
    return file ? { found: true, path: file } : { found: false };
  },
};

export default tseslint.config(
  { ignores: ['node_modules', 'dist', '.angular', '.almanac'] },
  {
    files: ['**/*.ts'],
    extends: [eslint.configs.recommended, ...tseslint.configs.recommended],
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    // No circle among files. Types are erased, so what only they go round is none.
    files: ['**/*.ts'],
    plugins: { 'import-x': imports },
    settings: {
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
      'import-x/resolver-next': [aliases],
    },
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }] },
  },
  { files: ['server/**/*.ts'], ignores: ['**/*.spec.ts'], rules: { 'no-restricted-syntax': ['error', ...noKinds] } },
  {
    // The heart stays pure: no clock, no chance, no input or output, nothing of the layers above.
    files: ['core/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'process',
        'fetch',
        'window',
        'document',
        'localStorage',
        'setTimeout',
        'setInterval',
        'performance',
        'console',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now' },
        { object: 'Math', property: 'random' },
        { object: 'DateTime', property: 'now' },
        { object: 'DateTime', property: 'local' },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core reads no clock; the moment is a parameter.',
        },
      ],
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^node:|^@angular|^rxjs|^express|^knex|^@(contract|server|demo)/|/(contract|server|web|demo)/',
              message: 'The core imports nothing of the layers above it and does no input or output.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['contract/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^node:|^@angular|^express|^knex|^@(server|demo)/|/(server|web|demo)/', message: 'The contract knows the core only.' },
          ],
        },
      ],
    },
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['**/*.spec.ts', 'server/testing/**', 'server/clocks.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^@angular|^@demo/|/(web|demo)/', message: 'The server knows the core and the contract only.' }] },
      ],
      'no-restricted-properties': ['error', { object: 'Date', property: 'now', message: 'Only the two clocks read the time.' }],
    },
  },
  {
    // The services know nothing of requests and answers: the edge makes these of what they give and refuse.
    files: ['server/{services,site,repositories,database,errors,public,files,starting,mail}/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^@angular|^@demo/|/(web|demo|http)/', message: 'The services import nothing of the layers above them.' }] },
      ],
    },
  },
  {
    files: ['server/main.ts', 'server/begin.ts', 'server/check.ts', 'server/upgrade.ts', 'demo/**/*.ts', 'bench/**/*.ts', 'tools/**/*.ts'],
    rules: { 'no-console': 'off' },
  },
  { files: ['web/**/*.ts'], ignores: ['**/*.spec.ts'], rules: { 'no-restricted-syntax': ['error', ...noKinds] } },
  {
    files: ['web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      'no-console': ['error', { allow: ['error'] }],
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^node:|^express|^knex|^@(server|demo)/|/(server|demo)/',
              message: 'The editor knows the core and the contract only.',
            },
            { regex: '^@contract/', message: 'Only types of the contract: its validation stays on the server.', allowTypeImports: true },
          ],
        },
      ],
      '@angular-eslint/directive-selector': ['error', { type: 'attribute', prefix: 'almanac', style: 'camelCase' }],
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'almanac', style: 'kebab-case' }],
    },
  },
  { files: ['web/**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility] },
);
