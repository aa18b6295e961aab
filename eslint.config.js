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

/** A sentence, or words that begin one: what a screen shows stands behind the tag that looks it up in its language. */
const SENTENCE = '/^[A-Z“][^`]*[a-z,] [a-z]|^[a-z]+ [a-z]+ [a-z]+/';
const marked = [
  {
    selector: `Literal[value=${SENTENCE}]`,
    message: 'Words of the screen are marked: $localize`…`.',
  },
  {
    selector: `:not(TaggedTemplateExpression) > TemplateLiteral:not(Property[key.name='template'] > TemplateLiteral) > TemplateElement[value.raw=${SENTENCE}]`,
    message: 'Words of the screen are marked: $localize`…`.',
  },
];

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
      'no-restricted-syntax': ['error', ...marked],
      // Take time and cut time meet in one place: everything else asks the assembly player for the time of the cut.
      'no-restricted-properties': [
        'error',
        { property: 'currentTime', message: 'Ask the assembly player: it alone knows which picture is up.' },
      ],
    },
  },
  {
    // The player itself, and what has no cut yet: a film that nobody has brought in.
    files: [
      'web/shared/{assembly-player,deck,side-sounds,cue-sounds}*.ts',
      'web/studio/src/app/plan/narration/place-player.ts',
    ],
    rules: { 'no-restricted-properties': 'off' },
  },
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      // Every word of the screen is marked, so that it stands in the file of its language.
      '@angular-eslint/template/i18n': [
        'error',
        {
          checkId: false,
          boundTextAllowedPattern: '^[^A-Za-z]*$',
          allowMarkupInContent: true,
          checkAttributes: true,
          ignoreAttributes: [
            ...[
              'accept',
              'appendTo',
              'cdkDragLockAxis',
              'clip-path',
              'aria-controls',
              'aria-haspopup',
              'aria-labelledby',
              'aria-live',
              'ariaCurrentWhenActive',
            ],
            ...[
              'autocomplete',
              'charset',
              'd',
              'data-testid',
              'display',
              'enterkeyhint',
              'icon',
              'inputId',
              'inputmode',
            ],
            ...['mode', 'optionLabel', 'optionValue', 'patternTransform', 'patternUnits', 'position', 'preload'],
            ...[
              'preserveAspectRatio',
              'rel',
              'routerLinkActive',
              'scope',
              'severity',
              'size',
              'styleClass',
              'text-anchor',
            ],
          ],
        },
      ],
    },
  },
  {
    files: ['web/*/src/index.html'],
    rules: { '@angular-eslint/template/i18n': 'off' },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'window', 'document', 'process', 'fetch'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['**/*.spec.ts', '**/*testing.ts', 'e2e/**/*.ts'],
    rules: {
      'no-restricted-syntax': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
    },
  },
);
