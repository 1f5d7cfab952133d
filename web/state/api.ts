import type { Fault } from '../../core/document/faults';
import type { KeptImage, Scene } from '../../core/document/scene';
import type { KeptFile } from '../../formats/package';
import type { StoredBake, StoredBakes } from '../../formats/stored-bake';
import type { Recipe, RecipeWords } from '../../core/scene/recipes/recipe';
import type { StoredRecipe } from '../../formats/recipe';
import type { EntrySort, LogEntry } from '../../formats/log-entry';
import type { SceneCard, StoredScene } from '../../formats/stored-scene';
import type { StoredVersion } from '../../formats/stored-version';

export type { SceneCard, StoredScene };

/** A request that was refused or got no answer; `status` 0 is no answer. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly faults: readonly Fault[],
    readonly revision: number | undefined,
  ) {
    super(faults[0]?.message ?? `The server answered ${status}.`);
  }
}

async function request(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
  keepalive = false,
): Promise<Response> {
  const form = body instanceof FormData;
  const text = body === undefined ? (method === 'GET' ? null : '{}') : form ? body : JSON.stringify(body);
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      // What outlives the page may be 64 kB at most (Fetch standard); anything larger goes as usual.
      keepalive: keepalive && typeof text === 'string' && text.length < 60_000,
      headers: form || method === 'GET' ? headers : { 'Content-Type': 'application/json', ...headers },
      body: text,
    });
  } catch {
    throw new ApiError(
      0,
      [{ code: 'unreachable', field: 'server', message: 'The server does not answer.', allowed: 'a running server' }],
      undefined,
    );
  }
  if (response.ok) return response;
  const answer = (await response.json().catch(() => ({}))) as { faults?: Fault[]; revision?: number };
  throw new ApiError(response.status, answer.faults ?? [], answer.revision);
}

async function json<T>(
  method: string,
  path: string,
  body?: unknown,
  headers?: Record<string, string>,
  keepalive?: boolean,
): Promise<T> {
  const response = await request(method, path, body, headers, keepalive);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

function formWith(file: Blob, name: string, about?: unknown): FormData {
  const form = new FormData();
  if (about !== undefined) form.append('about', JSON.stringify(about));
  form.append('file', file, name);
  return form;
}

/** The server's API. */
export const api = {
  list: () => json<{ scenes: SceneCard[] }>('GET', '/scenes').then((answer) => answer.scenes),
  create: (from: { name?: string; example?: string; copyOf?: string; version?: number }) =>
    json<StoredScene>('POST', '/scenes', from),
  open: (id: string) => json<StoredScene>('GET', `/scenes/${encodeURIComponent(id)}`),
  save: (id: string, revision: number, scene: Scene, keepalive: boolean) =>
    json<{ revision: number; changed: string }>(
      'PUT',
      `/scenes/${encodeURIComponent(id)}`,
      { scene },
      { 'If-Match': `"${revision}"` },
      keepalive,
    ),
  versions: (id: string) =>
    json<{ versions: StoredVersion[] }>('GET', `/scenes/${id}/versions`).then(({ versions }) => versions),
  version: (id: string, revision: number) =>
    json<{ scene: Scene }>('GET', `/scenes/${id}/versions/${revision}`).then(({ scene }) => scene),
  nameVersion: (id: string, revision: number, name: string) =>
    json<unknown>('PATCH', `/scenes/${id}/versions/${revision}`, { name }),
  notices: () => json<{ notices: string[] }>('GET', '/notices').then(({ notices }) => notices),
  rename: (id: string, name: string) => json<unknown>('PATCH', `/scenes/${id}`, { name }),
  remove: (id: string) => json<unknown>('DELETE', `/scenes/${id}`),
  restore: (id: string) => json<StoredScene>('POST', `/scenes/${id}/restore`),
  importFile: (file: File) => json<StoredScene>('POST', '/scenes/import', formWith(file, file.name)),
  setPicture: (id: string, revision: number, png: Blob) =>
    json<unknown>('POST', `/scenes/${id}/picture`, formWith(png, 'picture.png', { revision })),
  /** The kept opening of a scene; undefined where there is none of its present revision. */
  opening: (id: string) =>
    request('GET', `/scenes/${encodeURIComponent(id)}/opening`).then((answer) =>
      answer.status === 204 ? undefined : answer.blob(),
    ),
  setOpening: (id: string, revision: number, webp: Blob) =>
    json<unknown>('POST', `/scenes/${id}/opening`, formWith(webp, 'opening.webp', { revision })),
  addImage: (file: File) => json<KeptImage>('POST', '/images', formWith(file, file.name)),
  addMesh: (glb: Uint8Array<ArrayBuffer>, name: string) =>
    json<{ hash: string; name: string }>('POST', '/meshes', formWith(new Blob([glb]), name)),
  addGrid: (vti: Uint8Array<ArrayBuffer>, name: string) =>
    json<{ hash: string; name: string }>('POST', '/grids', formWith(new Blob([vti]), name)),
  bakes: () => json<StoredBakes>('GET', '/bakes'),
  bake: (scene: Scene, from: number, through: number) => json<StoredBake>('POST', '/bakes', { scene, from, through }),
  pauseBake: (id: string) => json<StoredBake>('POST', `/bakes/${id}/pause`),
  resumeBake: (id: string) => json<StoredBake>('POST', `/bakes/${id}/resume`),
  removeBake: (id: string) => json<unknown>('DELETE', `/bakes/${id}`),
  logbook: (sort: EntrySort, scene?: string) =>
    json<{ entries: LogEntry[] }>(
      'GET',
      `/logbook?sort=${sort}${scene === undefined ? '' : `&scene=${encodeURIComponent(scene)}`}`,
    ).then(({ entries }) => entries),
  keepEntry: (entry: Omit<LogEntry, 'id' | 'created' | 'pictured'>, picture?: string) =>
    json<LogEntry>('POST', '/logbook', { ...entry, ...(picture !== undefined && { picture }) }),
  describeEntry: (id: string, words: Partial<Pick<LogEntry, 'title' | 'note' | 'tags'>>) =>
    json<LogEntry>('PATCH', `/logbook/${id}`, words),
  removeEntry: (id: string) => json<unknown>('DELETE', `/logbook/${id}`),
  entryPicture: (id: string) =>
    request('GET', `/logbook/${id}/picture`).then(async (response) => new Uint8Array(await response.arrayBuffer())),
  shelf: () => json<{ recipes: StoredRecipe[] }>('GET', '/shelf').then(({ recipes }) => recipes),
  recipe: (id: string) => json<StoredRecipe & Recipe>('GET', `/shelf/${id}`),
  keepRecipe: (recipe: Recipe, picture?: string) =>
    json<StoredRecipe>('POST', '/shelf', { ...recipe, ...(picture !== undefined && { picture }) }),
  describeRecipe: (id: string, words: Partial<RecipeWords>) => json<StoredRecipe>('PATCH', `/shelf/${id}`, words),
  removeRecipe: (id: string) => json<unknown>('DELETE', `/shelf/${id}`),
  recipePicture: (id: string) =>
    request('GET', `/shelf/${id}/picture`).then(async (response) => new Uint8Array(await response.arrayBuffer())),
  importShelf: (file: File) =>
    json<{ recipes: StoredRecipe[] }>('POST', '/shelf/import', formWith(file, file.name)).then(
      ({ recipes }) => recipes,
    ),
  bakedFrame: (id: string, frame: number) =>
    request('GET', `/bakes/${id}/frames/${frame}`).then(
      async (response) => new Uint8Array(await response.arrayBuffer()),
    ),
  keptBytes: (sort: KeptFile['sort'], hash: string) =>
    request('GET', `/${{ image: 'images', mesh: 'meshes', grid: 'grids' }[sort]}/${hash}`).then(
      async (response) => new Uint8Array(await response.arrayBuffer()),
    ),
};
