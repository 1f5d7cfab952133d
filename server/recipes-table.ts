import { randomUUID } from 'node:crypto';
import type { Recipe, RecipeSort, RecipeWords } from '../core/scene/recipes/recipe';
import type { StoredRecipe } from '../formats/recipe';
import { sceneFrom } from '../formats/scene-file';
import type { Db } from './data-file';

interface Row {
  readonly id: string;
  readonly sort: RecipeSort;
  readonly name: string;
  readonly note: string;
  readonly tags: string;
  readonly about: string;
  readonly pictured: number;
  readonly created: string;
}

const COLUMNS = 'id, sort, name, note, tags, about, picture IS NOT NULL AS pictured, created';

const storedOf = ({ tags, about, pictured, ...row }: Row): StoredRecipe => ({
  ...row,
  tags: JSON.parse(tags),
  about: JSON.parse(about),
  pictured: pictured === 1,
});

/** The recipes of the shelf; every method is one transaction. */
export class RecipesTable {
  constructor(private readonly db: Db) {}

  /** The newest first. */
  list(): StoredRecipe[] {
    return this.db
      .prepare<[], Row>(`SELECT ${COLUMNS} FROM recipes ORDER BY created DESC, rowid DESC`)
      .all()
      .map(storedOf);
  }

  get count(): number {
    return this.db.prepare<[], { n: number }>('SELECT COUNT(*) AS n FROM recipes').get()!.n;
  }

  /** A recipe with its scene, of the present version; undefined where there is none. */
  find(id: string): (StoredRecipe & Pick<Recipe, 'scene'>) | undefined {
    const row = this.db
      .prepare<[string], Row & { document: string }>(`SELECT ${COLUMNS}, document FROM recipes WHERE id = ?`)
      .get(id);
    if (!row) return undefined;
    const { document, ...rest } = row;
    return { ...storedOf(rest), scene: sceneFrom(JSON.parse(document)) };
  }

  /** Adds recipes, all or none; returns them as they are kept. */
  add(recipes: readonly { readonly recipe: Recipe; readonly picture?: Uint8Array | undefined }[]): StoredRecipe[] {
    const insert = this.db.prepare(
      'INSERT INTO recipes (id, sort, name, note, tags, about, document, picture, created) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
    );
    const ids = this.db.transaction(() =>
      recipes.map(({ recipe: { sort, name, note, tags, about, scene }, picture }) => {
        const id = randomUUID();
        insert.run(
          id,
          sort,
          name,
          note,
          JSON.stringify(tags),
          JSON.stringify(about),
          JSON.stringify(scene),
          picture ? Buffer.from(picture) : null,
          new Date().toISOString(),
        );
        return id;
      }),
    )();
    const all = this.list();
    return ids.map((id) => all.find((one) => one.id === id)!);
  }

  /** Changes the words of a recipe. */
  describe(id: string, { name, note, tags }: RecipeWords): void {
    this.db
      .prepare('UPDATE recipes SET name = ?, note = ?, tags = ? WHERE id = ?')
      .run(name, note, JSON.stringify(tags), id);
  }

  remove(id: string): void {
    this.db.prepare('DELETE FROM recipes WHERE id = ?').run(id);
  }

  picture(id: string): Buffer | undefined {
    return (
      this.db.prepare<[string], { picture: Buffer | null }>('SELECT picture FROM recipes WHERE id = ?').get(id)
        ?.picture ?? undefined
    );
  }
}
