import js from '@eslint/js';
import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';

export default tseslint.config(
  { ignores: ['**/dist/**', 'data/**', '.kanga/**', 'node_modules/**', 'test-results/**'] },
  { linterOptions: { reportUnusedDisableDirectives: 'error', noInlineConfig: true } },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...tseslint.configs.stylistic,
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      'no-empty': ['error', { allowEmptyCatch: false }],
      eqeqeq: 'error',
      'max-lines': ['error', { max: 330, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['apps/web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXAttribute Literal[value=/#[0-9a-fA-F]{3,8}\\b/]',
          message: 'Colours are tokens in style.css: take one of those, or add one.',
        },
        {
          selector: 'JSXAttribute TemplateElement[value.raw=/\\[#[0-9a-fA-F]{3,8}\\]/]',
          message: 'Colours are tokens in style.css: take one of those, or add one.',
        },
      ],
    },
  },
  // The core knows nothing: no clock, no randomness of its own, nothing of the machine it runs on.
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.bench.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage', 'performance'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Take a seed: the core gives the same answer everywhere.' },
        { object: 'Date', property: 'now', message: 'Take the time as an argument: the core has no clock.' },
      ],
    },
  },
  // Where a door is, the routes of the contract say.
  {
    files: ['apps/server/src/**/*.ts'],
    ignores: ['apps/server/src/http/route.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          name: '@nestjs/common',
          importNames: ['Get', 'Post', 'Put', 'Delete', 'Patch', 'All', 'HttpCode'],
          message: 'Answer with @Route and the name of a route of the contract.',
        },
      ],
    },
  },
  {
    files: ['scripts/**/*.mjs', '*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        AbortSignal: 'readonly',
        Buffer: 'readonly',
        performance: 'readonly',
        structuredClone: 'readonly',
      },
    },
  },
);
