import type { Contract, Material, Price } from '@overcoat/core/model';
import { LIBRARY_FORMAT } from '@overcoat/core/model/lists';
import { addressOf, type Params, type RouteName, routes } from '@overcoat/core/model/routes';

/** An answer that refuses, with the server's sentence; `status` 0 means no answer at all. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problem: { current?: unknown; errors?: { path: string; message: string }[] } = {},
  ) {
    super(message);
  }

  /** Nothing was said about what was sent: it may be sent again. */
  get away(): boolean {
    return this.status === 0 || this.status >= 500;
  }
}

interface Sent<R extends RouteName> {
  /** JSON as it will be read, JSON text, or a file. */
  body?: Contract[R]['body'] | string | Blob;
  revision?: number;
  query?: Record<string, string | number>;
}

/** Asks one route of the contract; every refusal is an ApiError. */
async function call<R extends RouteName>(
  name: R,
  params: Params<R>,
  { body, revision, query }: Sent<R> = {},
): Promise<Contract[R]['answer']> {
  const headers: Record<string, string> = {};
  if (body !== undefined) headers['Content-Type'] = body instanceof Blob ? body.type : 'application/json';
  if (revision !== undefined) headers['If-Match'] = `"${revision}"`;
  const search = query
    ? `?${new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))}`
    : '';
  let response: Response;
  try {
    response = await fetch(addressOf(name, params) + search, {
      method: routes[name].method.toUpperCase(),
      headers,
      ...(body === undefined
        ? {}
        : { body: body instanceof Blob || typeof body === 'string' ? body : JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'The server does not answer. What you changed is kept in this window.');
  }
  if (response.status === 204) return undefined as Contract[R]['answer'];
  const answer = await response.json().catch(() => null);
  if (response.ok) return answer;
  throw new ApiError(
    response.status,
    answer?.detail ?? `The server answered ${response.status}.`,
    answer ?? {},
  );
}

export const api = {
  conversions: () => call('conversions', {}),
  create: (body: Contract['create']['body']) => call('create', {}, { body }),
  read: (id: string) => call('read', { id }),
  save: (id: string, revision: number, body: Contract['save']['body']) =>
    call('save', { id }, { body, revision }),
  change: (id: string, revision: number, body: Contract['change']['body']) =>
    call('change', { id }, { body, revision }),
  travel: (id: string, way: 'undo' | 'redo', revision: number) => call(way, { id }, { revision }),
  copy: (id: string, name: string) => call('copy', { id }, { body: { name } }),
  remove: (id: string) => call('remove', { id }),
  bin: () => call('bin', {}),
  restore: (id: string) => call('restore', { id }),
  erase: (id: string) => call('erase', { id }),
  exported: (id: string) => call('exportFile', { id }),
  archiveAddress: (id: string) => addressOf('exportArchive', { id }),
  importFile: (text: string) => call('importFile', {}, { body: text }),
  importArchive: (file: Blob) =>
    call('importArchive', {}, { body: new Blob([file], { type: 'application/zip' }) }),
  log: (id: string, after = 0) => call('log', { id }, after > 0 ? { query: { after } } : {}),
  note: (id: string, entries: Contract['note']['body']['entries']) =>
    call('note', { id }, { body: { entries } }),
  document: (of: Params<'document'>) => call('document', of),
  saveDocument: (of: Params<'document'>, revision: number, body: Contract['saveDocument']['body']) =>
    call('saveDocument', of, { body, revision }),
  changeDocument: (of: Params<'document'>, revision: number, body: Contract['changeDocument']['body']) =>
    call('changeDocument', of, { body, revision }),
  travelDocument: (of: Params<'document'>, way: 'undo' | 'redo', revision: number) =>
    call(`${way}Document`, of, { revision }),
  workshop: (after = 0) => call('workshop', {}, after > 0 ? { query: { after } } : {}),
  noteWorkshop: (entries: Contract['noteWorkshop']['body']['entries']) =>
    call('noteWorkshop', {}, { body: { entries } }),
  putFile: (hash: string, file: Blob) => call('putFile', { hash }, { body: file }),
  /** As the text that was put; null where there is none. */
  answer: async (key: string): Promise<string | null> => {
    const response = await fetch(addressOf('answer', { key }));
    return response.status === 200 ? response.text() : null;
  },
  putAnswer: (key: string, text: string) =>
    call('putAnswer', { key }, { body: new Blob([text], { type: 'application/octet-stream' }) }),
  fileAddress: (hash: string) => addressOf('file', { hash }),
  library: () => call('library', {}),
  putMaterial: (material: Material) => call('putMaterial', { id: material.id }, { body: material }),
  removeMaterial: (id: string) => call('removeMaterial', { id }),
  putPrice: (price: Omit<Price, 'format' | 'at' | 'earlier'>) =>
    call('putPrice', {}, { body: { format: LIBRARY_FORMAT, ...price } }),
  takeBackPrice: (price: Contract['takeBackPrice']['body']) => call('takeBackPrice', {}, { body: price }),
  removePrices: (material: string) => call('removePrices', { material }),
};
