import eslint from '@eslint/js';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['node_modules', 'dist', '.angular', '.almanac', 'docs'] },
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
  { files: ['server/main.ts', 'server/check.ts', 'demo/**/*.ts', 'bench/**/*.ts', 'tools/**/*.ts'], rules: { 'no-console': 'off' } },
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
