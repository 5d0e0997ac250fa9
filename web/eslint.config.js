import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist/', 'target/', 'node_modules/', '.svelte-check/', 'src/api/generated.d.ts'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  {
    languageOptions: { globals: globals.browser },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      // Maps and dates here are made anew within one calculation and never kept.
      'svelte/prefer-svelte-reactivity': 'off',
    },
  },
  {
    // What two places need is a piece, or a state.
    files: ['src/places/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: '^\\.\\./[a-z]', message: 'Of another place: make it a piece or a state.' },
            { regex: '/places/', message: 'Of another place: make it a piece or a state.' },
          ],
        },
      ],
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'svelte/no-navigation-without-resolve': 'off' },
  },
);
