import * as own from '../../document/descriptions';
import { scenePathParameters } from '../../kinds/shared/path-parameters';
import { FALLING, FILLED, FOUNTAIN, LAMPS, picked, prose, without, type TopicChapter } from './topic';

const BACKDROP = ['backdrop', 'background', 'topColour', 'backdropImage', 'sequenceStart', 'outsideSequence'];
const SPLIT = Object.keys(own.colliderParameters).filter((name) => name.startsWith('split'));

/** Topics about other things of a scene. */
export const thingsTopics: TopicChapter = {
  title: 'Other things of a scene',
  topics: [
    {
      slug: 'transform',
      title: 'Transform',
      text: [
        prose`Position, rotation and scale. The scale of an emitter or field changes its shape and radii, not its
          strength or the size of particles.`,
        'A thing that is attached to a carrier moves with it; its position is then measured from the carrier.',
      ],
      settings: own.transformParameters,
      example: { emitter: { ...FOUNTAIN, transform: { position: [-0.8, -1, 0], rotation: [0, 0, -40] } } },
    },
    {
      slug: 'carrier',
      title: 'Carrier',
      text: [
        prose`A carrier is a frame that moves other things. Keyframes move it; or fields push it like a particle; or
          it rides along a strand. Attach emitters, fields, colliders or the camera to it in their transform.`,
      ],
      settings: own.carrierParameters,
      example: {
        emitter: { ...FOUNTAIN, transform: { carrier: 'cart' }, birth: { ...FOUNTAIN.birth, speed: 0.5 } },
        carriers: [
          {
            id: 'cart',
            name: 'Cart',
            keys: {
              'transform.position': [
                { frame: 0, value: [-1, -1, 0], ease: 'smooth' },
                { frame: 95, value: [1, -1, 0], ease: 'smooth' },
              ],
            },
          },
        ],
      },
    },
    {
      slug: 'path',
      title: 'Path',
      text: [
        prose`A path of the scene is a line that several things share: emitters along it, fields that follow it,
          falloffs around it, targets. Choose “shared path” as their path. Change the path, and all of them
          follow. They stand in its frame, so they move with it as well.`,
        prose`It is drawn point by point, read from an SVG file, or given by numbers. Like a carrier it can be keyed,
          attached to another, and have any other thing attached to it.`,
      ],
      settings: scenePathParameters,
      example: {
        emitter: {
          ...FOUNTAIN,
          shape: { kind: 'path', form: 'shared', sharedPath: 'rail' },
          transform: { carrier: 'rail' },
          birth: { ...FOUNTAIN.birth, speed: 0 },
        },
        carriers: [{ id: 'rail', name: 'Rail', path: { form: 'flower', pathRadius: 1 } }],
        fields: [
          {
            id: 'along',
            name: 'Along',
            settings: { kind: 'path' },
            actsAs: 'set-velocity',
            strength: 0.6,
            falloff: { kind: 'path', form: 'shared', sharedPath: 'rail', inner: 0.4, outer: 0.8 },
            transform: { carrier: 'rail' },
          },
        ],
      },
    },
    {
      slug: 'collider',
      title: 'Collider',
      text: [
        prose`A collider is a surface that particles hit. They bounce, slide, stick, die or pass; some can pass
          through its pores. Its sends say which emitters it stops.`,
      ],
      settings: { ...without(own.colliderParameters, SPLIT), ...own.hitParameters },
      example: {
        emitter: { ...FOUNTAIN, transform: { position: [0, 1, 0] }, birth: { life: 3, speed: 0, drag: 0 } },
        fields: [FALLING],
        colliders: [{ id: 'floor', name: 'Floor', shape: { kind: 'plane' }, transform: { position: [0, -0.8, 0] } }],
      },
    },
    {
      slug: 'split',
      title: 'Splits',
      text: ['A particle that hits a collider can break into pieces, which can split again at their next contact.'],
      settings: picked(own.colliderParameters, SPLIT),
      example: {
        emitter: {
          ...FOUNTAIN,
          emission: [{ kind: 'rate', rate: 30 }],
          transform: { position: [0, 1, 0] },
          birth: { life: 3, speed: 0, drag: 0 },
        },
        fields: [FALLING],
        colliders: [
          { id: 'floor', name: 'Floor', shape: { kind: 'plane' }, transform: { position: [0, -0.8, 0] }, split: true },
        ],
      },
    },
    {
      slug: 'zone',
      title: 'Zone',
      text: [
        prose`A zone is a region. Particles inside it become a variant with another tint and size, or are removed. A
          modulator can limit a field to the particles of a zone.`,
      ],
      settings: own.zoneParameters,
      example: {
        emitter: FOUNTAIN,
        zones: [
          {
            id: 'zone',
            name: 'Zone',
            effect: 'remove',
            transform: { position: [0, 0.5, 0] },
            falloff: { kind: 'ball', inner: 0.2, outer: 0.6 },
          },
        ],
      },
    },
    {
      slug: 'scene',
      title: 'Scene',
      text: [
        prose`Settings of the scene as a whole: its seed, the draft amount while you work, and the backdrop behind
          the particles.`,
      ],
      settings: { ...own.sceneParameters, ...picked(own.outputParameters, [...BACKDROP, 'particleScale']) },
      example: {
        emitter: LAMPS,
        time: FILLED,
        output: { backdrop: 'gradient', topColour: '#2c4a58', background: '#0b0c0e', particleScale: 1.4 },
      },
    },
    {
      slug: 'scene-box',
      title: 'Scene box',
      text: ['A box that particles can’t leave. At its faces they die, bounce or stick.'],
      settings: own.boundsParameters,
      example: {
        emitter: FOUNTAIN,
        fields: [FALLING],
        bounds: { on: true, response: 'bounce', centre: [0, -0.3, 0], size: [0.5, 1.5, 0.5] },
      },
    },
    {
      slug: 'scene-transform',
      title: 'Scene transform',
      text: [
        prose`Moves, turns and scales everything that is drawn. The simulation stays as it is, so that no frame has
          to be simulated again.`,
      ],
      settings: own.sceneTransformParameters,
      example: {
        emitter: FOUNTAIN,
        sceneTransform: {
          keys: {
            'transform.rotation': [
              { frame: 0, value: [0, 0, -40], ease: 'smooth' },
              { frame: 48, value: [0, 0, 40], ease: 'smooth' },
              { frame: 95, value: [0, 0, -40], ease: 'smooth' },
            ],
          },
        },
      },
    },
    {
      slug: 'light',
      title: 'Light and fog',
      text: [
        prose`A key light and light from the sky and the ground shade meshes and surfaces. Fog fades distant ones
          into a colour.`,
      ],
      settings: own.lightParameters,
      example: {
        emitter: { ...LAMPS, look: { kind: 'instance', form: 'grain', colour: [{ at: 0, colour: '#d8c9b0' }] } },
        time: FILLED,
        light: {
          key: 1.6,
          fog: 0.12,
          fogColour: '#20303a',
          keys: {
            from: [
              { frame: 0, value: [-1, 0.6, 0.6], ease: 'smooth' },
              { frame: 48, value: [1, 1, 0.6], ease: 'smooth' },
              { frame: 95, value: [-1, 0.6, 0.6], ease: 'smooth' },
            ],
          },
        },
      },
    },
    {
      slug: 'working-view',
      title: 'Working view',
      text: [
        'Settings of the view alone. Renders do not use them.',
        prose`If the computer can’t draw a moving picture fast enough, the view becomes coarse while it plays or turns,
          and leaves out some of the particles; the corner of the view says so. It is drawn in full again when it
          rests. Renders are never coarse.`,
        prose`D in the view draws arrows of the selected field or group, or of all fields together: as long as the
          vectors, and fainter where the field has less weight. The menu *view* also has arrows on a plane, which you
          can drag, and streamlines.`,
      ],
      settings: own.workParameters,
    },
  ],
};
