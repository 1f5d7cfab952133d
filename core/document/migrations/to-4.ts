import { isRecord } from '../check-values';

/** Limits and ramp that a mask of version 3 had where its document left them out, by its kind. */
const LEFT_OUT: Readonly<Record<string, readonly [low: number, high: number, ramp: number]>> = {
  slope: [0, 30, 8],
  height: [-1, 1, 0.2],
  noise: [0.5, 1, 0.15],
  texture: [0.5, 1, 0.2],
  colours: [0.5, 1, 0.2],
  formula: [0.5, 1, 0.2],
  hollows: [0.02, 10, 0.05],
};

/** The number of a ramp of version 3 in an emitter: masks.0.ramp. */
const RAMP = /^(masks\.\d+\.)ramp$/;

function withTwoRamps(mask: unknown): unknown {
  if (!isRecord(mask)) return mask;
  const [lowest, highest, soft] = LEFT_OUT[String(mask['kind'])] ?? [0, 1, 0];
  const { low = lowest, high = highest, ramp = soft, ...rest } = mask;
  return { ...rest, low, high, lowRamp: ramp, highRamp: ramp };
}

/** Keys or automations by the paths of numbers: those of a ramp are those of both now. */
function ofTwoRamps(moved: unknown): unknown {
  if (!isRecord(moved)) return moved;
  return Object.fromEntries(
    Object.entries(moved).flatMap(([path, value]) => {
      const mask = RAMP.exec(path)?.[1];
      return mask ? [`${mask}lowRamp`, `${mask}highRamp`].map((name) => [name, value]) : [[path, value]];
    }),
  );
}

function emitterWithTwoRamps(emitter: unknown): unknown {
  if (!isRecord(emitter) || !Array.isArray(emitter['masks'])) return emitter;
  return {
    ...emitter,
    masks: emitter['masks'].map(withTwoRamps),
    ...Object.fromEntries(
      ['keys', 'automations'].filter((name) => name in emitter).map((name) => [name, ofTwoRamps(emitter[name])]),
    ),
  };
}

/** A flat scene of version 3 keeps Z. */
const FLAT = new Map<unknown, string>([
  [true, 'z'],
  [false, 'off'],
]);

/**
 * In version 4 each limit of an emission mask has a ramp of its own. Both take over the one of version 3; where a limit
 * stands at the end of all there can be, it has none any more, as was meant. A flat scene tells which coordinate it keeps.
 */
export function toVersion4(document: Record<string, unknown>): Record<string, unknown> {
  const { emitters, keepFlat } = document;
  return {
    ...document,
    ...(Array.isArray(emitters) && { emitters: emitters.map(emitterWithTwoRamps) }),
    ...('keepFlat' in document && { keepFlat: FLAT.get(keepFlat) ?? keepFlat }),
    version: 5,
  };
}
