import { Router } from 'express';
import { findExample } from '../core/examples';
import type { Scene } from '../core/document/scene';
import { freeName } from '../core/scene/free-identity';
import { newScene } from '../core/scene/starters';
import { parseBounded } from '../formats/bounded-json';
import { readSceneFile, sceneFrom, writeSceneFile } from '../formats/scene-file';
import { FILE_LIMITS } from '../formats/package';
import { bodyOf, NewSceneBody, PictureBody, RenameBody, SaveBody, VersionNameBody } from './bodies';
import { eventStream } from './event-stream';
import { failure } from './failure';
import type { ImagesTable } from './images-table';
import { filesOfScene, keepFiles } from './kept-files';
import type { FilesTable } from './files-table';
import type { StoredScene } from '../formats/stored-scene';
import { examplePictures, isPicture, PICTURE_SORTS, pictureType } from './pictures';
import type { ScenesTable } from './scenes-table';
import { oneFile } from './upload';

const upload = oneFile({ fileSize: FILE_LIMITS.bytes, fields: 4, fieldSize: 1024 });
const MOST_PICTURE_BYTES = 4 * 1024 * 1024;

const etag = (revision: number) => `"${revision}"`;

/** The revision of an If-Match header; a Failure without one. */
function revisionOf(header: string | undefined): number {
  const revision = /^"(\d+)"$/.exec(header ?? '')?.[1];
  if (revision === undefined)
    throw failure(
      428,
      'revision',
      'If-Match',
      'A save must say which revision it changes, as If-Match: "n".',
      'If-Match: "n"',
    );
  return Number(revision);
}

/** Scenes: list, make, open, save, rename, delete and bring back, export and import, pictures. */
export function sceneRoutes(
  scenes: ScenesTable,
  images: ImagesTable,
  files: Readonly<Record<'mesh' | 'grid', FilesTable>>,
  webRoot: string,
): Router {
  const router = Router();

  function mustBe(id: string): void {
    if (scenes.has(id)) return;
    throw failure(
      404,
      'missing',
      'id',
      `There is no scene “${id.slice(0, 60)}”; it may have been deleted.`,
      'the id of a scene',
    );
  }

  function found(id: string): StoredScene {
    mustBe(id);
    return scenes.find(id)!;
  }

  function foundVersion(id: string, revision: number): Scene {
    const scene = Number.isSafeInteger(revision) ? scenes.versions.find(id, revision) : undefined;
    if (!scene)
      throw failure(
        404,
        'missing',
        'version',
        `Revision ${revision} of this scene is not kept.`,
        'a revision from the list of versions',
      );
    return scene;
  }

  const taken = () => scenes.list().map((card) => card.name);

  function conflict(current: StoredScene): never {
    throw failure(
      412,
      'conflict',
      'If-Match',
      `“${current.scene.name}” was changed in another window: it is at revision ${current.revision} now.`,
      etag(current.revision),
      { revision: current.revision },
    );
  }

  /** Saves over the revision a request names, or says who was first. */
  function saveOver(id: string, revision: number, scene: Scene): { revision: number; changed: string } {
    return scenes.save(id, revision, scene) ?? conflict(found(id));
  }

  router.get('/', (_request, response) => void response.json({ scenes: scenes.list() }));

  router.post('/', (request, response) => {
    const { name, example, copyOf, version } = bodyOf(NewSceneBody, request.body);
    const copied =
      copyOf !== undefined && (version === undefined ? found(copyOf).scene : foundVersion(copyOf, version));
    const source = copied ? copied : example !== undefined ? findExample(example)!.scene : newScene('Untitled');
    const wanted = name ?? (copyOf !== undefined ? `${source.name} copy` : source.name);
    const asItIs = copyOf !== undefined && version === undefined ? scenes.currentPictures(copyOf) : {};
    const pictures = example === undefined ? asItIs : examplePictures(webRoot, example);
    response.status(201).json(scenes.add({ ...source, name: freeName(wanted, taken()) }, pictures));
  });

  router.get('/events', (_request, response) => {
    const stream = eventStream(response);
    stream.onEnd(scenes.onChange((news) => stream.send(news)));
  });

  router.get('/:id/versions', (request, response) => {
    mustBe(request.params.id);
    response.set('Cache-Control', 'no-store').json({ versions: scenes.versions.list(request.params.id) });
  });

  router.get('/:id/versions/:revision', (request, response) => {
    const { id, revision } = request.params;
    response.json({ scene: foundVersion(id, Number(revision)) });
  });

  router.patch('/:id/versions/:revision', (request, response) => {
    const { name } = bodyOf(VersionNameBody, request.body);
    const { id, revision } = request.params;
    foundVersion(id, Number(revision));
    scenes.versions.rename(id, Number(revision), name.trim());
    response.status(204).end();
  });

  router.get('/:id/versions/:revision/picture', (request, response) => {
    const { id, revision } = request.params;
    const picture = Number.isSafeInteger(Number(revision)) ? scenes.versions.picture(id, Number(revision)) : undefined;
    if (!picture)
      throw failure(404, 'missing', 'picture', 'There is no picture of this version yet.', 'a version with a picture');
    response.set('Content-Type', pictureType(picture)).set('Cache-Control', 'private, max-age=86400').send(picture);
  });

  router.get('/:id', (request, response) => {
    const stored = found(request.params.id);
    response.set('ETag', etag(stored.revision)).set('Cache-Control', 'no-store').json(stored);
  });

  router.put('/:id', (request, response) => {
    const revision = revisionOf(request.headers['if-match']);
    const { scene } = bodyOf(SaveBody, request.body);
    const saved = saveOver(request.params.id, revision, sceneFrom(scene));
    response.set('ETag', etag(saved.revision)).json(saved);
  });

  router.patch('/:id', (request, response) => {
    const { name } = bodyOf(RenameBody, request.body);
    const { id, revision, scene } = found(request.params.id);
    response.json(saveOver(id, revision, { ...scene, name: name.trim() }));
  });

  router.delete('/:id', (request, response) => {
    mustBe(request.params.id);
    scenes.setDeleted(request.params.id, true);
    response.status(204).end();
  });

  router.post('/:id/restore', (request, response) => {
    if (!scenes.setDeleted(request.params.id, false)) found(request.params.id);
    response.json(found(request.params.id));
  });

  router.get('/:id/export', (request, response) => {
    const { scene } = found(request.params.id);
    const kept = filesOfScene(scene, { image: images, ...files });
    const fileName = `${
      scene.name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'scene'
    }.bathyclast`;
    response
      .set('Content-Type', 'application/zip')
      .set('Content-Disposition', `attachment; filename="${fileName}"`)
      .send(Buffer.from(writeSceneFile({ scene, files: kept })));
  });

  router.post('/import', upload, async (request, response) => {
    if (!request.file) throw failure(400, 'missing', 'file', 'The import holds no file.', 'one scene file');
    const { scene, files: kept } = await readSceneFile(request.file.buffer);
    keepFiles(scene, kept, { image: images, ...files });
    response.status(201).json(scenes.add({ ...scene, name: freeName(scene.name, taken()) }));
  });

  router.get('/:id/picture', (request, response) => {
    const picture = scenes.picture(request.params.id);
    if (!picture)
      throw failure(404, 'missing', 'picture', 'There is no picture of this scene yet.', 'a scene with a picture');
    response.set('Content-Type', pictureType(picture)).set('Cache-Control', 'no-cache').send(picture);
  });

  router.get('/:id/opening', (request, response) => {
    const opening = scenes.currentPicture('opening', request.params.id);
    response.set('Cache-Control', 'no-cache');
    if (opening) response.set('Content-Type', pictureType(opening)).send(opening);
    else response.status(204).end();
  });

  for (const sort of PICTURE_SORTS)
    router.post(`/:id/${sort}`, upload, (request, response) => {
      const { about = '{}' }: { about?: string } = request.body ?? {};
      const { revision } = bodyOf(PictureBody, parseBounded(Buffer.from(about), 'The field “about”'));
      const bytes = request.file?.buffer;
      if (!bytes || bytes.length > MOST_PICTURE_BYTES || !isPicture(bytes)) {
        const wanted = 'a PNG or WebP of at most 4 MB';
        throw failure(422, 'type', 'file', `The ${sort} is not ${wanted}.`, wanted);
      }
      scenes.setPicture(sort, String(request.params['id']), revision, bytes);
      response.status(204).end();
    });

  return router;
}
