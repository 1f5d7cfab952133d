import { strToU8, zipSync } from 'fflate';
import { isRecord } from '../core/document/check-values';
import { SCENE_VERSION } from '../core/document/scene';
import { RECIPE_LIMITS, type Recipe } from '../core/scene/recipes/recipe';
import { parseBounded } from './bounded-json';
import { entriesOf, entryName, filesIn, FILE_LIMITS, isZip } from './package';
import { recipeFrom } from './recipe';
import { keptFiles } from './scene-file';
import { fileFault, SceneFaults } from './scene-faults';

/** What a shelf file calls itself. */
export const SHELF_FORMAT = 'bathyclast-shelf';

const PICTURE = /^pictures\/\d{1,4}\.(png|jpg|webp)$/;

/** A recipe with its picture, if it has one. */
export interface PicturedRecipe {
  readonly recipe: Recipe;
  readonly picture?: Uint8Array | undefined;
}

/** Recipes and the files that they keep by content hash. */
export interface Shelf {
  readonly recipes: readonly PicturedRecipe[];
  readonly files: ReadonlyMap<string, Uint8Array>;
}

/** The ending of a picture by its first bytes. */
const endingOf = (picture: Uint8Array): string => (picture[0] === 0x89 ? 'png' : picture[0] === 0xff ? 'jpg' : 'webp');

/** One file with recipes, their pictures and what they keep. The same shelf gives the same bytes. */
export function writeShelfFile({ recipes, files }: Shelf): Uint8Array {
  const entries: Record<string, Uint8Array> = {};
  const written = recipes.map(({ recipe, picture }, i) => {
    const name = picture && `pictures/${i}.${endingOf(picture)}`;
    if (name) entries[name] = picture;
    for (const file of keptFiles(recipe.scene)) {
      const bytes = files.get(file.hash);
      if (bytes) entries[entryName(file)] = bytes;
    }
    return { ...recipe, ...(name && { picture: name }) };
  });
  const document = { format: SHELF_FORMAT, version: SCENE_VERSION, recipes: written };
  entries['shelf.json'] = strToU8(`${JSON.stringify(document, null, 2)}\n`);
  return zipSync(entries, { mtime: new Date(2000, 0, 1), level: 6 });
}

/** The recipes of a document, the faults of each under its place. */
function recipesOf(document: unknown): { readonly recipe: Recipe; readonly picture: unknown }[] {
  if (!isRecord(document) || document['format'] !== SHELF_FORMAT)
    throw fileFault('choice', 'The file is no shelf: its shelf.json has another format.', `“${SHELF_FORMAT}”`);
  if (Number(document['version']) > SCENE_VERSION)
    throw fileFault(
      'range',
      `The shelf has version ${Number(document['version'])}. A newer one needs a newer Bathyclast.`,
      `a version up to ${SCENE_VERSION}`,
    );
  const { recipes } = document;
  if (!Array.isArray(recipes) || recipes.length === 0 || recipes.length > RECIPE_LIMITS.recipes)
    throw fileFault('range', 'The shelf holds no recipes, or too many.', `1 to ${RECIPE_LIMITS.recipes} recipes`);
  return recipes.map((written: unknown, i) => {
    try {
      return { recipe: recipeFrom(written), picture: isRecord(written) ? written['picture'] : undefined };
    } catch (error) {
      if (!(error instanceof SceneFaults)) throw error;
      const name = isRecord(written) && typeof written['name'] === 'string' ? ` “${written['name'].slice(0, 60)}”` : '';
      throw new SceneFaults(
        error.faults.map((one) => ({
          ...one,
          field: `recipes[${i}].${one.field}`,
          message: `Recipe ${i + 1}${name}: ${one.message}`,
        })),
      );
    }
  });
}

/** Reads a shelf file: a zip of `shelf.json`, pictures and kept files. Throws {@link SceneFaults}; nothing is half read. */
export async function readShelfFile(bytes: Uint8Array): Promise<Shelf> {
  if (bytes.length > FILE_LIMITS.bytes)
    throw fileFault(
      'size',
      `The file has ${bytes.length} bytes. The limit is ${FILE_LIMITS.bytes}.`,
      `up to ${FILE_LIMITS.bytes} bytes`,
    );
  if (!isZip(bytes)) throw fileFault('type', 'The file is no shelf. Choose a .bathyshelf file.', 'a .bathyshelf file');
  const entries = entriesOf(bytes, 'shelf.json', PICTURE);
  const json = entries['shelf.json'];
  if (!json)
    throw fileFault('missing', 'The file holds no shelf.json. Choose a .bathyshelf file.', 'a .bathyshelf file');
  const read = recipesOf(parseBounded(json, 'shelf.json'));
  const files = await filesIn(
    entries,
    read.flatMap(({ recipe }) => keptFiles(recipe.scene)),
    () => true,
  );
  const recipes = read.map(({ recipe, picture }) => {
    const found = typeof picture === 'string' && PICTURE.test(picture) ? entries[picture] : undefined;
    return { recipe, picture: found && found.length <= RECIPE_LIMITS.picture ? found : undefined };
  });
  return { recipes, files };
}
