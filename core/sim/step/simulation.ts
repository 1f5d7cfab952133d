import type { Assets } from '../../document/assets';
import type { Scene } from '../../document/scene';
import { withPrecomputedPaths } from './precomputed-paths';
import { Run, type RunOptions } from './run';

/** One run of a scene as it is written: automations and precomputed paths become keys first. */
export class Simulation extends Run {
  constructor(document: Scene, assets: Assets, options: RunOptions = {}) {
    super(withPrecomputedPaths(document, assets, options.backend), assets, options);
  }
}
