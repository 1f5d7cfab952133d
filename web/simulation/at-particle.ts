import { useMemo } from 'react';
import type { Assets } from '../../core/document/assets';
import type { Scene } from '../../core/document/scene';
import { FieldsAtParticle, type AtParticle } from '../../core/measure/at-particle';
import type { ProbeParticle } from '../../core/measure/probe';
import { clockIn } from '../../core/scene/scene-clock';
import type { EmitterFrame, Frame } from '../../engine/frame';
import { usePlayer } from '../state/player-store';
import { probedOf, useProbed, type Probed } from '../state/probed';
import { useRunningScene } from '../state/running-scene';
import { useAssets } from './scene-assets';
import { noFilling, whereFilled } from './no-filling';
import { useStage } from './stage';

/** A particle of a frame, as it is probed. */
export function particleOf({ columns: c, id, age }: EmitterFrame, slot: number): ProbeParticle {
  return {
    position: [c.x[slot]!, c.y[slot]!, c.z[slot]!],
    velocity: [c.vx[slot]!, c.vy[slot]!, c.vz[slot]!],
    mass: c.mass[slot] ?? 1,
    drag: c.drag[slot] ?? 0,
    life: c.life[slot]!,
    age: age[slot]!,
    key: id[slot]!,
  };
}

/** Where a particle stands in a frame; undefined where it does not live. */
export function slotOf(frame: Frame, { emitter, id }: Probed): number | undefined {
  const slot = frame.emitters[emitter]?.id.indexOf(id) ?? -1;
  return slot < 0 ? undefined : slot;
}

/** As they were compiled last. */
let compiled: { readonly scene: Scene; readonly assets: number; readonly fields: FieldsAtParticle } | undefined;

/** The fields of a scene, to be read at particles; compiled once for all who read them. */
export function fieldsOf(scene: Scene, assets: Assets): FieldsAtParticle {
  if (compiled?.scene !== scene || compiled.assets !== assets.size)
    compiled = { scene, assets: assets.size, fields: new FieldsAtParticle(scene, assets, noFilling) };
  return compiled.fields;
}

let read: { readonly of: readonly unknown[]; readonly found: ReadonlyMap<string, AtParticle> } | undefined;

/** What the fields give at a particle of a frame, by their ids; worked out once for all who ask. */
function readAt(
  scene: Scene,
  assets: Assets,
  frame: Frame,
  probed: Probed,
): ReadonlyMap<string, AtParticle> | undefined {
  const slot = slotOf(frame, probed);
  if (slot === undefined || !scene.emitters[probed.emitter]) return undefined;
  const of = [scene, assets.size, frame, probed.emitter, probed.id];
  if (!read || of.some((part, i) => part !== read!.of[i])) {
    const particle = particleOf(frame.emitters[probed.emitter]!, slot);
    const found = fieldsOf(scene, assets).at(particle, probed.emitter, clockIn(scene).at(frame.frame));
    read = { of, found };
  }
  return read.found;
}

/** What a field gives at the particle that is pointed at or held; undefined where there is none. */
export function useAtParticle(field: string): (AtParticle & { readonly id: number }) | undefined {
  const scene = useRunningScene();
  const { session } = useStage();
  const { assets } = useAssets();
  const probed = useProbed(probedOf);
  const shown = usePlayer((state) => state.shown);
  const filled = usePlayer((state) => state.filled);
  return useMemo(() => {
    const frame = probed && session.screen.frame;
    const found = frame && whereFilled(() => readAt(scene, assets, frame, probed))?.get(field);
    return found && { ...found, id: probed.id };
    // oxlint-disable-next-line react/exhaustive-deps -- the frame on the screen is another where the number of the frame shown is
  }, [scene, session, assets, field, probed, shown, filled]);
}
