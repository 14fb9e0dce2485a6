import {
  type Design,
  type DesignFile,
  LIBRARY_FORMAT,
  type Material,
  type PatternName,
  type Price,
} from '@overcoat/core/model';

export interface Saved {
  id: string;
  revision: number;
  savedAt: string;
  undo: string | null;
  redo: string | null;
}

export interface ConversionRecord extends Saved {
  design: Design;
}

export interface ConversionSummary {
  id: string;
  name: string;
  revision: number;
  savedAt: string;
  pattern: PatternName;
  note: string;
  variants: string[];
  measured: number;
  bays: number;
}

/** An answer that refuses, with the server's sentence; `status` 0 means no answer at all. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problem: { current?: ConversionRecord; errors?: { path: string; message: string }[] } = {},
  ) {
    super(message);
  }
}

async function call<T>(method: string, path: string, body?: unknown, revision?: number): Promise<T> {
  const headers: Record<string, string> = {};
  if (body !== undefined) headers['Content-Type'] = body instanceof Blob ? body.type : 'application/json';
  if (revision !== undefined) headers['If-Match'] = `"${revision}"`;
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers,
      ...(body === undefined
        ? {}
        : { body: body instanceof Blob || typeof body === 'string' ? body : JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'The server does not answer. What you changed is kept in this window.');
  }
  if (response.status === 204) return undefined as T;
  const answer = await response.json().catch(() => null);
  if (response.ok) return answer as T;
  throw new ApiError(
    response.status,
    answer?.detail ?? `The server answered ${response.status}.`,
    answer ?? {},
  );
}

export const api = {
  conversions: () => call<ConversionSummary[]>('GET', '/conversions'),
  create: (name: string, pattern: PatternName) =>
    call<ConversionRecord>('POST', '/conversions', { name, pattern }),
  read: (id: string) => call<ConversionRecord>('GET', `/conversions/${id}`),
  save: (id: string, revision: number, design: Design, label: string) =>
    call<Saved>('PUT', `/conversions/${id}`, { design, label }, revision),
  travel: (id: string, way: 'undo' | 'redo', revision: number) =>
    call<ConversionRecord>('POST', `/conversions/${id}/${way}`, undefined, revision),
  remove: (id: string) => call<void>('DELETE', `/conversions/${id}`),
  exported: (id: string) => call<DesignFile>('GET', `/conversions/${id}/export`),
  importFile: (text: string) =>
    call<{ conversion: ConversionRecord; notes: string[] }>('POST', '/import', text),
  putPhoto: (hash: string, picture: Blob) => call<void>('PUT', `/photos/${hash}`, picture),
  library: () => call<{ materials: Material[]; prices: Price[] }>('GET', '/library'),
  putMaterial: (material: Material) =>
    call<Material>('PUT', `/materials/${encodeURIComponent(material.id)}`, material),
  removeMaterial: (id: string) => call<void>('DELETE', `/materials/${encodeURIComponent(id)}`),
  putPrice: (price: Omit<Price, 'format'>) =>
    call<Price>('PUT', '/prices', { format: LIBRARY_FORMAT, ...price }),
  removePrices: (material: string) => call<void>('DELETE', `/prices/${encodeURIComponent(material)}`),
};
