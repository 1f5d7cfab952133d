import { componentAt, opticalFlow, type PixelFlow } from '../../lib/images/optical-flow';
import type { LevelImage } from '../../lib/images/level-image';
import { pairAt } from '../../lib/images/series';
import { clear } from '../contracts/sums';
import type { FieldRoutine } from '../contracts/field';
import { heightShare } from './texture-card';
import type { TextureSettings } from './texture-parameters';

/** Pairs of pictures for which it is known how one goes to the next, the one wanted last at the end. */
const KNOWN = 32;

/**
 * The motion of a series of pictures on a card in the XZ plane of the place, at a strength of 1 in metres a second. It is worked
 * out between the picture that is shown and the next, when it is first needed.
 */
export function motionRoutine(settings: TextureSettings, picture: LevelImage, strength: number): FieldRoutine {
  const { series } = picture;
  if (!series || picture.width < 2 || picture.height < 2) return (_local, { count }, out) => clear(out, count);
  const { width, depth, outside } = settings;
  const known = new Map<string, PixelFlow>();
  const flowAt = (time: number): PixelFlow => {
    const [from, to] = pairAt(series, time);
    const key = `${from} ${to}`;
    const flow = known.get(key) ?? opticalFlow(series.pictures[from]!, series.pictures[to]!);
    known.delete(key);
    known.set(key, flow);
    if (known.size > KNOWN) known.delete(known.keys().next().value!);
    return flow;
  };
  const wrapped = (n: number) => (outside === 'tile' ? n - Math.floor(n) : n);
  return ({ x, y, z }, { count }, out, { time }) => {
    const flow = flowAt(time);
    const rate = (strength * series.fps) / series.framesEach;
    for (let i = 0; i < count; i++) {
      const u = x[i]! / width + 0.5;
      const v = z[i]! / depth + 0.5;
      out.x[i] = out.y[i] = out.z[i] = 0;
      const share = rate * heightShare(settings, y[i]!);
      if (share === 0 || (outside === 'nothing' && (u < 0 || u > 1 || v < 0 || v > 1))) continue;
      out.x[i] = (share * width * componentAt(flow, flow.right, wrapped(u), wrapped(v))) / flow.width;
      out.z[i] = (share * depth * componentAt(flow, flow.down, wrapped(u), wrapped(v))) / flow.height;
    }
  };
}
