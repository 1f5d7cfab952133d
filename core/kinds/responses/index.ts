import { Registry } from '../../document/registry';
import { bounce } from './bounce';
import { die } from './die';
import { pass } from './pass';
import type { ResponseKind } from './response';
import { slide } from './slide';
import { stick } from './stick';

/** Everything a surface can do to particles. */
export const responses = new Registry<ResponseKind>('response', [bounce, slide, stick, die, pass]);
