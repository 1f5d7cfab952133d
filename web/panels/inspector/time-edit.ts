import type { Moving } from '../../../core/document/scene';
import { isByShot, withThings } from '../../../core/scene/numbers';
import { usePlayer } from '../../state/player-store';
import { sceneFrame } from '../../state/scene-clock';
import { changeScene, editScene } from '../../state/scene-store';

type Draftable = Record<string, unknown>;

/**
 * Turns all before the playhead into pre-roll. The run itself stays as it is. Where the scene has its own time, the
 * shot begins at the frame of that time, and what goes by frames of the shot goes along.
 */
export function startShotHere(): void {
  const { frame } = usePlayer.getState();
  const first = Math.round(sceneFrame());
  const by = first - frame;
  changeScene((scene) => {
    const { time } = scene;
    const moved = {
      ...scene,
      time: { ...time, preRoll: time.preRoll + first - time.first, first, last: time.last + by },
    };
    if (by === 0) return moved;
    const later = <T extends Moving>(thing: T): T => ({
      ...thing,
      keys: Object.fromEntries(
        Object.entries(thing.keys).map(([path, keys]) => [
          path,
          keys.map((key) => ({ ...key, frame: key.frame + by })),
        ]),
      ),
    });
    const markers = scene.markers.map((marker) => ({ ...marker, frame: marker.frame + by }));
    return withThings({ ...moved, markers }, (thing, sort) => (isByShot(sort) ? later(thing) : thing));
  });
  usePlayer.setState({ frame: first });
}

/** Changes one of the time’s numbers. */
export function setTime(name: string, value: unknown): void {
  editScene((scene) => {
    const { fps } = scene.time;
    Object.assign(scene.time, { [name]: value });
    // What is stated a frame stays what it is a second.
    if (name === 'fps')
      for (const { emission } of scene.emitters)
        for (const amount of emission as Draftable[])
          if (amount['rateUnit'] === 'frame')
            for (const n of ['rate', 'variance']) amount[n] = ((amount[n] as number) * fps) / (value as number);
  });
}
