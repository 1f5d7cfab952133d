import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { cases } from '../core/tests/cases';

const program = join(import.meta.dirname, '..', 'dist', 'node', 'server.js');
const running = new Set<ChildProcess>();

afterEach(() => {
  for (const child of running) child.kill('SIGKILL');
  running.clear();
});

/** Starts the real program; gives its process and the address it prints. */
async function start(data: string, port = 0): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn(process.execPath, [program, '--data', data, '--port', String(port)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running.add(child);
  const [line] = (await once(child.stdout, 'data')) as [Buffer];
  return { child, address: /http:\S+?(?=\/ )/.exec(line.toString())![0] };
}

const refusal = (...args: string[]) => spawnSync(process.execPath, [program, ...args], { encoding: 'utf8' });

describe('starting', () => {
  it('a busy port, a data folder in use, and nonsense are said in a sentence', async () => {
    const data = mkdtempSync(join(tmpdir(), 'bathyclast-'));
    const { address } = await start(data);
    const port = new URL(address).port;
    expect(refusal('--data', mkdtempSync(join(tmpdir(), 'bathyclast-')), '--port', port)).toMatchObject({
      status: 2,
      stderr: `Port ${port} is in use by another program. Choose another with --port N.\n`,
    });
    expect(refusal('--data', data, '--port', '0').stderr).toMatch(
      /^The data folder “.*” is in use by another Bathyclast\..*\n$/,
    );
    expect(refusal('--port', 'many').stderr).toMatch(/^--port is “many”. Use a whole number from 0 to 65535\.\n$/);
    expect(refusal('--loud').status).toBe(2);
    expect(refusal('--help')).toMatchObject({ status: 0, stdout: expect.stringMatching(/npm start -- --port/) });
  });
});

it('killed at any moment, the server loses nothing that it called saved', async () => {
  const data = mkdtempSync(join(tmpdir(), 'bathyclast-'));
  for (let round = 0; round < cases(2, 4); round++) {
    const { child, address } = await start(data);
    const headers = { Origin: address, 'Content-Type': 'application/json' };
    const { scenes } = (await (await fetch(`${address}/api/scenes`)).json()) as { scenes: { id: string }[] };
    const path = `${address}/api/scenes/${scenes[0]!.id}`;
    const stored = (await (await fetch(path)).json()) as { revision: number; scene: { seed: number } };
    let { revision } = stored;
    let seed = stored.scene.seed;
    const until = Date.now() + 150 + round * 137;
    setTimeout(() => child.kill('SIGKILL'), 150 + round * 137);
    while (Date.now() < until + 1000) {
      try {
        const answer = await fetch(path, {
          method: 'PUT',
          headers: { ...headers, 'If-Match': `"${revision}"` },
          body: JSON.stringify({ scene: { ...stored.scene, seed: seed + 1 } }),
        });
        expect(answer.status).toBe(200);
        seed++;
        revision++;
      } catch {
        break;
      }
    }
    if (child.exitCode === null && child.signalCode === null) await once(child, 'exit');
    const again = await start(data);
    const kept = (await (await fetch(`${again.address}/api/scenes/${scenes[0]!.id}`)).json()) as typeof stored;
    // One more may have been saved whose answer was lost; none fewer.
    expect(kept.revision - revision).toBeGreaterThanOrEqual(0);
    expect(kept.revision - revision).toBeLessThanOrEqual(1);
    expect(kept.scene.seed - seed).toBe(kept.revision - revision);
    again.child.kill('SIGKILL');
    await once(again.child, 'exit');
  }
});
