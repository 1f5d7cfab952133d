import { fault } from '../../document/faults';
import { pictureOf, pictureTrouble } from '../shared/picture';
import { circle } from '../../lib/geometry/outline';
import { fittedSize, vectorActions } from './actions';
import { defineField, type SilenceSource } from '../contracts/field';
import { cardRoutine } from './texture-card';
import { eachPicture } from '../../lib/images/series';
import { meshRoutine } from './texture-mesh';
import { motionRoutine } from './texture-motion';
import { textureParameters, type TextureSettings } from './texture-parameters';
import { volumeRoutine } from './texture-volume';

function trouble({ settings, resources }: SilenceSource<TextureSettings>): string | undefined {
  const { pattern, on, mesh, mapping } = settings;
  if (pattern === 'volume') return undefined;
  const picture = pictureTrouble(settings, (hash) => resources.image(hash));
  if (picture) return picture;
  if (mapping === 'colours-as-flow' && !pictureOf(settings, (hash) => resources.image(hash))!.red)
    return 'its picture has no colours to flow by';
  if (mapping === 'motion' && !pictureOf(settings, (hash) => resources.image(hash))!.series)
    return 'its picture does not move: choose an image that is a series';
  if (mapping === 'motion' && on === 'mesh') return 'motion works on a card only';
  if (on !== 'mesh') return undefined;
  if (mesh === '') return 'no mesh is chosen';
  const found = resources.mesh(mesh);
  if (!found) return 'its mesh is missing';
  return found.uvs ? undefined : 'its mesh has no texture coordinates';
}

/**
 * A picture as a field. On a card in the place's own XZ plane, or on a mesh: along the normal, F = 2·S·(level −
 * neutral); or downhill, F = −S·∇level; or (red, green) as a direction; or the way that the picture moves. Levels are the sRGB-coded brightness, 0 black
 * to 1 white.
 */
export const texture = defineField({
  kind: 'texture',
  family: 'source',
  label: 'texture',
  summary: 'A picture on a card or mesh, or noise in space, that pushes, pulls or flows by its brightness or colours.',
  glyph: 'M2 18 7 7h15l-5 11zM8 18l2-5 2 0M13 10l4 0-1 3M12 3v3M19 21v-2',
  formula: 'F = 2·S · (level(u, v) − neutral) · normal',
  source: 'bilinear interpolation, textbook numerical methods',
  strength: { label: 'Strength', default: 1, usual: [-5, 5] },
  actions: vectorActions('acceleration'),
  seeded: true,
  startsWith: { falloff: 'box', curve: 'smooth' },
  balance: ['neutral'],
  starts: [
    {
      name: 'Relief',
      note: 'light rises, dark sinks',
      strength: 1.5,
      settings: { mapping: 'push-and-pull', neutral: 0.5, dark: 0, light: 1 },
    },
    {
      name: 'Run-off',
      note: 'flows from light to dark',
      strength: 0.6,
      settings: { mapping: 'downhill', dark: 0, light: 1 },
    },
    {
      name: 'Eddies',
      note: 'red and green as a flow',
      strength: 1.5,
      settings: { mapping: 'colours-as-flow', pattern: 'eddies' },
    },
    {
      name: 'Cloud in space',
      note: 'noise in space, downhill',
      strength: 1,
      settings: { pattern: 'volume', mapping: 'downhill' },
    },
  ],
  parameters: textureParameters,
  examples: [
    {
      settings: { pattern: 'stripes', width: 2.4, dark: 0.4, light: 0.6, thickness: 0 },
      strength: 3,
      at: [-1.1, 0, 0],
      vector: [0, 3, 0],
      source: 'by hand: the first crest of sin(12πu), u = 1/24, is above the light end: 2·(1 − ½)',
    },
    {
      settings: { pattern: 'stripes', width: 2.4, dark: 0.4, light: 0.6, thickness: 0 },
      strength: 3,
      at: [-0.9, 0, 0],
      vector: [0, -3, 0],
      source: 'by hand: the first trough of sin(12πu), u = 3/24, is below the dark end: 2·(0 − ½)',
    },
  ],
  diagnose: {
    zeroHere: 'its picture is neutral at every particle it reaches',
    check(settings, field) {
      const { dark, light } = settings;
      return light <= dark
        ? [fault('range', `${field}.light`, light, `a number above the dark end (${dark}) up to 1`)]
        : [];
    },
    silent: trouble,
  },
  fit: (half) => ({
    width: fittedSize(2 * half[0], 0.1),
    depth: fittedSize(2 * half[2], 0.1),
    size: fittedSize(Math.max(...half) * 0.5, 0.05),
  }),
  view: {
    outline(settings) {
      const { pattern, on, width, depth, size } = settings;
      // A ring as wide as the patches of the noise.
      if (pattern === 'volume') return [circle(size / 2, 0, 1)];
      if (on === 'mesh') return [];
      const [w, d] = [width / 2, depth / 2];
      return [
        [
          [-w, 0, -d],
          [w, 0, -d],
          [w, 0, d],
          [-w, 0, d],
          [-w, 0, -d],
        ],
      ];
    },
    handles(settings) {
      const { pattern, on, width, depth } = settings;
      if (pattern === 'volume' || on === 'mesh') return [];
      return [
        { parameter: 'width', at: [width / 2, 0, 0], axis: [1, 0, 0], perMetre: 2 },
        { parameter: 'depth', at: [0, 0, depth / 2], axis: [0, 0, 1], perMetre: 2 },
      ];
    },
    surface(settings, resources) {
      const { pattern, on, mesh } = settings;
      return pattern !== 'volume' && on === 'mesh' ? resources.mesh(mesh) : undefined;
    },
  },
  compile(source) {
    const settings = source.settings;
    if (settings.pattern === 'volume') return volumeRoutine(source, settings);
    const picture = pictureOf(settings, (hash) => source.resources.image(hash));
    if (!picture || (settings.mapping === 'colours-as-flow' && !picture.red))
      return (_local, { count }, out) => {
        out.x.fill(0, 0, count);
        out.y.fill(0, 0, count);
        out.z.fill(0, 0, count);
      };
    if (settings.mapping === 'motion') return motionRoutine(settings, picture, source.strength);
    const routineAt = eachPicture(picture, (now) =>
      settings.on === 'mesh' ? meshRoutine(source, settings, now) : cardRoutine(settings, now, source.strength),
    );
    return (local, block, out, context) => routineAt(context.time)(local, block, out, context);
  },
});
