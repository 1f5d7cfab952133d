import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { LENT_BAKE } from '../formats/stored-bake';
import { FILE_LIMITS } from '../formats/package';
import { DEEPEST, nestingDepth } from '../formats/bounded-json';
import { examples } from '../core/examples';
import { BakeJobs, type SpawnBake } from './bake-jobs';
import { bakeRoutes } from './bake-routes';
import { bakeInThread } from './bake-thread';
import { BakesTable } from './bakes-table';
import type { Db } from './data-file';
import { examplePictures } from './pictures';
import { failure, failureHandler } from './failure';
import { guard } from './guard';
import { imageRoutes } from './image-routes';
import { ImagesTable } from './images-table';
import { filesOfScene } from './kept-files';
import { fileRoutes } from './file-routes';
import { MESH_LIMITS, readMesh } from '../formats/mesh-file';
import { GRID_LIMITS, readVti } from '../formats/vti';
import { FilesTable } from './files-table';
import { RecipesTable } from './recipes-table';
import { shelfRoutes } from './shelf-routes';
import { sceneRoutes } from './scene-routes';
import { LogbookTable } from './logbook-table';
import { logbookRoutes } from './logbook-routes';
import { ScenesTable } from './scenes-table';

/** Headers: cross-origin isolation (for memory shared between threads) and a policy without inline script. */
const headers = helmet({
  crossOriginEmbedderPolicy: true,
  strictTransportSecurity: false,
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      workerSrc: ["'self'", 'blob:'],
      connectSrc: ["'self'", 'data:', 'blob:'],
      imgSrc: ["'self'", 'data:', 'blob:'],
      mediaSrc: ["'self'", 'blob:'],
      styleSrc: ["'self'", "'unsafe-inline'"],
      fontSrc: ["'self'"],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      upgradeInsecureRequests: null,
    },
  },
});

/** The application: its API under /api, the built page everywhere else. */
export function createApp({
  db,
  webRoot,
  log,
  bakesFolder,
  lentBake,
  spawnBake = bakeInThread,
  notices = [],
}: {
  db: Db;
  webRoot: string;
  log: Logger;
  /** Where baked frames are kept. */
  bakesFolder: string;
  /** The folder of a bake that is lent to renders, under the id `lent`. */
  lentBake?: string | undefined;
  spawnBake?: SpawnBake;
  /** Sentences about the start that a person should read. */
  notices?: readonly string[];
}): Express {
  const scenes = new ScenesTable(db);
  const images = new ImagesTable(db);
  const meshes = new FilesTable(db, 'meshes');
  const grids = new FilesTable(db, 'grids');
  scenes.forgetDeleted();
  if (scenes.isEmpty())
    for (const { slug, scene } of examples.toReversed()) scenes.add(scene, examplePictures(webRoot, slug));

  const bakes = new BakesTable(db);
  const jobs = new BakeJobs(bakes, bakesFolder, spawnBake, (scene) =>
    filesOfScene(scene, { image: images, mesh: meshes, grid: grids }),
  );

  if (lentBake !== undefined) jobs.lend(LENT_BAKE, lentBake);

  const app = express();
  app.disable('x-powered-by');
  app.use(headers, guard, compression());
  app.use((request, response, next) => {
    const begin = performance.now();
    response.on('finish', () =>
      log.info(
        {
          method: request.method,
          path: request.path,
          status: response.statusCode,
          ms: Math.round(performance.now() - begin),
        },
        'request',
      ),
    );
    next();
  });
  app.use(
    '/api',
    express.json({
      // A body with a GET has no meaning (RFC 9110, 9.3.1) and is not read.
      type: (request) =>
        !['GET', 'HEAD'].includes(request.method ?? '') &&
        /^application\/json\b/i.test(request.headers['content-type'] ?? ''),
      limit: FILE_LIMITS.json,
      verify: (_request, _response, body) => {
        if (nestingDepth(body) > DEEPEST)
          throw failure(
            400,
            'depth',
            'body',
            `The body is nested more than ${DEEPEST} deep. The limit is ${DEEPEST}.`,
            `up to ${DEEPEST} levels`,
          );
      },
    }),
  );
  app.use('/api/scenes', sceneRoutes(scenes, images, { mesh: meshes, grid: grids }, webRoot));
  app.use('/api/images', imageRoutes(images));
  app.use(
    '/api/meshes',
    fileRoutes(meshes, { noun: 'mesh', type: 'model/gltf-binary', most: MESH_LIMITS.bytes, check: readMesh }),
  );
  app.use(
    '/api/grids',
    fileRoutes(grids, { noun: 'grid', type: 'application/xml', most: GRID_LIMITS.bytes, check: readVti }),
  );
  app.use('/api/bakes', bakeRoutes(bakes, jobs));
  app.get('/api/notices', (_request, response) => void response.set('Cache-Control', 'no-store').json({ notices }));
  app.use('/api/logbook', logbookRoutes(new LogbookTable(db)));
  app.use('/api/shelf', shelfRoutes(new RecipesTable(db), images, { mesh: meshes, grid: grids }));
  app.use('/api', (request) => {
    throw failure(
      404,
      'missing',
      'path',
      `There is no ${request.method} ${request.path.slice(0, 80)} here.`,
      'a path of the API',
    );
  });
  app.use('/assets', express.static(`${webRoot}/assets`, { immutable: true, maxAge: '1y' }));
  app.use('/assets', (request) => {
    throw failure(404, 'missing', 'path', `There is no file ${request.path.slice(0, 80)} here.`, 'a file of the page');
  });
  app.use(express.static(webRoot, { index: false }));
  app.get('/{*path}', (_request, response) => response.sendFile('index.html', { root: webRoot, cacheControl: false }));
  app.use((request) => {
    throw failure(
      405,
      'method',
      'method',
      `${request.method} is not possible here; only the API under /api can be written to.`,
      'GET',
    );
  });
  app.use(failureHandler(log));
  return app;
}
