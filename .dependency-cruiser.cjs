/** The arrows between the packages: data flows one way, from core outward. */
const none = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });

/**
 * The floors inside core, lowest first. A folder imports from floors below its own and, on its own floor, from those to
 * the left of it. Tests may look anywhere: their references are other ways to the same figure.
 */
const FLOORS = [
  ['words'],
  ['time', 'face'],
  ['dose', 'move', 'school', 'caution'],
  ['document'],
  ['library', 'rules', 'ideas', 'lesson', 'take'],
  ['assembly'],
  ['speech', 'schedule'],
  ['narration', 'align'],
  ['footage'],
  ['proposal'],
  ['cue'],
  ['prompt'],
  ['solve'],
  ['said-done'],
  ['check'],
  ['draft'],
  ['viewing', 'insight', 'programme'],
  ['paper', 'format', 'compare'],
  ['render'],
  ['api'],
].flat();
const inCore = (folders) => `^core/src/(${folders.join('|')})/`;
const NO_TEST = '(?!.*\\.spec\\.ts$)';
const floors = [
  ...FLOORS.slice(0, -1).map((folder, at) =>
    none(`floor-of-${folder}`, `${inCore([folder])}${NO_TEST}`, inCore(FLOORS.slice(at + 1))),
  ),
  none('every-folder-of-core-has-a-floor', '^core/src/', `^core/src/(?!(${FLOORS.join('|')})/)[^/]+/`),
  none('core-tests-help-tests-only', `^core/src/${NO_TEST}`, '^core/src/(footage/film\\.)?testing\\.ts$'),
];

module.exports = {
  forbidden: [
    ...floors,
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    none('core-stands-alone', '^core/src/(?!.*\\.spec\\.ts$)', '^(server|web|cli|demo|bench|e2e)/'),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src/(?!.*\\.spec\\.ts$)' },
      to: { dependencyTypes: ['core'] },
    },
    none('web-meets-server-in-core-only', '^web/', '^(server|cli|demo|bench|e2e)/'),
    none('server-knows-no-screen', '^server/', '^(web|cli|demo|bench|e2e)/'),
    none('cli-computes-only', '^cli/', '^(server/(?!src/media/)|web/|demo/|bench/|e2e/)'),
    none('follow-stays-small', '^web/(follow|shared)/', 'node_modules/(primeng|d3|zod|rxjs/operators|@primeuix)/'),
    none('applications-share-only-what-is-shared', '^web/follow/', '^web/studio/'),
    none('shared-belongs-to-both', '^web/shared/', '^web/(studio|follow)/'),
    none('not-in-the-tests', '^(core|server|cli|web|demo)/(?!.*\\.spec\\.ts$)', '\\.spec\\.ts$'),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules/\\.cache|\\.angular)/' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.js', '.mjs'],
    },
  },
};
