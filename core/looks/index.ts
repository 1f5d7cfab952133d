import { Registry } from '../describe/registry';
import { flake } from './flake';
import type { LookKind } from './look';
import { point } from './point';
import { sprite } from './sprite';

/** Every way to draw particles. */
export const looks = new Registry<LookKind>('look', [sprite, point, flake]);
