/** The arrows between the folders: web -> api -> core <- api <- server. Anything else fails the lint. */
const onlyTo = (from, allowed) => ({
  name: `${from}-may-only-reach-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^(core|api|server|web|tools|tests)/', pathNot: `^(${[from, ...allowed].join('|')})/` },
});

module.exports = {
  forbidden: [
    onlyTo('core', []),
    onlyTo('api', ['core']),
    onlyTo('server', ['api', 'core']),
    onlyTo('web', ['api', 'core']),
    {
      name: 'nobody-imports-web-or-server',
      severity: 'error',
      from: { path: '^(core|api|tests)/', pathNot: '\\.test\\.ts$|^tests/' },
      to: { path: '^(web|server)/' },
    },
    {
      name: 'catalog-is-data',
      comment: 'Catalogue records hold no computation: they may import types and ids only from formats and catalog.',
      severity: 'error',
      from: { path: '^core/catalog/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '^core/(catalog|formats|body)/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'No Node, no DOM libraries: zod is the only package the core may use.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core', 'npm', 'npm-dev'], pathNot: 'node_modules/zod' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.js', '.mjs', '.vue'] },
    exclude: { path: 'dist' },
  },
};
