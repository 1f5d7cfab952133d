import { fields as fieldKinds } from '../kinds/fields';
import type { Assets } from '../document/assets';
import { timeParameters } from '../document/descriptions/scene';
import { sendTo, type Field, type Scene } from '../document/scene';
import { motionOf } from '../document/keys/motion';
import { fieldSource } from '../sim/stack/compile';
import type { Diagnosis } from './diagnosis';
import type { Meter } from './meters';

/** The most substeps that a scene may have. */
const MOST = timeParameters.substeps.max;

/** Whether the steps of a scene are too long for a field, and how many substeps would do; undefined where they are not. */
export function stepTooLong(
  scene: Scene,
  field: Field,
  { lightest }: Meter,
  frame: number,
  assets: Assets,
): Diagnosis | undefined {
  const sent = scene.emitters.filter((e) => e.on && sendTo(field, e.id) !== 0);
  const limit = fieldKinds.get(field.settings.kind).diagnose?.longestStep?.({
    ...fieldSource(scene, field, assets),
    mass: field.actsAs === 'force' && Number.isFinite(lightest) ? lightest : 1,
    life: Math.min(...sent.map((e) => e.birth.life)),
    scale: motionOf(scene.carriers, field).at(frame).scale,
  });
  if (!limit) return undefined;
  const { fps, substeps } = scene.time;
  const needed = Math.ceil(1 / (fps * limit.seconds) - 1e-9);
  if (needed <= substeps) return undefined;
  const change = (s: Scene): Scene => ({ ...s, time: { ...s.time, substeps: needed } });
  return needed <= MOST
    ? {
        code: 'step',
        words: `${limit.words} too fast for ${substeps === 1 ? 'one step' : `${substeps} steps`} a frame: ${needed} would do`,
        fix: { label: `Use ${needed} substeps`, change },
      }
    : {
        code: 'step',
        words: `${limit.words} too fast: it would take ${needed} steps a frame, and ${MOST} are the most`,
        look: 'field',
      };
}
