import { falloffShapes } from '../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../core/kinds/fields';
import { modulators } from '../core/kinds/modulators';
import type { Written } from '../core/scene/read';
import { makeKernel } from '../kernel/kernel';
import { aged, burstRun, fiveFields, putTo } from './five-fields';
import { Calm, inTurn, tell } from './measure';

const COUNT = 100_000;
/** Frames that are measured together. */
const FRAMES = 2;

const gravity: Written = { settings: { kind: 'gravity' } };

/**
 * A field of each kind, as a new one is, by its kind. What heeds neighbours is measured by itself: its cost hangs on how
 * many there are.
 */
export const FIELDS: readonly (readonly [string, Written])[] = fieldKinds.list
  .filter((kind) => !kind.particles?.readsNeighbours)
  .map(({ kind, strength, needs }) => [
    kind,
    {
      settings: { kind },
      strength: strength.default,
      ...(needs?.falloff && { falloff: { kind: needs.falloff, inner: 6, outer: 6 } }),
    },
  ]);

/** Those, and gravity under each falloff shape and each modulator. */
export const KINDS: readonly (readonly [string, Written])[] = [
  ...FIELDS.map(([kind, field]): [string, Written] => [`field: ${kind}`, field]),
  ...falloffShapes.list.map(({ kind }): [string, Written] => [
    `falloff shape: ${kind}`,
    { ...gravity, falloff: falloffShapes.defaults(kind) },
  ]),
  ...modulators.list.map(({ kind }): [string, Written] => [
    `modulator: ${kind}`,
    { ...gravity, modulators: [{ kind }] },
  ]),
];

/** Everything of {@link KINDS} by the kernel, one thread, beside the five-field stack. */
export async function benchKinds(): Promise<void> {
  const kernel = makeKernel();
  const calm = new Calm();
  const caseOf = (fields: readonly Written[]) => {
    const run = burstRun(fields, COUNT, undefined, kernel);
    const moment = aged(run);
    return () => {
      putTo(moment, run);
      const begin = performance.now();
      for (let i = 0; i < FRAMES; i++) run.advance();
      return ((performance.now() - begin) * 1e6) / (FRAMES * COUNT);
    };
  };
  const found = await inTurn(
    {
      u: caseOf(fiveFields()),
      ...Object.fromEntries(KINDS.map(([name, field]) => [name, caseOf([field])])),
    },
    calm,
  );
  const { u = NaN } = found;
  for (const [name] of KINDS)
    tell({ case: `${name}, with the step`, particles: COUNT, nanoseconds: found[name]!, u: found[name]! / u });
  calm.tell();
}
