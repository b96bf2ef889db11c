import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';
import { keptText } from './scripts/lint/keptText.mjs';

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      '.mutants/',
      'reports/',
      '**/node_modules/',
      'playwright-report/',
      'test-results/',
      '**/*.mjs',
      '**/*.cjs',
      'eslint.config.js',
    ],
  },
  ...tseslint.configs.recommendedTypeChecked,
  {
    languageOptions: {
      parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname },
    },
  },
  {
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      'no-eval': 'error',
      /** The formatter is on everywhere: what it makes ugly wants a helper with a name. */
      'no-warning-comments': ['error', { terms: ['prettier-ignore'], location: 'anywhere' }],
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXAttribute[name.name="dangerouslySetInnerHTML"]',
          message: 'Text is never taken as HTML.',
        },
        {
          selector:
            'JSXAttribute[name.name="style"] > JSXExpressionContainer > ObjectExpression > Property > Literal',
          message:
            'What stands fast is a class of the style sheet; here goes only what is reckoned.',
        },
      ],
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false } },
      ],
    },
  },
  /**
   * What is longer from before stands in eslint-suppressions.json, which only gets shorter: what is
   * mended is taken out of it by `eslint . --prune-suppressions`.
   */
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: { 'max-lines': ['error', { max: 350 }] },
  },
  {
    files: ['{core,server,web}/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    rules: { 'max-lines-per-function': ['error', { max: 80 }] },
  },
  {
    files: ['web/src/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: { 'max-lines-per-function': ['error', { max: 120 }] },
  },
  {
    files: ['web/src/**'],
    plugins: { 'react-hooks': hooks, velk: { rules: { 'kept-text': keptText } } },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      'velk/kept-text': 'error',
    },
  },
);
