import { Registry } from '../describe/registry';
import { ball } from './ball';
import { box } from './box';
import { everywhere } from './everywhere';
import type { ExtentKind } from './extent';
import { ring } from './ring';
import { rod } from './rod';
import { slab } from './slab';

/** Every body a falloff can be measured from. */
export const extents = new Registry<ExtentKind>('extent', [everywhere, ball, box, rod, ring, slab]);
