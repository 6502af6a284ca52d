/** The arrows of the house: who may import whom. See docs/house-rules.md. */
const only = (name, from, allowed, comment) => ({
  name, severity: 'error', comment, from: { path: from, pathNot: '\\.test\\.tsx?$' }, to: { path: '^(core|fieldcam|finder|web|demo|accuracy|bench|e2e)/', pathNot: allowed },
});
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('core-imports-core', '^core/', '^core/', 'core is the computing and knows nobody'),
    { name: 'core-is-pure', severity: 'error', comment: 'no Node API, no interface, no database in core', from: { path: '^core/', pathNot: '\\.test\\.ts$' }, to: { dependencyTypes: ['core'] } },
    { name: 'core-needs-few', severity: 'error', comment: 'zod for borders, date-fns for the calendar', from: { path: '^core/', pathNot: '\\.test\\.ts$' }, to: { path: 'node_modules', pathNot: 'node_modules/(zod|date-fns|@date-fns/tz)/' } },
    only('fieldcam-imports-fieldcam', '^fieldcam/', '^fieldcam/', 'the truth must be able to convict core'),
    only('finder-uses-core', '^finder/', '^(finder|core)/', 'the finder of joints is ffmpeg and a runtime around core'),
    only('demo-uses-fieldcam', '^demo/', '^(demo|fieldcam)/', 'the demo camp is filmed, not computed'),
    only('parts', '^web/src/parts/', '^(web/src/(parts|styles)|core)/', 'parts know core only'),
    only('steps', '^web/src/steps/', '^(web/src/(steps|parts|workers)|core)/', 'steps use parts, workers and core'),
    only('workers', '^web/src/workers/', '^(web/src/workers|core)/', 'workers are thin shells over core'),
    only('server', '^web/src/server/', '^(web/src/server|core|demo|finder)/', 'the server knows no page and no step'),
    only('api', '^web/src/pages/api/', '^(web/src/(pages/api|server)|core)/', 'endpoints parse, call the server, answer'),
    only('pages', '^web/src/pages/(?!api/)', '^(web/src/(pages/(?!api/)|steps|parts|server|styles)|core)/', 'pages place islands, and call no endpoint'),
    only('middleware', '^web/src/middleware\\.ts$', '^(web/src/server|core)/', 'the middleware stands before the pages'),
    { name: 'steps-do-not-mix', severity: 'error', from: { path: '^web/src/steps/([^/]+)/' }, to: { path: '^web/src/steps/', pathNot: '^web/src/steps/$1/' } },
    { name: 'sql-only-in-server', severity: 'error', from: { path: '^web/src/', pathNot: '^web/src/server/' }, to: { path: 'node_modules/(drizzle-orm|pg|pg-boss)/' } },
    { name: 'files-only-in-server', severity: 'error', comment: 'only server/ touches files', from: { path: '^web/src/', pathNot: '^web/src/server/|\\.test\\.tsx?$' }, to: { path: '^(node:)?(fs|fs/promises|child_process)$' } },
    { name: 'accuracy-is-not-used', severity: 'error', from: { pathNot: '^accuracy/' }, to: { path: '^accuracy/' } },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^(astro:|bun:)' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.astro|clips)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'], extensions: ['.ts', '.tsx', '.js', '.mjs', '.json', '.css', '.astro'] },
  },
};
