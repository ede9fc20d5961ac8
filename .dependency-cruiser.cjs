/** The arrows between the folders: web -> api -> core <- api <- server, and words -> core. Anything else fails the lint. */
const onlyTo = (from, allowed) => ({
  name: `${from}-may-only-reach-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$|^server/testing' },
  to: { path: '^(core|words|api|server|web|tools|tests)/', pathNot: `^(${[from, ...allowed].join('|')})/` },
});

module.exports = {
  forbidden: [
    onlyTo('core', []),
    onlyTo('api', ['core']),
    onlyTo('words', ['core']),
    onlyTo('server', ['api', 'words', 'core']),
    onlyTo('web', ['api', 'words', 'core']),
    {
      name: 'nobody-imports-web-or-server',
      severity: 'error',
      from: { path: '^(core|words|api|tests)/', pathNot: '\\.test\\.ts$|^tests/' },
      to: { path: '^(web|server)/' },
    },
    {
      name: 'catalog-is-data',
      comment: 'Catalogue records hold no computation: they may import types and ids only from formats and catalog.',
      severity: 'error',
      from: { path: '^core/catalog/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '^core/(catalog|formats|body|landmarks\\.ts|geometry\\.ts)' },
    },
    {
      name: 'body-below-measure',
      comment: 'Measures are taken of bodies; a body knows nothing of how it is measured.',
      severity: 'error',
      from: { path: '^core/body/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/(measure|judge|evaluate|person)/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'No Node, no DOM libraries: zod is the only package that core and words may use.',
      severity: 'error',
      from: { path: '^(core|words)/', pathNot: '\\.test\\.ts$' },
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
