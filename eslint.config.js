import tseslint from 'typescript-eslint'

// What makes a function impure: the core takes the time, chance and everything else as an argument.
const impure = [
  { object: 'Date', property: 'now', message: 'Take the time as an argument.' },
  { object: 'Math', property: 'random', message: 'Take a seeded source as an argument.' },
]

export default tseslint.config(
  {
    ignores: [
      'web/public/**',
      '**/dist/**',
      '**/node_modules/**',
      'test-results/**',
      'data/**',
      'e2e/test-results/**',
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
      'no-console': 'off',
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 90, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', 8],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': ['error', ...impure],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'console',
        'fetch',
        'setTimeout',
        'setInterval',
      ],
      'no-restricted-exports': [
        'error',
        { restrictDefaultExports: { direct: true, named: true, defaultFrom: true } },
      ],
    },
  },
  {
    files: ['**/*.test.ts', 'e2e/**/*.ts', 'server/store/**'],
    rules: { 'max-lines-per-function': 'off' },
  },
)
