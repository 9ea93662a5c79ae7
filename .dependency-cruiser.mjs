const specs = '(\\.spec\\.ts$|/testing/)';

/** Folders, the lowest first: each may import from those before it, and from itself. */
const layers = (name, root, folders) =>
  folders.slice(0, -1).map((folder, index) => ({
    name: `${name}-${folder.replace(/\W+/g, '-')}`,
    comment: `${root}/${folder} is below ${folders.slice(index + 1).join(', ')}.`,
    severity: 'error',
    from: { path: `^${root}/${folder}/`, pathNot: specs },
    to: { path: `^${root}/(${folders.slice(index + 1).join('|')})/` },
  }));

/** The rooms of the workbench, from what knows least to what knows most. */
const rooms = ['shared', 'fetching', 'shell', 'pickers', 'conditions', 'forms', 'widgets', 'features'];

/** The rooms of the core, from what knows least to what knows most. */
const coreRooms = [
  'locale',
  'search',
  'patterns',
  'issues',
  'conditions',
  'fields',
  'expressions',
  'model',
  'evaluation',
  'placement',
  'stored',
  'access',
  'values',
  'conversions',
  'cells',
  'paths',
  'queries',
  'bulk',
  'transfer',
  'packages',
  'lists',
  'site',
  'templates',
  'profile',
  'uses',
  'messages',
  'checks',
  'contracts',
  'model_files',
  'delivery',
];

/** The rooms of the server, from what knows least to what knows most. */
const serverRooms = [
  'db',
  'sandbox',
  'http',
  'access',
  'files',
  'events',
  'revisions',
  'presence',
  'standins',
  'derived',
  'values',
  'relations',
  'conversions',
  'entries',
  'transfer',
  'jobs',
  'bulk',
  'imports',
  'views',
  'tokens',
  'media',
  'people',
  'settings',
  'session',
  'terms',
  'model',
  'moves',
  'loose',
  'delivery',
  'showing',
  'model_files',
  'backup',
  'bin',
  'demo',
  'commands',
];

export default {
  forbidden: [
    {
      name: 'no-circles',
      comment: 'Files that import each other can be understood only together.',
      severity: 'error',
      from: { pathNot: specs },
      to: { circular: true },
    },
    {
      name: 'features-apart',
      comment: 'An area knows no other: what two need is a room below them.',
      severity: 'error',
      from: { path: '^web/src/app/features/([^/]+)/', pathNot: specs },
      to: { path: '^web/src/app/features/', pathNot: '^web/src/app/features/$1/' },
    },
    ...layers('web', 'web/src/app', rooms),
    ...layers('core', 'core/src', coreRooms),
    ...layers('server', 'server/src', serverRooms),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|\\.angular/)' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts'] },
  },
};
