import type { KernelBackend } from '../sim/stack/stack';
import type { Assets } from '../document/assets';
import type { Scene } from '../document/scene';
import { couples } from '../scene/coupling';
import { shapes } from '../kinds/emitter-shapes';
import { startFrame } from '../sim/step/counters';
import type { Portion } from '../sim/step/spawner';
import { WHOLE } from '../sim/step/run';
import { Simulation } from '../sim/step/simulation';
import { OWN_TERMS, type LedgerEntry } from './ledger-entry';
import { LedgerWatcher } from './ledger-watcher';

/** Particles whose ledger is kept: one by its number, or all of an emitter in a run of a share of it. */
export type Account =
  | { readonly emitter: number; readonly id: number }
  | { readonly emitter: number; readonly draftFraction: number };

/** The whole account of the particles. */
export interface Ledger {
  /** Names of the terms. */
  readonly terms: readonly string[];
  /** Ids of the fields among them, in the same order. */
  readonly fields: readonly string[];
  readonly entries: readonly LedgerEntry[];
}

/** Which part of the scene has to be run: that particle alone where nothing couples it with others. */
function portionOf(scene: Scene, account: Account): Portion {
  if ('draftFraction' in account) return { ...WHOLE, draftFraction: account.draftFraction };
  const fromParticles = shapes.get(scene.emitters[account.emitter]!.shape.kind).fromParticles;
  return couples(scene) || fromParticles || scene.emitters[account.emitter]!.body.kind !== 'points'
    ? WHOLE
    : { ...WHOLE, only: account.id };
}

function accountOf(
  scene: Scene,
  assets: Assets,
  account: Account,
  through: number,
  portion: Portion,
  onFrame: (frame: number) => boolean,
  backend: KernelBackend | undefined,
): LedgerEntry[] {
  const run = new Simulation(scene, assets, { portion, backend });
  const watcher = new LedgerWatcher(
    run.stack,
    account.emitter,
    scene.time.fps,
    'id' in account ? account.id : undefined,
  );
  run.watcher = watcher;
  const entries: LedgerEntry[] = [];
  for (let frame = startFrame(scene); frame < through; frame++) {
    run.advance();
    const entry = watcher.take(frame + 1);
    if (entry) entries.push(entry);
    if (!onFrame(frame + 1)) break;
  }
  return entries;
}

/**
 * Runs a scene from its start and keeps the ledger of some of its particles through a frame: every term’s exact share
 * of each change of velocity. It follows the run that everything else shows, whichever routines step it.
 *
 * `onFrame` hears of each frame, and ends the run by saying false.
 */
export function ledgerOf(
  scene: Scene,
  assets: Assets,
  account: Account,
  through: number,
  onFrame: (frame: number) => boolean = () => true,
  backend?: KernelBackend,
): Ledger {
  let entries = accountOf(scene, assets, account, through, portionOf(scene, account), onFrame, backend);
  // Pieces and children come of others, which that portion may have left out.
  if (entries.length === 0 && 'id' in account)
    entries = accountOf(scene, assets, account, through, WHOLE, onFrame, backend);
  return {
    terms: [...scene.fields.map(({ name }) => name), ...OWN_TERMS],
    fields: scene.fields.map(({ id }) => id),
    entries,
  };
}
