// Lint: strict TypeScript, Angular's and NgRx's own rules, and who may import whom.
import ngrx from '@ngrx/eslint-plugin/v9';
import angular from 'angular-eslint';
import regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';

/** Which of our packages each room may import. Source: docs/architecture.md. */
const mayImport = {
  core: [],
  contract: ['core'],
  // The simulated car; it stands on the solver.
  bench: ['core'],
  server: ['contract', 'core', 'bench'],
  web: ['contract', 'core', 'bench'],
  demo: ['contract', 'core'],
  // Of the server only what proves a record: it speaks through no other export.
  bin: ['core', 'server', 'bench'],
  e2e: ['demo'],
  scripts: ['demo'],
};
const rooms = Object.keys(mayImport);

/** A rule set for one room: its own packages by name only, other folders by their index, nothing by a path out of the room. */
const walls = (room) => ({
  files: [`${room}/**/*.{ts,mjs}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...rooms
            .filter((other) => other !== room && !mayImport[room].includes(other))
            .map((other) => ({
              regex: `^@dormant-beacon/${other}(/|$)`,
              message: `${room} may not import ${other}`,
            })),
          {
            // A trace has a folder bench of its own.
            regex: `^(\\.\\./)+(${rooms.filter((other) => other !== room && !(room === 'core' && other === 'bench')).join('|')})/`,
            message: 'rooms are imported by their package name',
          },
          {
            regex: '^@dormant-beacon/[^/]+/(src|dist)(/|$)',
            message: 'a package speaks through its exports',
          },
          ...(room === 'core' || room === 'contract' || room === 'bench'
            ? [
                {
                  regex: '^(node:|express|knex|@angular|@ngrx|rxjs)',
                  message: 'the computation knows no face, network, clock or database',
                },
              ]
            : []),
        ],
      },
    ],
  },
});

/** Inside core and server a folder speaks through its index.ts. */
const throughIndex = {
  files: ['core/src/**/*.ts'],
  ignores: ['**/*.spec.ts', 'core/src/testing/**'],
  rules: {
    'no-restricted-syntax': [
      'error',
      {
        selector:
          'ImportDeclaration[source.value=/^(\\.\\.\\/)+(?!.*index\\.js$)(codes|scans|circuit|trace|watch|record|words|proof|stages|restraints|readings|causes|shop|formats|units|figures|refusal|progress)\\//]',
        message: 'a folder speaks through its index.ts',
      },
    ],
  },
};

/** A trace goes one way: what a case is, what is observed in it, what to do next. Each takes what those before it gave. */
const traceStages = ['model', 'observe', 'plan', 'bench'];
const oneWay = traceStages.map((stage, n) => ({
  files: [`core/src/trace/${stage}/**/*.ts`],
  ignores: ['**/*.spec.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...walls('core').rules['no-restricted-imports'][1].patterns,
          {
            regex: `^\\.\\./(${[...traceStages.slice(n + 1), 'edit', 'templates'].join('|')})/`,
            message: `${stage} takes nothing from a later stage of a trace`,
          },
        ],
      },
    ],
  },
}));

/**
 * Rooms of the web, from the ground up: each may import those before it, by their index alone. Pages come after them
 * and import no other page; the shell brings them together.
 */
const webRooms = [
  ...[
    'words',
    'worker',
    'time',
    'figures',
    'lens',
    'chart',
    'api',
    'waiting',
    'session',
    'money',
    'job',
    'knowledge',
    'frame',
    'entry',
    'conflict',
    'suggest',
    'dates',
    'more',
    'qr',
    'simulated',
  ],
  ...['lamp', 'photo', 'reading', 'circuit', 'report', 'unit'],
];
const webPages = [
  ...[
    'people',
    'bays',
    'shop',
    'library',
    'take-in',
    'baseline',
    'basics',
    'make-safe',
    'trace',
    'route',
    'match',
  ],
  ...['stage', 'clear', 'prove', 'hand-back', 'customer', 'practice'],
];
const webWalls = [...webRooms, ...webPages].map((room, n) => {
  const above = [...webRooms.slice(n + 1), ...webPages, 'shell'].filter((other) => other !== room);
  return {
    files: [`web/src/app/${room}/**/*.ts`],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...walls('web').rules['no-restricted-imports'][1].patterns,
            {
              regex: `^(\\.\\./)+(${above.join('|')})(/|$)`,
              message: `${room} imports neither a room above it nor another page`,
            },
            {
              regex: `^(\\.\\./)+(${webRooms.join('|')})/`,
              message: 'a room speaks through its index.ts',
            },
          ],
        },
      ],
    },
  };
});

const entriesInTheirRoom = [
  {
    selector: 'ImportSpecifier[imported.name=/^(Outbox|FormGroup|FormControl|FormBuilder)$/]',
    message: 'entries are made in the room entry',
  },
  {
    selector: 'MemberExpression[object.name=/^(window|globalThis|self)$/][property.name="fetch"]',
    message: 'requests go through the typed client',
  },
  {
    selector: 'TemplateElement[value.raw=/<form[\\s>]/]',
    message: 'a form is a <db-entry> of the room entry',
  },
];

/** The client is asked by a feature's effects and by the desk of a room. */
const screensAskNoServer = [
  {
    selector: 'ImportSpecifier[imported.name="Client"]',
    message: 'a screen asks the store or a desk, not the client',
  },
];

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', '.build/', '**/.angular/', 'web/public/'] },
  ...tseslint.configs.strict.map((config) => ({ ...config, files: config.files ?? ['**/*.{ts,mjs,cjs}'] })),
  {
    files: ['**/*.{ts,mjs}'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      'no-console': ['error', { allow: ['error'] }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  // Whatever a stranger sends: the time that an expression takes grows with the text alone.
  {
    files: ['{core,contract,bench,server,bin,demo,web}/**/*.{ts,mjs}'],
    ignores: ['**/*.spec.ts'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
    },
  },
  ...rooms.map(walls),
  ...webWalls,
  // Benchmarks run on Node.js and may start a program to compare with.
  { files: ['core/bench/**/*.ts'], rules: { 'no-restricted-imports': 'off' } },
  throughIndex,
  ...oneWay,
  // The worlds in which the planner is tried know nothing of it.
  {
    files: ['core/src/worlds/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...walls('core').rules['no-restricted-imports'][1].patterns,
            {
              regex: '^\\.\\./(?!random/|worlds/)',
              message: 'a world is made without the planner and its solver',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended, ...ngrx.configs.store, ...ngrx.configs.effects],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'db', style: 'kebab-case' }],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-class-suffix': 'off',
      '@ngrx/prefer-effect-callback-in-block-statement': 'off',
    },
  },
  // One way in for every entry: forms, requests and the outbox stand in the rooms that own them.
  {
    files: ['web/src/app/**/*.ts'],
    ignores: ['web/src/app/{api,entry,waiting,testing}/**', 'web/src/app/app.ts', '**/*.spec.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        { name: 'fetch', message: 'requests go through the typed client' },
        { name: 'XMLHttpRequest', message: 'requests go through the typed client' },
      ],
      'no-restricted-syntax': ['error', ...entriesInTheirRoom, ...screensAskNoServer],
    },
  },
  {
    files: ['web/src/app/**/*{.state,-desk}.ts'],
    rules: {
      'no-restricted-syntax': ['error', ...entriesInTheirRoom],
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['web/src/**/*.html'],
    ignores: ['web/src/app/entry/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'Element[name="form"]', message: 'a form is a <db-entry> of the room entry' },
      ],
    },
  },
  {
    files: ['**/*.cjs'],
    languageOptions: { globals: { module: 'readonly', require: 'readonly', process: 'readonly' } },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
);
