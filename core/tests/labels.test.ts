import { describe, expect, it } from 'vitest';
import * as own from '../document/descriptions';
import type { Description } from '../document/parameters';
import { fields } from '../kinds/fields';
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
  ['a place', own.transformParameters],
  ['the time', own.timeParameters],
  ['a zone', own.zoneParameters],
];
const labelsOf = (...parts: readonly Description[]) =>
  parts.flatMap((part) => Object.values(part).map(({ label }) => label));
const twice = (labels: readonly string[]) => labels.filter((label, i) => label !== '' && labels.indexOf(label) < i);

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
});
