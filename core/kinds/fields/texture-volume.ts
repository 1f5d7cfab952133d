import { noiseLevels } from '../../lib/noise/kinds';
import type { FieldRoutine, FieldSource } from '../contracts/field';
import type { TextureSettings } from './texture-parameters';
import { signedLevel } from './texture-card';

/** Noise in space: light pushes up along Y and dark pulls down, or it flows downhill from light to dark. */
export function volumeRoutine(
  { stream, strength }: Pick<FieldSource, 'resources' | 'strength' | 'stream'>,
  settings: TextureSettings,
): FieldRoutine {
  const level = noiseLevels('gradient', settings.size, 2, stream);
  const signed = (x: number, y: number, z: number) => signedLevel(settings, level(x, y, z));
  const h = settings.size / 64;
  return ({ x, y, z }, { count }, out) => {
    for (let i = 0; i < count; i++) {
      const [px, py, pz] = [x[i]!, y[i]!, z[i]!];
      if (settings.mapping === 'push-and-pull') {
        out.x[i] = out.z[i] = 0;
        out.y[i] = strength * signed(px, py, pz);
        continue;
      }
      // Halves, since the signed level spans twice what the level does.
      const scale = strength / (4 * h);
      out.x[i] = -scale * (signed(px + h, py, pz) - signed(px - h, py, pz));
      out.y[i] = -scale * (signed(px, py + h, pz) - signed(px, py - h, pz));
      out.z[i] = -scale * (signed(px, py, pz + h) - signed(px, py, pz - h));
    }
  };
}
