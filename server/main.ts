import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import pino from 'pino';
import { createApp } from './app';
import { DataFolderError, openDatabase } from './database';

const HELP = `Starts Bathyclast and prints its address.

  npm start                      on port 4173, with the data folder ./data
  npm start -- --port 8080       on another port (0: any free one)
  npm start -- --data DIR        with another data folder; it is made if need be
  npm start -- --help            this text
`;

/** Ends the program with one sentence. */
function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(2);
}

function options(): { port: number; data: string; bake: string | undefined } {
  try {
    const { values } = parseArgs({
      options: {
        port: { type: 'string', default: '4173' },
        data: { type: 'string', default: 'data' },
        // What the program at the terminal renders from.
        bake: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    if (values.help) {
      console.log(HELP);
      process.exit(0);
    }
    const port = Number(values.port);
    if (values.port.trim() === '' || !Number.isInteger(port) || port < 0 || port > 65535)
      refuse(`--port is “${values.port}”; allowed is a whole number from 0 to 65535.`);
    return { port, data: resolve(values.data), bake: values.bake };
  } catch (error) {
    refuse(`${(error as Error).message.split('\n')[0]} See npm start -- --help.`);
  }
}

const { port, data, bake } = options();
const webRoot = join(dirname(fileURLToPath(import.meta.url)), '..', 'web');
if (!existsSync(join(webRoot, 'index.html'))) refuse('The page is not built; start with npm start.');

const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));
let db;
try {
  db = openDatabase(data);
} catch (error) {
  if (error instanceof DataFolderError) refuse(error.message);
  throw error;
}

const server = createServer(createApp({ db, webRoot, log, bakesFolder: join(data, 'bakes'), lentBake: bake }));
server.on('error', (error: NodeJS.ErrnoException) => {
  db.close();
  if (error.code === 'EADDRINUSE') refuse(`Port ${port} is in use by another program. Choose another with --port N.`);
  if (error.code === 'EACCES') refuse(`Port ${port} may not be used by this account. Choose another with --port N.`);
  refuse(`The server can’t listen on port ${port} (${error.code ?? error.message}).`);
});
server.listen(port, '127.0.0.1');
await once(server, 'listening');
const address = server.address();
console.log(`Bathyclast is at http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}/ (data in ${data})`);

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    server.close();
    server.closeAllConnections();
    db.close();
    process.exit(0);
  });
