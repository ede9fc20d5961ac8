import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import vueParser from 'vue-eslint-parser';

const unused = ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }];
/** Types are asked of the project's own configurations, so that promises and casts are seen for what they are. */
const typed = {
  project: ['./tsconfig.node.json', './tsconfig.web.json', './tsconfig.web-tests.json'],
  tsconfigRootDir: import.meta.dirname,
  extraFileExtensions: ['.vue'],
};

/** Who asks the machine what time it is. */
const NOW = {
  ofDate: { object: 'Date', property: 'now', message: 'Take the clock that is passed in.' },
  ofNew: {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: 'Take the clock that is passed in.',
  },
};

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', 'data/**', 'reports/**', '.stryker-tmp/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier,
  {
    files: ['**/*.vue'],
    languageOptions: {
      parser: vueParser,
      parserOptions: { ...typed, parser: tseslint.parser, sourceType: 'module' },
      globals: globals.browser,
    },
    rules: { 'no-undef': 'off', 'vue/multi-word-component-names': 'off', 'vue/require-default-prop': 'off' },
  },
  {
    files: ['**/*.ts'],
    languageOptions: { parserOptions: typed },
    // Not in .vue, where the narrow type of a form's first value is a cast that the rule takes for needless.
    rules: { '@typescript-eslint/no-unnecessary-type-assertion': 'error' },
  },
  { files: ['**/*.mjs', '**/*.cjs', 'tools/**', 'server/**', 'tests/**'], languageOptions: { globals: globals.node } },
  {
    files: ['**/*.ts', '**/*.vue'],
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': unused,
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { attributes: false, arguments: false } },
      ],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/only-throw-error': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // The server has one clock, which a test can set.
    files: ['server/**/*.ts'],
    ignores: ['server/clock.ts', '**/*.test.ts'],
    rules: { 'no-restricted-properties': ['error', NOW.ofDate], 'no-restricted-syntax': ['error', NOW.ofNew] },
  },
  { files: ['**/*.test.ts'], rules: { 'vue/one-component-per-file': 'off' } },
  {
    // Core and words have no clock, no randomness of their own and no console: the same input gives the same answer.
    files: ['core/**/*.ts', 'words/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-console': 'error',
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass a random function in.' },
        NOW.ofDate,
      ],
      'no-restricted-syntax': ['error', NOW.ofNew],
    },
  },
);
