import { Router } from 'express';
import { counted } from '../core/lib/counted';
import { RECIPE_LIMITS } from '../core/scene/recipes/recipe';
import { FILE_LIMITS } from '../formats/package';
import { recipeFrom, recipeWordsFrom } from '../formats/recipe';
import { readShelfFile, writeShelfFile } from '../formats/shelf-file';
import { bodyOf, RecipeBody, RecipeWordsBody } from './bodies';
import { failure } from './failure';
import type { FilesTable } from './files-table';
import type { ImagesTable } from './images-table';
import { filesOfScene, keepFiles } from './kept-files';
import { isPicture, pictureType } from './pictures';
import type { RecipesTable } from './recipes-table';
import { oneFile } from './upload';

const upload = oneFile({ fileSize: FILE_LIMITS.bytes, fields: 0 });

/** A picture in base 64. */
function pictureOf(base64: string | undefined): Buffer | undefined {
  if (base64 === undefined) return undefined;
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length > RECIPE_LIMITS.picture || !isPicture(bytes))
    throw failure(
      422,
      'type',
      'picture',
      'The picture is no PNG, JPEG or WebP of at most 200 kB.',
      'a PNG, JPEG or WebP of at most 200 kB',
    );
  return bytes;
}

/** The shelf: list, keep, describe, take away, pictures, export and import as one file. */
export function shelfRoutes(
  recipes: RecipesTable,
  images: ImagesTable,
  files: Readonly<Record<'mesh' | 'grid', FilesTable>>,
): Router {
  const router = Router();

  function found(id: string) {
    const recipe = recipes.find(id);
    if (!recipe)
      throw failure(
        404,
        'missing',
        'id',
        `There is no recipe “${id.slice(0, 60)}” on the shelf.`,
        'the id of a recipe',
      );
    return recipe;
  }

  function mustHaveRoom(more: number): void {
    const { count } = recipes;
    if (count + more > RECIPE_LIMITS.recipes)
      throw failure(
        422,
        'range',
        'recipes',
        `The shelf holds ${counted(count, 'recipe')}. The limit is ${RECIPE_LIMITS.recipes}: take some away first.`,
        `up to ${RECIPE_LIMITS.recipes} recipes`,
      );
  }

  router.get('/', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ recipes: recipes.list() });
  });

  router.post('/', (request, response) => {
    const { picture, ...written } = bodyOf(RecipeBody, request.body);
    const recipe = recipeFrom(written);
    mustHaveRoom(1);
    response.status(201).json(recipes.add([{ recipe, picture: pictureOf(picture) }])[0]);
  });

  router.get('/export', (request, response) => {
    const { ids } = request.query;
    const wanted = typeof ids === 'string' && ids !== '' ? ids.split(',') : recipes.list().map(({ id }) => id);
    if (wanted.length === 0)
      throw failure(404, 'missing', 'ids', 'The shelf is empty. Save something to it first.', 'ids of recipes');
    const chosen = wanted.map((id) => {
      const { sort, name, note, tags, about, scene } = found(id);
      return { recipe: { sort, name, note, tags, about, scene }, picture: recipes.picture(id) };
    });
    const kept = new Map(chosen.flatMap(({ recipe }) => [...filesOfScene(recipe.scene, { image: images, ...files })]));
    response
      .set('Content-Type', 'application/zip')
      .set('Content-Disposition', `attachment; filename="shelf.bathyshelf"`)
      .send(Buffer.from(writeShelfFile({ recipes: chosen, files: kept })));
  });

  router.post('/import', upload, async (request, response) => {
    if (!request.file) throw failure(400, 'missing', 'file', 'The import holds no file.', 'one shelf file');
    const shelf = await readShelfFile(request.file.buffer);
    mustHaveRoom(shelf.recipes.length);
    for (const { recipe } of shelf.recipes) keepFiles(recipe.scene, shelf.files, { image: images, ...files });
    const pictured = shelf.recipes.map(({ recipe, picture }) => ({
      recipe,
      picture: picture && isPicture(picture) ? picture : undefined,
    }));
    response.status(201).json({ recipes: recipes.add(pictured) });
  });

  router.get('/:id', (request, response) => void response.json(found(request.params.id)));

  router.patch('/:id', (request, response) => {
    const given = bodyOf(RecipeWordsBody, request.body);
    const { name, note, tags } = found(request.params.id);
    recipes.describe(
      request.params.id,
      recipeWordsFrom({
        name: given.name ?? name,
        note: given.note ?? note,
        tags: given.tags ?? tags,
      }),
    );
    response.json(found(request.params.id));
  });

  router.delete('/:id', (request, response) => {
    found(request.params.id);
    recipes.remove(request.params.id);
    response.status(204).end();
  });

  router.get('/:id/picture', (request, response) => {
    const picture = recipes.picture(request.params.id);
    if (!picture)
      throw failure(404, 'missing', 'picture', 'There is no picture of this recipe.', 'a recipe with a picture');
    response.set('Content-Type', pictureType(picture)).set('Cache-Control', 'private, max-age=86400').send(picture);
  });

  return router;
}
