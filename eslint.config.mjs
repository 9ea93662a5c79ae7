import jsdoc from 'eslint-plugin-jsdoc';
import js from '@eslint/js';
import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/** What a store can do says so: its methods are read by whoever writes screens. */
const storeDocs = {
  meta: { type: 'suggestion', messages: { missing: 'Say in a comment what “{{name}}” does.' } },
  create: (context) => ({
    'ClassDeclaration[id.name=/(Store|Queue|Bus)$/] > ClassBody > MethodDefinition[kind="method"]'(node) {
      const isPublic = node.accessibility !== 'private' && node.accessibility !== 'protected';
      const [last] = context.sourceCode.getCommentsBefore(node).slice(-1);
      const promised = node.parent.parent.implements?.length > 0;
      if (isPublic && !promised && !node.override && !last?.value.startsWith('*'))
        context.report({ node: node.key, messageId: 'missing', data: { name: node.key.name } });
    },
  }),
};

/** Imports that would point the wrong way between the layers. */
const noImport = (message, ...group) => ({
  'no-restricted-imports': ['error', { patterns: [{ group, message }] }],
});

const CORE = 'core knows neither Node, nor the DOM, nor the server or the workbench.';
const outside = [
  '@tovlet/*',
  'node:*',
  '@angular/*',
  'hono',
  'hono/*',
  'drizzle-orm',
  'drizzle-orm/*',
  'rxjs',
];

/** Those that include the specs. */
const projects = ['core', 'web']
  .map((part) => `${part}/tsconfig.spec.json`)
  .concat('web/tsconfig.worker.json')
  .concat(['server', 'demo', 'e2e', 'bench'].map((part) => `${part}/tsconfig.json`));

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/.angular/**',
      '.cache/**',
      'data/**',
      'test-results/**',
      'web/karma.conf.cjs',
      'server/drizzle.config.ts',
    ],
  },
  { files: ['**/*.ts'], extends: [js.configs.recommended, ...tseslint.configs.strict] },
  {
    files: ['**/*.ts'],
    languageOptions: { parserOptions: { project: projects, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false, attributes: false } },
      ],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/explicit-module-boundary-types': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/no-dynamic-delete': 'off',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
      'prefer-const': 'error',
      'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }],
    },
  },
  { files: ['core/src/**/*.ts'], rules: noImport(CORE, ...outside) },
  {
    files: ['core/src/fields/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: noImport(
      'Field types know nothing of the model, templates or delivery.',
      ...outside,
      '**/templates/**',
      '**/delivery/**',
      '**/checks/**',
      '**/model/**',
    ),
  },
  {
    files: ['server/src/**/*.ts', 'demo/src/**/*.ts'],
    rules: noImport('The server knows nothing of the workbench.', '**/web/**', '@tovlet/web'),
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      ...noImport(
        'The workbench knows the server by the contracts of core alone.',
        '@tovlet/server',
        '@tovlet/server/*',
        'node:*',
      ),
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'tov', style: 'kebab-case' },
      ],
      '@angular-eslint/directive-selector': [
        'error',
        { type: 'attribute', prefix: 'tov', style: 'camelCase' },
      ],
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: {
      // Grids, list boxes and panels hear keys on their container, as the ARIA practices have it.
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
      // It does not see controls inside control flow; the journeys ask axe instead.
      '@angular-eslint/template/label-has-associated-control': 'off',
    },
  },
  {
    files: ['{core,server,web}/src/**/*.ts'],
    ignores: ['core/src/fields/**', '**/*.spec.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "MemberExpression[computed=true][object.property.name='settings'] > Literal.property, MemberExpression[computed=true][object.name='settings'] > Literal.property",
          message: 'Settings are read by their field type, with their defaults: settingsOf(type, field).',
        },
      ],
    },
  },
  {
    // Whoever calls a function reads what it does, and only then how. Methods of components and stores are called by templates.
    files: ['{core,server,web,demo}/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**', 'web/src/app/**/*.component.ts'],
    plugins: { jsdoc, tovlet: { rules: { 'store-docs': storeDocs } } },
    settings: { jsdoc: { mode: 'typescript' } },
    rules: {
      'jsdoc/require-jsdoc': [
        'error',
        {
          publicOnly: { ancestorsOnly: true, esm: true },
          require: { FunctionDeclaration: true, ArrowFunctionExpression: true, FunctionExpression: true },
          contexts: ['ClassDeclaration'],
        },
      ],
      'jsdoc/no-types': 'error',
      'jsdoc/check-param-names': ['error', { disableMissingParamChecks: true, checkDestructured: false }],
      'jsdoc/empty-tags': 'error',
      // Asked where something is documented: who calls it has to know what it refuses.
      'jsdoc/require-throws': 'error',
      'tovlet/store-docs': 'error',
    },
  },
  {
    // What Drizzle builds has types that only it can say.
    files: ['server/src/db/schema/*.ts', 'server/src/db/type-table.ts', 'server/src/derived/search.ts'],
    rules: { '@typescript-eslint/explicit-module-boundary-types': 'off' },
  },
  { files: ['server/src/main.ts', 'bench/**/*.ts', 'e2e/**/*.ts'], rules: { 'no-console': 'off' } },
  {
    files: ['**/*.spec.ts', 'e2e/**/*.ts', 'bench/**/*.ts'],
    rules: { '@typescript-eslint/explicit-module-boundary-types': 'off' },
  },
);
