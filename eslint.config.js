import jsxA11y from 'eslint-plugin-jsx-a11y-x'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

// What makes a function impure: the core takes the time, chance and everything else as an argument.
const impure = [
  { object: 'Date', property: 'now', message: 'Take the time as an argument.' },
  { object: 'Math', property: 'random', message: 'Take a seeded source as an argument.' },
]
const outside = [
  ...['window', 'document', 'navigator', 'localStorage', 'fetch', 'performance', 'crypto'],
  ...['process', 'Buffer', 'global', 'globalThis', 'console', 'setTimeout', 'setInterval'],
]
const tests = ['**/*.test.ts', '**/*.test.tsx', 'e2e/**/*.ts', '**/test/**']

export default tseslint.config(
  {
    ignores: [
      'web/public/**',
      '**/dist/**',
      '**/node_modules/**',
      'test-results/**',
      'reports/**',
      'data/**',
      '**/*.{js,mjs,cjs}',
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/ban-ts-comment': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      eqeqeq: 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { args: 'after-used', ignoreRestSiblings: true, varsIgnorePattern: '^_' },
      ],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 90, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 8],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/test/**'],
    rules: {
      'no-restricted-properties': ['error', ...impure],
      'no-restricted-globals': ['error', ...outside],
      'no-restricted-exports': [
        'error',
        { restrictDefaultExports: { direct: true, named: true, defaultFrom: true } },
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    extends: [jsxA11y.configs.recommended],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      // A region that scrolls is reached by the Tab key, or nobody without a mouse sees its end.
      'jsx-a11y-x/no-noninteractive-tabindex': 'off',
      // What opens to be typed into is typed into at once.
      'jsx-a11y-x/no-autofocus': 'off',
    },
  },
  {
    // A numerical method in one piece, where it names its source: its inner loops share their arrays.
    files: ['core/pneumatics/solver.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 150, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: [...tests, 'server/store/**'],
    rules: {
      'max-lines-per-function': 'off',
      'max-lines': 'off',
    },
  },
)
