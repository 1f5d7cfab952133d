import { counted } from '../../../core/lib/counted';
import { acceptOf, readable } from '../../../formats/readable';
import { X } from 'lucide-react';
import { useRef, useState } from 'react';
import type { SceneSound } from '../../../core/document/scene';
import { MOVABLE_SORTS, thingsOf } from '../../../core/scene/numbers';
import { importSound, secondsOf } from '../../simulation/sounds';
import { Waveform } from '../../widgets/waveform';
import { editScene, openedScene, useSceneOf } from '../../state/scene-store';
import { Section } from './section';

/** How many numbers of the scene follow a sound. */
function followers({ hash }: SceneSound): number {
  const scene = openedScene();
  const automations = MOVABLE_SORTS.flatMap((sort) =>
    thingsOf(scene, sort).flatMap((thing) => Object.values(thing.automations)),
  );
  return automations.filter((automation) => automation['sound'] === hash).length;
}

/** The sounds that automations of the scene can follow. */
export function SoundSection() {
  const sounds = useSceneOf((scene) => scene.sounds);
  const input = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<string>();
  const take = async (file: File | undefined) => {
    if (!file) return;
    setRefused(undefined);
    await importSound(file).catch((error: Error) => setRefused(error.message));
    input.current!.value = '';
  };
  const remove = (sound: SceneSound) => {
    const n = followers(sound);
    if (n > 0) return setRefused(`“${sound.name}” automates ${counted(n, 'number')}. Remove that automation first.`);
    setRefused(undefined);
    editScene((scene) => void (scene.sounds = scene.sounds.filter(({ hash }) => hash !== sound.hash)));
  };
  return (
    <Section title="Sounds" page="topic/sounds" aside="for automation" changed={sounds.length > 0}>
      {sounds.map((sound) => (
        <div
          key={sound.hash}
          className="grid grid-cols-[1fr_auto_1.5rem] items-baseline gap-x-2 border-b border-rule/60 py-1"
        >
          <span className="truncate" title={sound.name}>
            {sound.name}
          </span>
          <span className="num text-second">{secondsOf(sound).toFixed(1)} s</span>
          <button className="text-button px-0" aria-label={`Take ${sound.name} away`} onClick={() => remove(sound)}>
            <X size={11} />
          </button>
          <span className="col-span-3 h-6 text-second">
            <Waveform levels={sound.levels} />
          </span>
        </div>
      ))}
      <button className="line-button mt-2" onClick={() => input.current!.click()}>
        Choose a sound
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept={acceptOf(readable.sound)}
        aria-label="Sound to follow"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {refused && (
        <p role="alert" className="mt-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </Section>
  );
}
