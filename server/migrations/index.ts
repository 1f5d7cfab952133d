import scenes from './001-scenes.sql?raw';
import meshes from './002-meshes.sql?raw';
import grids from './003-grids.sql?raw';
import bakes from './004-bakes.sql?raw';
import logbook from './005-logbook.sql?raw';
import versions from './006-versions.sql?raw';
import openings from './007-openings.sql?raw';
import recipes from './008-recipes.sql?raw';

/** Every migration in order; the n-th brings a data file to version n. One that has shipped is never changed. */
export const migrations: readonly string[] = [scenes, meshes, grids, bakes, logbook, versions, openings, recipes];
