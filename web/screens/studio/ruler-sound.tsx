import type { Scene } from '../../../core/document/scene';
import { MOVABLE_SORTS, thingsOf } from '../../../core/scene/numbers';
import { useClock } from '../../state/scene-clock';
import { secondsOf } from '../../simulation/sounds';
import { useRunningScene } from '../../state/running-scene';
import { Waveform } from '../../widgets/waveform';

/**
 * The first sound that something of the scene follows, and when it begins, seconds; undefined where nothing follows
 * any.
 */
function followed(scene: Scene): { readonly hash: string; readonly start: number } | undefined {
  if (scene.sounds.length === 0) return undefined;
  for (const sort of MOVABLE_SORTS)
    for (const { automations } of thingsOf(scene, sort))
      for (const automation of Object.values(automations))
        if (automation.kind === 'loudness' && automation['sound'] !== '')
          return { hash: automation['sound'] as string, start: automation['start'] as number };
  return undefined;
}

/** The waveform of the sound that automations follow, on a ruler; `left` tells where a frame of the shot is, in per cent. */
export function RulerSound({ left }: { left: (frame: number) => number }) {
  const scene = useRunningScene();
  const clock = useClock();
  const own = followed(scene);
  const sound = own && scene.sounds.find(({ hash }) => hash === own.hash);
  if (!own || !sound) return null;
  const { fps } = scene.time;
  const from = left(clock.back(own.start * fps));
  const to = left(clock.back((own.start + secondsOf(sound)) * fps));
  return (
    <span
      className="absolute inset-0 overflow-hidden text-rule"
      data-testid="waveform"
      title={`${sound.name}: loudness`}
    >
      <span className="absolute bottom-0 h-5" style={{ left: `${from}%`, width: `${to - from}%` }}>
        <Waveform levels={sound.levels} />
      </span>
    </span>
  );
}
