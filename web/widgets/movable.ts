import { toast } from 'sonner';
import type { Vector } from '../../core/lib/math/vector';
import type { Keys } from '../../core/document/keys/keys';
import type { Automations } from '../../core/document/scene';
import { usePlayer } from '../state/player-store';
import { frameOf } from '../state/key-frame';
import { isPartOf, movableOf, setKeyOf, setPlain, valueOn, type ThingRef } from '../state/movement';
import { useSceneOf } from '../state/scene-store';

/** A number of a thing, by its path. */
export interface NumberRef extends ThingRef {
  readonly path: string;
}

/** How a number is set. */
export type Setting = 'plain' | 'keyed' | 'automation' | 'dial';

/** The parts of a vector. */
export const PARTS = ['X', 'Y', 'Z'] as const;

const NONE = {} as const;

/** Says why a number that is typed or dragged does not change, and offers to let it. */
function tellReplaced(ref: NumberRef): void {
  toast('The set value has no effect: keyframes or automation move this number.', {
    id: 'replaced',
    action: { label: 'Remove keyframes and automation', onClick: () => setPlain(ref, ref.path) },
  });
}

/**
 * What moves a number at the playhead, and how it is changed there. What is plain is not drawn again as frames go by.
 */
export function useMoved(ref: NumberRef) {
  const keys = useSceneOf((scene) => movableOf(scene, ref)?.keys ?? (NONE as Keys))[ref.path];
  const automations = useSceneOf((scene) => movableOf(scene, ref)?.automations ?? (NONE as Automations));
  const moving = Object.entries(automations).filter(([path]) => isPartOf(path, ref.path));
  const keyed = (keys?.length ?? 0) > 0;
  const plain = !keyed && moving.length === 0;
  const scene = useSceneOf((now) => (plain ? undefined : now));
  const frame = usePlayer((player) => (plain ? 0 : player.frame));
  const at = scene ? Math.round(frameOf(scene, ref.sort, frame)) : 0;
  const replaced = moving.some(
    ([path, automation]) =>
      path === ref.path && automation['combination'] === 'replace' && typeof automation['about'] === 'undefined',
  );
  const setting: Setting =
    moving.length > 0
      ? moving.every(([, d]) => d.kind === 'dial')
        ? 'dial'
        : 'automation'
      : keyed
        ? 'keyed'
        : 'plain';
  return {
    setting,
    here: keyed && keys!.some((key) => key.frame === at),
    automations: moving,
    value: scene && valueOn(scene, ref, ref.path, frame),
    set: replaced
      ? () => tellReplaced(ref)
      : keyed
        ? (value: number | Vector) => setKeyOf(ref, ref.path, value)
        : undefined,
  };
}

/** What {@link useMoved} tells. */
export type Moved = ReturnType<typeof useMoved>;
