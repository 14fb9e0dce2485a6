/** Rooms of the core, from the ground up: each may use those before it, never those after it. */
export const ROOMS = [
  'units',
  'model',
  'materials',
  'physics/air',
  'physics/heat',
  'physics/heat2d',
  'physics/moisture',
  'physics/hourly',
  'physics/sound',
  'log',
  'survey/shell',
  'survey/ready',
  'buildup',
  'van/climate',
  'van/bridges',
  'van/wetting',
  'order/nesting',
  'order/takeoff',
  'order/load',
  'evaluate',
  'studies/working',
  'studies/junctions',
  'studies/damp',
  'studies/cabin',
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
    to: { path: '^(server|web|ask)/|^@overcoat/(server|web|ask)' },
  },
  {
    name: 'core-has-no-platform',
    severity: 'error',
    from: { path: '^core/', pathNot: '\\.test\\.ts$' },
    to: { dependencyTypes: ['core'] },
  },
  { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|ask)/' } },
  { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|ask)/' } },
  { name: 'ask-by-core-alone', severity: 'error', from: { path: '^ask/' }, to: { path: '^(server|web)/' } },
  {
    name: 'web-without-schemas',
    severity: 'error',
    from: { path: '^web/' },
    to: { path: '^core/src/model/(schema\\w*|contract)\\.ts$' },
  },
  ...ROOMS.map(room => ({
    name: `face-of-${room}`,
    severity: 'error',
    from: { path: '^core/src', pathNot: [`^core/src/${room}/`, '\\.test\\.ts$'] },
    to: { path: `^core/src/${room}/(?!index\\.ts|types\\.ts|schema\\.ts|contract\\.ts)` },
  })),
  ...ROOMS.slice(0, -1).map((room, i) => ({
    name: `${room}-is-below`,
    severity: 'error',
    from: { path: `^core/src/${room}/`, pathNot: '\\.test\\.ts$' },
    to: { path: `^core/src/(${ROOMS.slice(i + 1).join('|')})/` },
  })),
  {
    name: 'no-room-without-a-rank',
    severity: 'error',
    from: { path: `^core/src/(?!(${ROOMS.join('|')})/)` },
    to: {},
  },
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
