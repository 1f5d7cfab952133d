import { csv } from './csv';
import type { ParticleFormat } from './format';
import { glb } from './glb';
import { obj } from './obj';
import { ply, plyText } from './ply';
import { usda } from './usda';

/** Every way to write particles, as the Output screen lists them. */
export const particleFormats: readonly ParticleFormat[] = [csv, ply, plyText, glb, usda, obj];

/** The format of that name; undefined where there is none. */
export const particleFormat = (name: string): ParticleFormat | undefined =>
  particleFormats.find((format) => format.name === name);

/** Extensions of files with particles, each once. */
export const particleExtensions: readonly string[] = [...new Set(particleFormats.map(({ extension }) => extension))];
