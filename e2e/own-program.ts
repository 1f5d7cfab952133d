import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PROGRAM = join(import.meta.dirname, '..', 'dist', 'node', 'server.js');

/** A port that is free now. */
async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as { port: number };
  server.close();
  await once(server, 'close');
  return port;
}

/** A data folder on a small disk of its own, that can be filled; undefined where this account may mount none. */
export function smallDisk(
  megabytes: number,
): { folder: string; fill(): void; free(): void; unmount(): void } | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'bathyclast-disk-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder]).status !== 0) return undefined;
  const filler = join(folder, 'filler');
  return {
    folder,
    fill() {
      // In small pieces, until there is no room for one more.
      for (let i = 0, size = 1 << 20; size >= 512; i++) {
        try {
          writeFileSync(`${filler}-${i}`, Buffer.alloc(size));
        } catch {
          size >>= 1;
        }
      }
    },
    free: () => void spawnSync('sh', ['-c', `rm -f ${filler}-*`]),
    unmount: () => void spawnSync('umount', ['-l', folder]),
  };
}

/** The built program with a data folder of its own, that is started, killed, and started again on the same port. */
export class OwnProgram {
  private child: ChildProcess | undefined;

  private constructor(
    readonly data: string,
    readonly port: number,
  ) {}

  static async start(data = mkdtempSync(join(tmpdir(), 'bathyclast-own-'))): Promise<OwnProgram> {
    const program = new OwnProgram(data, await freePort());
    await program.start();
    return program;
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.child = spawn(process.execPath, [PROGRAM, '--port', String(this.port), '--data', this.data], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await once(this.child.stdout!, 'data');
  }

  /** Ends it, by default without a word. */
  async end(signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
    const { child } = this;
    this.child = undefined;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    child.kill(signal);
    await once(child, 'exit');
  }

  async request(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Response> {
    return fetch(`${this.address}/api${path}`, {
      method,
      headers: { Origin: this.address, 'Content-Type': 'application/json', ...headers },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
  }

  async scene(id: string): Promise<{ revision: number; scene: { name: string; seed: number } }> {
    return (await this.request('GET', `/scenes/${id}`)).json() as never;
  }

  /** A new scene of that name; its id. */
  async makeScene(name: string): Promise<string> {
    return ((await (await this.request('POST', '/scenes', { name })).json()) as { id: string }).id;
  }

  /** Ends it for good, and takes its data away. */
  async dispose(): Promise<void> {
    await this.end();
    rmSync(this.data, { recursive: true, force: true });
  }
}
