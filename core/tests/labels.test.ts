import { describe, expect, it } from 'vitest';
import * as own from '../document/descriptions';
import { defaultsOf, type Description, type Parameter } from '../document/parameters';
import { fields } from '../kinds/fields';
import { strengthOf } from '../kinds/fields/strength';
import { looks } from '../kinds/looks';
import { registries } from './registries';

/** Every description that an inspector shows, with a name for messages. */
const all: readonly (readonly [string, Description])[] = [
  ...registries.flatMap((registry) => registry.list.map(({ kind, parameters }) => [kind, parameters] as const)),
  ['births', own.birthParameters],
  ['the camera', own.cameraParameters],
  ['a collider', own.colliderParameters],
  ['an emitter', own.emitterParameters],
  ['a field', own.fieldParameters],
  ['a group', own.groupParameters],
  ['the light', own.lightParameters],
  ['the output', own.outputParameters],
  ['a render', own.renderParameters],
  ['a place', own.transformParameters],
  ['the time', own.timeParameters],
  ['a zone', own.zoneParameters],
];
/** Looks share their settings: one may read those of another, which it lacks. */
const allLooks: Description = Object.assign({}, ...looks.list.map(({ parameters }) => parameters));
const labelsOf = (...parts: readonly Description[]) =>
  parts.flatMap((part) => Object.values(part).map(({ label }) => label));
const twice = (labels: readonly string[]) => labels.filter((label, i) => label !== '' && labels.indexOf(label) < i);

/** Some values of a setting that may make others act: each option, on and off, nothing and something. */
function tried(parameter: Parameter): readonly unknown[] {
  if (parameter.type === 'choice') return parameter.options.map(({ value }) => value);
  if (parameter.type === 'switch') return [true, false];
  if (parameter.type === 'number') return [0, 1, 2];
  return ['text', 'reference', 'image', 'grid'].includes(parameter.type) ? ['', 'x'] : [];
}

describe('settings that wait for another', () => {
  it.each(all)('of %s wait for one that there is', (kind, description) => {
    const known = new Set([...Object.keys(description), ...(looks.find(kind) ? Object.keys(allLooks) : [])]);
    const missing = new Set<string>();
    for (const [name, { shown }] of Object.entries(description))
      shown?.(
        new Proxy<Record<string, unknown>>(defaultsOf(description), {
          get: (values, read) => {
            if (!known.has(String(read))) missing.add(`${name} reads ${String(read)}`);
            return values[String(read)];
          },
        }),
      );
    expect([...missing]).toEqual([]);
  });

  it.each(all)('of %s all act for some values of two others', (kind, description) => {
    const settings: Description = looks.find(kind) ? { ...allLooks, ...description } : description;
    const changes = Object.entries(settings).flatMap(([name, parameter]) =>
      tried(parameter).map((value) => ({ [name]: value })),
    );
    const values = { ...defaultsOf(settings), ...defaultsOf(description) };
    const never = Object.entries(description).flatMap(([name, { shown }]) =>
      !shown || changes.some((one) => changes.some((two) => shown({ ...values, ...one, ...two }))) ? [] : [name],
    );
    expect(never).toEqual([]);
  });
});

describe('labels', () => {
  it.each(all)('of %s stand alone, and are nouns and not function words', (_name, description) => {
    for (const label of labelsOf(description))
      expect(label).not.toMatch(/^(On|Off|At|To|By|Per|Of|From|Does|Gives|They)$/);
    expect(twice(labelsOf(description))).toEqual([]);
  });

  it.each(looks.list.map(({ kind, parameters }) => [kind, parameters] as const))(
    'of an emitter are unlike each other beside the look %s',
    (_kind, look) =>
      expect(twice(labelsOf(own.birthParameters, own.emitterParameters, own.transformParameters, look))).toEqual([]),
  );

  it.each(fields.list.map(({ kind, parameters }) => [kind, parameters] as const))(
    'of a field of the kind %s are unlike each other',
    (_kind, settings) => expect(twice(labelsOf(own.fieldParameters, settings))).toEqual([]),
  );

  it('of a strength follow the way of acting: a wind has a speed only where it flows', () => {
    const wind = fields.get('wind');
    expect(
      ['flow', 'acceleration', 'force'].map((action) => strengthOf(wind, action)).map((s) => [s.label, s.unit]),
    ).toEqual([
      ['Speed', 'm/s'],
      ['Strength', 'm/s²'],
      ['Strength', 'N'],
    ]);
  });
});
