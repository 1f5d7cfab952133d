import { emissionKinds } from '../../core/kinds/emission';
import { bodies } from '../../core/kinds/bodies';
import { colliderShapes } from '../../core/kinds/colliders';
import type { Description } from '../../core/document/parameters';
import type { Kind, Kinded, Registry } from '../../core/document/registry';
import { falloffShapes } from '../../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../../core/kinds/fields';
import { gates } from '../../core/kinds/gates';
import { looks } from '../../core/kinds/looks';
import { masks } from '../../core/kinds/masks';
import { modulators } from '../../core/kinds/modulators';
import { falloffCurves } from '../../core/kinds/curves';
import { curveCommon } from '../../core/kinds/curves/curve';
import { responses } from '../../core/kinds/responses';
import * as descriptions from '../../core/document/descriptions';
import type { Weighted, Scene } from '../../core/document/scene';
import type { MovableSort } from '../../core/scene/numbers';
import { shapes } from '../../core/kinds/emitter-shapes';
import { scenePathParameters } from '../../core/kinds/shared/path-parameters';

/** Part of a thing that the inspector shows as rows; `path` is empty for what the thing has itself. */
export interface Part {
  readonly sort: MovableSort;
  readonly id: string;
  readonly path: string;
  readonly description: Description;
  /** The kinds to choose from, where it is of a kind. */
  readonly registry?: Registry<Kind>;
}

/** Every part of a scene with values that can be set. */
export function partsOf(scene: Scene): Part[] {
  const of = (sort: MovableSort, id: string) => {
    const plain = (path: string, description: Description): Part => ({ sort, id, path, description });
    const kinded = <K extends Kind>(
      path: string,
      registry: Registry<K>,
      { kind }: Kinded,
      more: Description = {},
    ): Part => ({
      ...plain(path, { ...registry.get(kind).parameters, ...more }),
      registry: registry,
    });
    const rows = <K extends Kind>(path: string, registry: Registry<K>, list: readonly Kinded[]): Part[] =>
      list.map((values, row) => kinded(`${path}.${row}`, registry, values));
    const reached = (thing: Weighted): Part[] => [
      kinded('falloff', falloffShapes, thing.falloff),
      kinded('curve', falloffCurves, thing.curve, curveCommon),
      ...rows('modulators', modulators, thing.modulators),
    ];
    return { plain, kinded, rows, reached, place: plain('transform', descriptions.transformParameters) };
  };
  const one = (sort: MovableSort, description: Description) => of(sort, '').plain('', description);
  return [
    ...scene.emitters.flatMap((e) => {
      const { plain, kinded, rows, place } = of('emitters', e.id);
      return [
        plain('', descriptions.emitterParameters),
        plain('birth', descriptions.birthParameters),
        place,
        kinded('shape', shapes, e.shape),
        kinded('gate', gates, e.gate),
        kinded('body', bodies, e.body),
        kinded('look', looks, e.look),
        ...rows('emission', emissionKinds, e.emission),
        ...rows('masks', masks, e.masks),
        ...rows('addedLooks', looks, e.addedLooks),
      ];
    }),
    ...scene.fields.flatMap((f) => {
      const { plain, kinded, reached, place } = of('fields', f.id);
      return [
        plain('', descriptions.fieldParameters),
        kinded('settings', fieldKinds, f.settings),
        ...reached(f),
        place,
      ];
    }),
    ...scene.groups.flatMap((g) => {
      const { plain, reached, place } = of('groups', g.id);
      return [plain('', descriptions.groupParameters), ...reached(g), place];
    }),
    ...scene.zones.flatMap((z) => {
      const { plain, reached, place } = of('zones', z.id);
      return [plain('', descriptions.zoneParameters), ...reached(z), place];
    }),
    ...scene.colliders.flatMap((c) => {
      const { plain, kinded, place } = of('colliders', c.id);
      return [
        plain('', descriptions.colliderParameters),
        kinded('shape', colliderShapes, c.shape),
        kinded('response', responses, c.response),
        kinded('gate', gates, c.gate),
        place,
      ];
    }),
    ...scene.carriers.flatMap((c) => [
      of('carriers', c.id).plain('', descriptions.carrierParameters),
      of('carriers', c.id).plain('path', scenePathParameters),
      of('carriers', c.id).place,
    ]),
    ...scene.dials.map((d) => of('dials', d.id).plain('', descriptions.dialParameters)),
    one('sceneTransform', descriptions.sceneTransformParameters),
    of('sceneTransform', '').place,
    one('desk', descriptions.deskParameters),
    one('bounds', descriptions.boundsParameters),
    one('time', descriptions.timeParameters),
    one('camera', descriptions.cameraParameters),
    one('output', descriptions.outputParameters),
    one('light', descriptions.lightParameters),
  ];
}
