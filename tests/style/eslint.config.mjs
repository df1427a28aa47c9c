import js from '@eslint/js';
import globals from 'globals';

const rules = {
  ...js.configs.recommended.rules,
  eqeqeq: 'error',
  'no-var': 'error',
  'prefer-const': 'error',
  'no-implied-eval': 'error',
  'no-unused-vars': ['error', { argsIgnorePattern: '^_', caughtErrors: 'none' }],
};

export default [
  {
    files: ['**/js/**/*.js'],
    languageOptions: { ecmaVersion: 2024, sourceType: 'module', globals: globals.browser },
    // A name that hides another is how a sentence once went unsaid.
    rules: { ...rules, 'no-shadow': 'error' },
  },
  { files: ['**/my/*.js'], languageOptions: { ecmaVersion: 2024, sourceType: 'script', globals: globals.serviceworker }, rules },
  // Tests run in Node.js and hand functions over to the page.
  {
    files: ['**/*.mjs'],
    languageOptions: { ecmaVersion: 2024, sourceType: 'module', globals: { ...globals.node, ...globals.browser } },
    rules,
  },
];
