import { beforeEach, describe, expect, it, vi } from 'vitest';
import { testScene } from '../../core/tests/scenes';
import { api, ApiError } from './api';

interface Asked {
  readonly path: string;
  readonly init: RequestInit;
}
let asked: Asked[] = [];
/** Answers the next request. */
const answering = (answer: () => Response | Promise<Response>) =>
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push({ path, init });
    return Promise.resolve().then(answer);
  });
const json =
  (body: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(body), { status });
const errorOf = (request: Promise<unknown>) =>
  request.then(
    () => expect.fail('it was answered'),
    (error: unknown) => error as ApiError,
  );

beforeEach(() => {
  asked = [];
});

describe('requests of the page', () => {
  it('save a scene on the revision that it was made from', async () => {
    answering(json({ revision: 8, changed: 'now' }));
    const scene = testScene();
    expect(await api.save('a b', 7, scene, false)).toMatchObject({ revision: 8 });
    const { path, init } = asked[0]!;
    expect([path, init.method, init.headers]).toEqual([
      '/api/scenes/a%20b',
      'PUT',
      { 'Content-Type': 'application/json', 'If-Match': '"7"' },
    ]);
    expect(JSON.parse(init.body as string)).toEqual({ scene });
  });

  it('outlive the page where they are small enough for that, and go as usual where they are not', async () => {
    answering(json({ revision: 2 }));
    await api.save('a', 1, testScene(), true);
    await api.save('a', 1, testScene(), false);
    await api.save('a', 1, { ...testScene(), name: 'x'.repeat(60_000) }, true);
    expect(asked.map(({ init }) => init.keepalive)).toEqual([true, false, false]);
  });

  it('send files as forms, so that the browser writes their boundaries', async () => {
    answering(json({ hash: 'h', name: 'm.glb' }));
    await api.addMesh(new Uint8Array([1, 2, 3]), 'm.glb');
    const form = asked[0]!.init.body as FormData;
    const file = form.get('file') as File;
    expect([file.name, [...new Uint8Array(await file.arrayBuffer())]]).toEqual(['m.glb', [1, 2, 3]]);
    expect(asked[0]!.init.headers).toEqual({});
  });

  it('take an answer without a body', async () => {
    answering(() => new Response(null, { status: 204 }));
    expect(await api.remove('a')).toBeUndefined();
  });

  it('refused with faults throw them, with the sentence of the first', async () => {
    const fault = { code: 'range', field: 'scene.seed', message: 'seed is -1. Use 0 or more.', allowed: '0' };
    answering(json({ faults: [fault] }, 400));
    const error = await errorOf(api.open('a'));
    expect(error).toBeInstanceOf(ApiError);
    expect([error.status, error.faults, error.message]).toEqual([400, [fault], fault.message]);
  });

  it('refused because another window saved first tell its revision', async () => {
    answering(json({ faults: [], revision: 12 }, 409));
    expect(await errorOf(api.save('a', 3, testScene(), false))).toMatchObject({ status: 409, revision: 12 });
  });

  it('answered with something else than faults still say the status', async () => {
    answering(() => new Response('<html>', { status: 502 }));
    expect(await errorOf(api.list())).toMatchObject({ status: 502, faults: [], message: 'The server answered 502.' });
  });

  it('without an answer say so, as status 0', async () => {
    answering(() => Promise.reject(new TypeError('failed to fetch')));
    expect(await errorOf(api.list())).toMatchObject({ status: 0, message: 'The server does not answer.' });
  });
});
