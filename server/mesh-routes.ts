import { Router } from 'express';
import multer from 'multer';
import { contentHash } from '../formats/image';
import { MESH_LIMITS, readMesh } from '../formats/mesh-file';
import { failure } from './failure';
import type { MeshesTable } from './meshes-table';
import { shownName } from './shown-name';

const upload = multer({ storage: multer.memoryStorage(), limits: { fileSize: MESH_LIMITS.bytes, files: 1, fields: 0 } });

/** Meshes: read and cleaned in the page at import, checked here, kept under their content hash. */
export function meshRoutes(meshes: MeshesTable): Router {
  const router = Router();

  router.post('/', upload.single('file'), async (request, response) => {
    if (!request.file) throw failure(400, 'missing', 'file', 'The upload holds no file.', 'one mesh');
    const name = shownName(request.file.originalname, 'mesh');
    const glb = new Uint8Array(request.file.buffer);
    readMesh(glb, name);
    const hash = await contentHash(glb);
    meshes.add(hash, glb);
    response.status(201).json({ hash, name });
  });

  router.get('/:hash', (request, response) => {
    const glb = meshes.find(request.params.hash);
    if (!glb) throw failure(404, 'missing', 'hash', 'There is no mesh of that hash.', 'the hash of a kept mesh');
    response
      .set('Content-Type', 'model/gltf-binary')
      .set('Content-Disposition', 'attachment')
      .set('Cache-Control', 'public, max-age=31536000, immutable')
      .send(glb);
  });

  return router;
}
