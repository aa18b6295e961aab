import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const quiet = {
  '@typescript-eslint/no-non-null-assertion': 'off',
  '@typescript-eslint/restrict-template-expressions': [
    'error',
    { allowNumber: true, allowBoolean: false, allowNullish: true },
  ],
  '@typescript-eslint/no-confusing-void-expression': 'off',
  // What is asynchronous by its interface stays so where there is nothing to wait for.
  '@typescript-eslint/require-await': 'off',
  '@typescript-eslint/no-unused-vars': [
    'error',
    { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
  ],
};

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '**/.angular/**',
      '.data/**',
      '**/*.cjs',
      '**/*.mjs',
      'eslint.config.js',
    ],
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.recommendedTypeChecked, ...tseslint.configs.stylistic],
    languageOptions: {
      parserOptions: {
        project: [
          ...['core', 'server', 'cli', 'demo', 'bench', 'e2e', 'web'].map((place) => `./${place}/tsconfig.json`),
          './web/studio/tsconfig.worker.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: quiet,
  },
  {
    files: ['web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'lc', style: 'kebab-case' }],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/no-output-native': 'off',
      // Take time and cut time meet in one place: everything else asks the assembly player for the time of the cut.
      'no-restricted-properties': [
        'error',
        { property: 'currentTime', message: 'Ask the assembly player: it alone knows which picture is up.' },
      ],
    },
  },
  {
    files: ['web/shared/{assembly-player,deck,side-sounds}*.ts'],
    rules: { 'no-restricted-properties': 'off' },
  },
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {},
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'window', 'document', 'process', 'fetch'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['**/*.spec.ts', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
    },
  },
);
