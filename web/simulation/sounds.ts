import { ENVELOPE_RATE, envelopeOf, LONGEST_SOUND } from '../../core/kinds/automation/envelope';
import { MOST, type SceneSound } from '../../core/document/scene';
import { editScene, openedScene } from '../state/scene-store';

/** Largest file that is read, bytes. */
const LARGEST = 200e6;

/** Decodes a sound file in the browser: what it can play it can read. Throws a sentence where it can't. */
async function decoded(file: File): Promise<AudioBuffer> {
  const context = new OfflineAudioContext(1, 1, 48000);
  try {
    return await context.decodeAudioData(await file.arrayBuffer());
  } catch {
    throw new Error(
      `“${file.name}” can’t be decoded as sound. Use a format that this browser plays, such as WAV, OGG or MP3.`,
    );
  }
}

/** SHA-256 of a file in hexadecimal digits. */
async function hashOf(file: File): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer());
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/**
 * Reads how loud a sound file is over time, and adds that to the scene. Throws a sentence where the file can't be
 * taken.
 */
export async function importSound(file: File): Promise<SceneSound> {
  const { sounds } = openedScene();
  if (file.size > LARGEST)
    throw new Error(`“${file.name}” has ${Math.ceil(file.size / 1e6)} MB. The limit is ${LARGEST / 1e6} MB.`);
  const hash = await hashOf(file);
  const known = sounds.find((sound) => sound.hash === hash);
  if (known) return known;
  if (sounds.length >= MOST.sounds)
    throw new Error(`The scene has ${MOST.sounds} sounds. The limit is ${MOST.sounds}.`);
  const audio = await decoded(file);
  if (audio.duration > LONGEST_SOUND)
    throw new Error(`“${file.name}” is ${Math.ceil(audio.duration)} s long. The limit is ${LONGEST_SOUND} s.`);
  const channels = Array.from({ length: audio.numberOfChannels }, (_, i) => audio.getChannelData(i));
  const sound: SceneSound = {
    hash,
    name: file.name.slice(0, MOST.name),
    levels: envelopeOf(channels, audio.sampleRate),
  };
  editScene((scene) => void scene.sounds.push({ ...sound, levels: [...sound.levels] }));
  return sound;
}

/** How long a sound is, seconds. */
export const secondsOf = ({ levels }: SceneSound): number => levels.length / ENVELOPE_RATE;
