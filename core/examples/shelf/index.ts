import { completeScene } from '../../scene/read';
import { withInserted } from '../../scene/recipes/insert';
import type { Recipe } from '../../scene/recipes/recipe';
import type { Scene } from '../../document/scene';
import type { WrittenChain } from './chain';
import { crowdsAndPatterns } from './crowds-and-patterns';
import { currents } from './currents';
import { forms } from './forms';

/** A recipe that ships with the program, under a name of its own. */
export interface ShippedRecipe extends Recipe {
  readonly id: string;
}

const CHAINS: readonly WrittenChain[] = [...currents, ...forms, ...crowdsAndPatterns];

let shelf: readonly ShippedRecipe[] | undefined;

/** The chains that ship with the program, around the origin, for particles that fill about a metre to each side. */
export function shippedShelf(): readonly ShippedRecipe[] {
  shelf ??= CHAINS.map(({ name, note, tags, parts }) => ({
    id: `shipped-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`,
    sort: 'chain',
    name,
    note,
    tags,
    about: [0, 0, 0],
    scene: completeScene({ name, emitters: [], ...parts }),
  }));
  return shelf;
}

/** A small cloud with a recipe at work in it, four seconds long. */
export function previewOf({ about, scene }: Pick<Recipe, 'about' | 'scene'>): Scene {
  const cloud = completeScene({
    name: 'Preview',
    seed: 3,
    time: { fps: 24, first: 0, last: 95 },
    emitters: [
      {
        id: 'cloud',
        name: 'Cloud',
        shape: { kind: 'ball', radius: 1.1, from: 'volume' },
        emission: [{ kind: 'burst', count: 420, timing: 'start' }],
        birth: { life: 4.1, speed: 0, drag: 0 },
      },
    ],
    camera: { position: [1.7, 1, 4.7], target: [0, 0, 0] },
  });
  return withInserted(cloud, scene, [-about[0], -about[1], -about[2]]).scene;
}
