/** Every route of the API, under /api. What each takes and gives stands in the contract. */
export const routes = {
  openapi: { method: 'get', path: '/openapi.json' },
  health: { method: 'get', path: '/health' },
  feed: { method: 'get', path: '/feed' },

  conversions: { method: 'get', path: '/conversions' },
  create: { method: 'post', path: '/conversions' },
  read: { method: 'get', path: '/conversions/:id' },
  save: { method: 'put', path: '/conversions/:id' },
  change: { method: 'patch', path: '/conversions/:id' },
  undo: { method: 'post', path: '/conversions/:id/undo' },
  redo: { method: 'post', path: '/conversions/:id/redo' },
  copy: { method: 'post', path: '/conversions/:id/copy' },
  remove: { method: 'delete', path: '/conversions/:id' },
  bin: { method: 'get', path: '/bin' },
  restore: { method: 'post', path: '/bin/:id/restore' },
  erase: { method: 'delete', path: '/bin/:id' },

  exportFile: { method: 'get', path: '/conversions/:id/export' },
  exportArchive: { method: 'get', path: '/conversions/:id/archive' },
  importFile: { method: 'post', path: '/import' },
  importArchive: { method: 'post', path: '/import/archive' },

  log: { method: 'get', path: '/conversions/:id/log' },
  note: { method: 'post', path: '/conversions/:id/log' },

  document: { method: 'get', path: '/conversions/:id/documents/:kind/:key' },
  saveDocument: { method: 'put', path: '/conversions/:id/documents/:kind/:key' },
  changeDocument: { method: 'patch', path: '/conversions/:id/documents/:kind/:key' },
  undoDocument: { method: 'post', path: '/conversions/:id/documents/:kind/:key/undo' },
  redoDocument: { method: 'post', path: '/conversions/:id/documents/:kind/:key/redo' },

  workshop: { method: 'get', path: '/workshop' },
  noteWorkshop: { method: 'post', path: '/workshop' },

  putFile: { method: 'put', path: '/files/:hash' },
  file: { method: 'get', path: '/files/:hash' },

  answer: { method: 'get', path: '/answers/:key' },
  putAnswer: { method: 'put', path: '/answers/:key' },

  library: { method: 'get', path: '/library' },
  putMaterial: { method: 'put', path: '/materials/:id' },
  removeMaterial: { method: 'delete', path: '/materials/:id' },
  putPrice: { method: 'put', path: '/prices' },
  takeBackPrice: { method: 'post', path: '/prices/back' },
  removePrices: { method: 'delete', path: '/prices/:material' },
} as const;

export type RouteName = keyof typeof routes;

type ParamsIn<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamsIn<Rest>
  : P extends `${string}:${infer Name}`
    ? Name
    : never;

/** What is named in a route's path. */
export type Params<R extends RouteName> = Record<ParamsIn<(typeof routes)[R]['path']>, string>;

/** A route's address with its names filled in. */
export const addressOf = <R extends RouteName>(name: R, params: Params<R>): string =>
  `/api${routes[name].path.replace(/:(\w+)/g, (_, key) => encodeURIComponent((params as Record<string, string>)[key]!))}`;
