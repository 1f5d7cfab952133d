import { describe, expect, it } from 'vitest';
import type { StartingPoint } from '../kinds/contracts/field';
import { fields } from '../kinds/fields';
import { measureDelivery } from '../measure/delivery';
import { fittedTo, joined } from '../measure/fit';
import { rms, type Bounds } from '../measure/meters';
import type { Field, Scene } from '../document/scene';
import { startedFrom } from '../scene/starting-point';
import { newField, newScene } from '../scene/starters';
import type { Run } from '../sim/step/run';
import { sparse, testScene, runTo } from './scenes';

/** The scene that *New scene, With one emitter* makes, with a third of its particles. */
const BARE: Scene = sparse(newScene('New'), 0.33);
const LAST = 96;

/** The particles of a run as lists of numbers. */
function particles(run: Run) {
  const { columns, count } = run.populations[0]!;
  const list = (name: 'x' | 'y' | 'z' | 'vx' | 'vy' | 'vz') => Array.from(columns[name].subarray(0, count));
  const [x, y, z, vx, vy, vz] = [list('x'), list('y'), list('z'), list('vx'), list('vy'), list('vz')];
  return { x, y, z, vx, vy, vz, speed: vx.map((v, i) => Math.hypot(v, vy[i]!, vz[i]!)) };
}
type Particles = ReturnType<typeof particles>;

const mean = (list: readonly number[]) => list.reduce((sum, n) => sum + n, 0) / list.length;
const deviation = (list: readonly number[]) => {
  const middle = mean(list);
  return Math.sqrt(mean(list.map((n) => (n - middle) ** 2)));
};
const of = (p: Particles, value: (i: number) => number) => p.x.map((_, i) => value(i));

/** Measures of a cloud; `field` is where the field stands. All lengths in metres, speeds in m/s. */
const MEASURES = {
  'mean height': (p: Particles) => mean(p.y),
  'mean x': (p: Particles) => mean(p.x),
  'mean place along (0.6, −0.8)': (p: Particles) => mean(of(p, (i) => 0.6 * p.x[i]! - 0.8 * p.y[i]!)),
  'mean speed': (p: Particles) => mean(p.speed),
  'mean speed along x': (p: Particles) => mean(p.vx),
  'mean speed upwards': (p: Particles) => mean(p.vy),
  'greatest speed': (p: Particles) => Math.max(...p.speed),
  'least speed': (p: Particles) => Math.min(...p.speed),
  'variation of speed': (p: Particles) => deviation(p.speed),
  'variation of height': (p: Particles) => deviation(p.y),
  'variation of speed upwards': (p: Particles) => deviation(p.vy),
  'spread in all': (p: Particles) => Math.hypot(deviation(p.x), deviation(p.y), deviation(p.z)),
  'spread to the side': (p: Particles) => Math.hypot(deviation(p.x), deviation(p.z)),
  'upper half ahead by': (p: Particles) => {
    const middle = mean(p.y);
    const half = (upper: boolean) => mean(p.x.filter((_, i) => p.y[i]! > middle === upper));
    return half(true) - half(false);
  },
  'swirl about the axis': (p: Particles, { transform: place }: Field) =>
    Math.abs(mean(of(p, (i) => (p.z[i]! - place.position[2]) * p.vx[i]! - (p.x[i]! - place.position[0]) * p.vz[i]!))),
  'distance from the axis': (p: Particles, { transform: place }: Field) =>
    mean(of(p, (i) => Math.hypot(p.x[i]! - place.position[0], p.z[i]! - place.position[2]))),
  'distance from its position': (p: Particles, { transform: { position } }: Field) =>
    mean(of(p, (i) => Math.hypot(p.x[i]! - position[0], p.y[i]! - position[1], p.z[i]! - position[2]))),
  'distance from the shell': (p: Particles, { transform: { position }, settings }: Field) => {
    const line = settings['target'] === 'line';
    const r = (i: number) => Math.hypot(p.x[i]! - position[0], line ? 0 : p.y[i]! - position[1], p.z[i]! - position[2]);
    return mean(of(p, (i) => Math.abs(r(i) - (settings['radius'] as number))));
  },
  'distance from the hover height': (p: Particles, { transform: { position }, settings }: Field) =>
    mean(of(p, (i) => Math.abs(p.y[i]! - position[1] - (settings['rest'] as number)))),
  'part of the motion that is upwards': (p: Particles) => mean(of(p, (i) => p.vy[i]! / p.speed[i]!)),
  'distance to the nearest neighbour': (p: Particles) =>
    mean(
      of(p, (i) =>
        Math.min(
          ...of(p, (k) => (k === i ? Infinity : Math.hypot(p.x[k]! - p.x[i]!, p.y[k]! - p.y[i]!, p.z[k]! - p.z[i]!))),
        ),
      ),
    ),
  // The figure of a square plate (Chladni), as the formula of the starting point writes it.
  'height of the plate under them': (p: Particles, { transform: { position } }: Field) =>
    mean(
      of(p, (i) => {
        const [a, b] = [Math.PI * (p.x[i]! - position[0]), Math.PI * (p.z[i]! - position[2])];
        return (Math.cos(3 * a) * Math.cos(b) - Math.cos(a) * Math.cos(3 * b)) ** 2;
      }),
    ),
} as const;
type Measure = keyof typeof MEASURES;

const more = (by: number) => (now: number, before: number) => now > before + by;
const less = (by: number) => (now: number, before: number) => now < before - by;
const times = (low: number, high: number) => (now: number, before: number) => now > low * before && now < high * before;
const within = (low: number, high: number) => (now: number) => now >= low && now <= high;

type Claim = readonly [Measure, (now: number, before: number) => boolean];

/** The measure of each starting point’s name, and the values it must have; `before` is that without the field. */
const CLAIMS: Readonly<Record<string, readonly Claim[]>> = {
  'gravity / Free fall': [['mean height', less(10)]],
  'gravity / Buoyant': [['mean height', more(1)]],
  'gravity / Sinking silt': [['mean height', (now, before) => now < before - 0.2 && now > before - 1]],
  'gravity / Tilted bed': [['mean place along (0.6, −0.8)', more(3)]],
  'wind / Shore breeze': [['mean speed along x', within(0.1, 0.8)]],
  'wind / Nozzle': [['mean speed along x', within(0.1, 4)]],
  'wind / Passing front': [
    ['mean speed along x', within(0.5, 5)],
    ['upper half ahead by', more(0.5)],
  ],
  'wind / Moving hull': [['mean speed along x', within(0.1, 2)]],
  'vortex / Eddy': [['swirl about the axis', within(0.4, 3)]],
  'vortex / Column': [
    ['swirl about the axis', within(0.2, 3)],
    ['mean height', more(0.5)],
  ],
  'vortex / Drain': [
    ['mean height', less(0.8)],
    ['distance from the axis', times(0.3, 1.2)],
  ],
  'vortex / Turntable': [['swirl about the axis', within(0.2, 3)]],
  'turbulence / Slow billows': [['spread to the side', times(1.2, 3)]],
  'turbulence / Boil': [['spread to the side', times(1.8, 6)]],
  'turbulence / Filaments': [['spread to the side', times(1.2, 4)]],
  'turbulence / Combed': [['spread to the side', times(1.1, 4)]],
  'attractor / Tether': [['distance from the axis', times(0.2, 0.8)]],
  'attractor / Planet': [['part of the motion that is upwards', less(0.3)]],
  'attractor / Wire': [['distance from the axis', times(0.1, 0.7)]],
  'attractor / Repel': [['distance from its position', more(0.2)]],
  'shell / Soap film': [['distance from the shell', times(0, 0.5)]],
  'shell / Breathing': [['variation of speed', more(0.1)]],
  'shell / Sleeve': [['distance from the shell', times(0, 0.6)]],
  'zone-flow / Pipe': [['mean speed upwards', more(1)]],
  'zone-flow / Corkscrew': [
    ['mean speed upwards', more(0.5)],
    ['swirl about the axis', within(0.5, 4)],
  ],
  'zone-flow / Burst pipe': [['distance from the axis', times(2, 20)]],
  'surface / Cushion': [['mean height', more(0.05)]],
  'surface / Hover': [['distance from the hover height', within(0, 0.1)]],
  'surface / Cling': [['distance from the hover height', within(0, 0.1)]],
  'texture / Relief': [['variation of speed upwards', more(0.1)]],
  'texture / Run-off': [['spread to the side', times(1.1, 4)]],
  'texture / Eddies': [['spread to the side', times(1.3, 6)]],
  'texture / Cloud in space': [['spread in all', times(1.05, 4)]],
  'path / Rail': [['mean x', more(0.4)]],
  'path / Rope': [['mean x', more(0.4)]],
  'path / Slither': [['mean x', more(0.4)]],
  'path / Whirling tube': [['mean x', more(0.1)]],
  'grid / Draught': [['swirl about the axis', within(0.3, 3)]],
  'grid / Fine': [['swirl about the axis', within(0.3, 3)]],
  'grid / Endless': [['swirl about the axis', within(0.3, 3)]],
  'flock / Shoal': [['spread in all', times(0.1, 0.7)]],
  'flock / Gnats': [['spread to the side', times(0.1, 0.95)]],
  'flock / Even spread': [['distance to the nearest neighbour', times(1.3, 20)]],
  'formula / Turntable': [['swirl about the axis', within(0.1, 3)]],
  'formula / Bowl': [['distance from the axis', times(0.1, 0.8)]],
  'formula / Ripples': [['variation of speed upwards', more(0.02)]],
  'formula / Plate': [['height of the plate under them', times(0, 0.8)]],
  'cells / Loose bricks': [['spread to the side', times(1.1, 6)]],
  'cells / Shuffled': [['spread to the side', times(1.1, 6)]],
  'cells / Columns': [
    ['variation of speed upwards', more(0.3)],
    ['spread to the side', times(0.95, 1.05)],
  ],
  'drag / Syrup': [['mean speed', times(0, 0.2)]],
  'drag / Still water': [['mean speed', times(0.2, 0.6)]],
  'drag / Air brake': [['mean speed', times(0.1, 0.7)]],
  // Those born within the last frame have had a part of it only.
  'limit / Ceiling': [['greatest speed', within(0.5, 0.95)]],
  'limit / Restless': [['least speed', within(0.55, 3)]],
  'limit / One pace': [['variation of speed', within(0, 0.01)]],
  'mask / Full': [],
  'mask / Half': [],
};

/** The box around the particles of the whole shot, as the Studio fits a new field to. */
function boxOfShot(scene: Scene) {
  const boxes: Bounds[] = [];
  const run = runTo(scene, scene.time.first);
  for (; run.frame <= LAST; run.advance()) if (run.frame % 4 === 0) boxes.push(...measureDelivery(run).bounds);
  return fittedTo(joined(boxes)!);
}
const box = boxOfShot(BARE);
const plain = particles(runTo(BARE, LAST));

/** A muted vortex in a group, for the kinds that are filled from one. */
const source = testScene({
  groups: [{ id: 'g', name: 'Source', mute: true }],
  fields: [{ group: 'g', settings: { kind: 'vortex' }, actsAs: 'acceleration', strength: 2 }],
});

function sceneWith(kind: string, start: StartingPoint): { readonly scene: Scene; readonly field: Field } {
  const bare =
    'group' in fields.get(kind).parameters ? { ...BARE, groups: source.groups, fields: source.fields } : BARE;
  const started = startedFrom(newField(bare, kind, box), start, box);
  // What acts by its own motion only is moved by one metre a second.
  const field =
    start.strength === 0 && 'ownMotion' in started.settings
      ? {
          ...started,
          keys: {
            'transform.position': [0, 96].map((frame) => ({ frame, value: [frame / 24, 0, 0], ease: 'linear' })),
          },
        }
      : started;
  return { scene: { ...bare, fields: [...bare.fields, field as Field] }, field: field as Field };
}

const all = fields.list.flatMap(({ kind, label, starts }) => starts.map((start) => ({ kind, label, start })));

describe('in the scene that New scene makes', () => {
  const rows: string[] = [];

  it.each(all.map((one) => [`${one.kind} / ${one.start.name}`, one] as const))('%s does what it says', (name, one) => {
    const { scene, field } = sceneWith(one.kind, one.start);
    const run = runTo(scene, LAST);
    const meter = measureDelivery(run).fields.at(-1)!;
    const now = particles(run);
    const measured = CLAIMS[name]!.map(([measure, holds]) => {
      const values = [MEASURES[measure](now, field), MEASURES[measure](plain, field)] as const;
      expect(holds(...values), `${measure}: ${values.join(', without ')}`).toBe(true);
      return `${measure} ${values.map((n) => String(Number(n.toPrecision(3)) + 0).replace('-', '−')).join(', without it ')}`;
    });
    expect(meter.touched / meter.count).toBeGreaterThan(0.3);
    const reached = `${Math.round((100 * meter.touched) / meter.count)} %`;
    const strength = `${Number(rms(meter).toPrecision(2))}, at most ${Number(meter.peak.toPrecision(2))}`;
    rows.push(
      `| ${one.label} | ${one.start.name}: ${one.start.note} | ${reached} | ${strength} | ${measured.join('; ')} |`,
    );
  });

  it('and the page of starting points has these numbers', async () => {
    expect(rows).toHaveLength(all.length);
    const page = `# Starting points

Every starting point of every field, measured in the scene of *New scene, With one emitter* on frame ${LAST}, with a third of
its particles: the part of the particles that it reaches, its strength at the particles (RMS and peak, in the unit of
the way it acts), and the measures of its name, in metres and metres per second. A test makes this page and holds every
measure to a limit.

| field | starting point | reached | at particles | measured |
| --- | --- | --- | --- | --- |
${rows.join('\n')}
`;
    await expect(page).toMatchFileSnapshot('../../docs/starting-points.md');
  });
});
