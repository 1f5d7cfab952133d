import { Registry } from '../describe/registry';
import { flake } from './flake';
import type { LookKind } from './look';
import { point } from './point';
import { ribbon } from './ribbon';
import { skin } from './skin';
import { sprite } from './sprite';
import { tube } from './tube';

/** Every way to draw particles. */
export const looks = new Registry<LookKind>('look', [sprite, point, flake, ribbon, tube, skin]);
