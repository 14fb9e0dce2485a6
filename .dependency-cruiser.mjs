const FOLDERS = [
  'units',
  'model',
  'materials',
  'shell',
  'ready',
  'buildup',
  'heat',
  'heat2d',
  'bridge',
  'moisture',
  'hourly',
  'wetting',
  'climate',
  'load',
  'takeoff',
  'nesting',
  'working',
  'junctions',
  'damp',
  'cabin',
  'formats',
  'demo',
];

export const forbidden = [
  {
    name: 'no-circles',
    severity: 'error',
    from: {},
    to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
  },
  {
    name: 'core-stands-alone',
    severity: 'error',
    from: { path: '^core/' },
    to: { path: '^(server|web)/|^@overcoat/(server|web)' },
  },
  {
    name: 'core-has-no-platform',
    severity: 'error',
    from: { path: '^core/', pathNot: '\\.test\\.ts$' },
    to: { dependencyTypes: ['core'] },
  },
  { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
  { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^server/' } },
  {
    name: 'web-without-schemas',
    severity: 'error',
    from: { path: '^web/' },
    to: { path: '^core/src/model/schema\\.ts$' },
  },
  ...FOLDERS.map(folder => ({
    name: `face-of-${folder}`,
    severity: 'error',
    from: { path: '^core/src', pathNot: [`^core/src/${folder}/`, '\\.test\\.ts$'] },
    to: { path: `^core/src/${folder}/(?!index\\.ts|types\\.ts|schema\\.ts)` },
  })),
  {
    name: 'unresolvable',
    severity: 'error',
    from: {},
    to: { couldNotResolve: true, pathNot: '\\.css$|^virtual:' },
  },
];

export const options = {
  doNotFollow: { path: 'node_modules' },
  tsPreCompilationDeps: true,
  parser: 'swc',
  enhancedResolveOptions: {
    exportsFields: ['exports'],
    conditionNames: ['import', 'require', 'node', 'default', 'types'],
    extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
  },
};
