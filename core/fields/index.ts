import { Registry } from '../describe/registry';
import { attractor } from './attractor';
import { drag } from './drag';
import type { FieldKind } from './field';
import { gravity } from './gravity';
import { shell } from './shell';
import { texture } from './texture';
import { turbulence } from './turbulence';
import { vortex } from './vortex';
import { wind } from './wind';

/** Every kind of field, in the order in which they are offered. */
export const fields = new Registry<FieldKind>('kind of field', [gravity, wind, vortex, turbulence, attractor, shell, texture, drag]);
