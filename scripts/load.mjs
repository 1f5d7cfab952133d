// `npm run load`: many clients at once on the built server, each with a scene of its own: throughput, times of answers,
// and memory.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { root } from './run.mjs';

const CLIENTS = Number(process.env['BATHYCLAST_CLIENTS'] ?? 50);
const SECONDS = Number(process.env['BATHYCLAST_SECONDS'] ?? 60);

build();
const data = mkdtempSync(join(tmpdir(), 'bathyclast-load-'));
const server = spawn(process.execPath, [join(root, 'dist', 'node', 'server.js'), '--port', '0', '--data', data], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
const [said] = await once(server.stdout, 'data');
const { port } = new URL(/http:\S+/.exec(String(said))[0]);
const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS });

/** One request; its status and what was answered. */
function ask(method, path, body, headers = {}) {
  const text = body === undefined ? '' : JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const sent = request(
      {
        port,
        method,
        path: `/api${path}`,
        agent,
        headers: {
          Origin: `http://127.0.0.1:${port}`,
          'Content-Type': 'application/json',
          'Content-Length': Buffer.byteLength(text),
          ...headers,
        },
        host: '127.0.0.1',
      },
      (answer) => {
        const parts = [];
        answer.on('data', (part) => parts.push(part));
        answer.on('end', () => resolve({ status: answer.statusCode, body: Buffer.concat(parts).toString() }));
      },
    );
    sent.on('error', reject);
    sent.end(text);
  });
}

/** Memory that the server has, MB. */
const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;

const times = { list: [], open: [], save: [], versions: [] };
let errors = 0;
let requests = 0;
const memories = [];
const until = performance.now() + SECONDS * 1000;

async function timed(sort, ...args) {
  const begin = performance.now();
  const answer = await ask(...args);
  times[sort].push(performance.now() - begin);
  if (answer.status >= 400) errors++;
  if (++requests % 5000 === 0) memories.push([requests, Math.round(memory())]);
  return answer;
}

async function client(n) {
  const made = JSON.parse((await ask('POST', '/scenes', { example: 'vent-plume', name: `Client ${n}` })).body);
  let { revision } = made;
  for (let seed = 1; performance.now() < until; seed++) {
    const saved = await timed(
      'save',
      'PUT',
      `/scenes/${made.id}`,
      { scene: { ...made.scene, seed } },
      { 'If-Match': `"${revision}"` },
    );
    revision = JSON.parse(saved.body).revision ?? revision;
    await timed('open', 'GET', `/scenes/${made.id}`);
    if (seed % 4 === 0) await timed('list', 'GET', '/scenes');
    if (seed % 8 === 0) await timed('versions', 'GET', `/scenes/${made.id}/versions`);
  }
}

const begin = performance.now();
await Promise.all(Array.from({ length: CLIENTS }, (_, n) => client(n)));
const seconds = (performance.now() - begin) / 1000;
const at = (list, share) =>
  Number(list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))].toFixed(1));
for (const [sort, list] of Object.entries(times))
  console.log(
    JSON.stringify({ load: sort, requests: list.length, ms50: at(list, 0.5), ms99: at(list, 0.99), most: at(list, 1) }),
  );
console.log(
  JSON.stringify({
    load: 'all',
    clients: CLIENTS,
    seconds: Number(seconds.toFixed(1)),
    perSecond: Math.round(requests / seconds),
    errors,
    memoryMB: [...memories, [requests, Math.round(memory())]],
  }),
);
server.kill('SIGTERM');
await once(server, 'exit');
rmSync(data, { recursive: true, force: true });
process.exit(errors > 0 ? 1 : 0);
