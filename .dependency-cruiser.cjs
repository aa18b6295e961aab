/** The arrows between the packages: data flows one way, from core outward. */
const none = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
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
    none('cli-computes-only', '^cli/', '^(server|web|demo|bench|e2e)/'),
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
