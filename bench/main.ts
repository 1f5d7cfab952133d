import { measureDelivery } from '../core/measure/delivery';
import { uniform } from '../core/lib/random/lookup';
import { completeScene, type Written } from '../core/scene/read';
import { Simulation } from '../core/sim/step/simulation';
import { benchBirths } from './births';
import { benchContacts } from './contacts';
import { benchExamples } from './examples';
import { benchFormulas } from './formulas';
import { benchKernel, benchWideRegisters } from './kernel';
import { benchKinds, FIELDS } from './kinds';
import { benchRuns } from './runs';
import { burstRun, fiveFields } from './five-fields';
import { median, ROUNDS } from './measure';
import { benchWholeScene } from './whole-scene';
import { Reference } from './reference';

const COUNT = 100_000;
const STEPS = 6;

const stack = fiveFields();

const simulationOf = (fields: readonly Written[], count = COUNT): Simulation => burstRun(fields, count);

/** Nanoseconds a particle and step of some steps. */
function timed(step: () => void): number {
  const begin = performance.now();
  for (let i = 0; i < STEPS; i++) step();
  return ((performance.now() - begin) * 1e6) / (COUNT * STEPS);
}

/** Cases run in turn, round by round, so that a busy machine slows all of them alike; medians are compared. */
const reference = new Reference(COUNT, (i) => [uniform(1, i, 1) - 0.5, uniform(1, i, 2) - 0.5, uniform(1, i, 3) - 0.5]);
const empty = simulationOf([]);
const whole = simulationOf(stack);
const cases = new Map<string, () => void>([
  ['reference, one plain loop', () => reference.step(1 / 24)],
  ['no field', () => void empty.advance()],
  ['five-field stack', () => void whole.advance()],
]);
for (const [kind, field] of FIELDS) {
  const simulation = simulationOf([field]);
  cases.set(`field ${kind}`, () => void simulation.advance());
}
const near = simulationOf([{ settings: { kind: 'gravity' }, falloff: { kind: 'ball', inner: 0.2, outer: 3 } }]);
cases.set('field gravity in a ball, smooth', () => void near.advance());

const times = new Map([...cases.keys()].map((name) => [name, [] as number[]]));
for (let round = -1; round < ROUNDS; round++)
  for (const [name, step] of cases) {
    const nanoseconds = timed(step);
    if (round >= 0) times.get(name)!.push(nanoseconds);
  }
const base = median(times.get('reference, one plain loop')!);
const bare = median(times.get('no field')!);
for (const [name, measured] of times) {
  const nanoseconds = median(measured);
  const own = name.startsWith('field') ? { ownNanoseconds: Number((nanoseconds - bare).toFixed(1)) } : {};
  console.log(
    JSON.stringify({
      case: name,
      particles: COUNT,
      nanosecondsAParticleAndStep: Number(nanoseconds.toFixed(1)),
      ...own,
      ratioToReference: Number((nanoseconds / base).toFixed(2)),
    }),
  );
}

/** The meters of a frame beside a step of the same run, at the two ends of what is usual. */
for (const [name, count] of [
  ['meters of a frame, 100 000 particles', COUNT],
  ['meters of a frame, 6 000 particles', 6000],
] as const) {
  const run = simulationOf(stack, count);
  const steps: number[] = [];
  const measures: number[] = [];
  for (let round = 0; round <= 5 * ROUNDS; round++) {
    const begin = performance.now();
    run.advance();
    const middle = performance.now();
    measureDelivery(run);
    if (round < ROUNDS) continue;
    steps.push(middle - begin);
    measures.push(performance.now() - middle);
  }
  console.log(JSON.stringify({ case: name, shareOfAStep: Number((median(measures) / median(steps)).toFixed(3)) }));
}

await benchKernel();
await benchWideRegisters();

await benchExamples();

await benchBirths();

await benchRuns();

benchFormulas();

/** Sixteen neighbours on average among particles that fill the ball evenly. */
const HEEDED = Math.cbrt(16 / COUNT);
const swarm = simulationOf([
  {
    settings: {
      kind: 'flock',
      separationRadius: HEEDED,
      alignmentRadius: HEEDED,
      cohesionRadius: HEEDED,
      separation: 0.1,
      alignment: 0.1,
      cohesion: 0.1,
    },
  },
]);
const [alone, beside]: [number[], number[]] = [[], []];
for (let round = -1; round < ROUNDS; round++) {
  const [flocking, plain] = [timed(() => void swarm.advance()), timed(() => void whole.advance())];
  if (round < 0) continue;
  alone.push(flocking);
  beside.push(plain);
}
console.log(
  JSON.stringify({
    case: 'flock, 16 neighbours on average',
    particles: COUNT,
    nanosecondsAParticleAndStep: Number(median(alone).toFixed(1)),
    ratioToFiveFieldStack: Number((median(alone) / median(beside)).toFixed(2)),
  }),
);

/** Births and contacts: seven rounds of their own, since a step of them is not a step of so many particles. */
function report(name: string, count: number, work: () => void): void {
  const measured = Array.from({ length: ROUNDS + 1 }, () => {
    const begin = performance.now();
    work();
    return ((performance.now() - begin) * 1e6) / count;
  }).slice(1);
  console.log(
    JSON.stringify({
      case: name,
      count: Math.round(count),
      nanosecondsEach: Number(median(measured).toFixed(1)),
      ratioToReference: Number((median(measured) / base).toFixed(2)),
    }),
  );
}

const emitting = (shape: Written, more: Written = {}) =>
  completeScene({
    name: 'Bench',
    meshes: [{ id: 'm', name: 'M', source: { kind: 'terrain', detail: 100 } }],
    emitters: [
      {
        id: 'e',
        name: 'E',
        shape,
        emission: [{ kind: 'rate', rate: 1_000_000 }],
        birth: { life: 1 / 24, spread: 20 },
        ...more,
      },
    ],
  });
/** A million births a second: a frame of it bears 41 667, steps and buries them. */
const BORN_A_FRAME = 1_000_000 / 24;
for (const [name, shape, more] of [
  ['birth from a ball', { kind: 'ball' }, {}],
  ['birth from a mesh', { kind: 'mesh', mesh: 'm' }, {}],
  ['birth from a masked mesh', { kind: 'mesh', mesh: 'm' }, { masks: [{ kind: 'height', low: 0.2, high: 1.5 }] }],
  ['birth from lettering', { kind: 'lettering' }, {}],
] as const) {
  const simulation = new Simulation(emitting(shape, more), new Map());
  report(name, BORN_A_FRAME, () => void simulation.advance());
}

await benchKinds();

await benchContacts();

await benchWholeScene();
