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
        prose`The shape stretch of an emitter has a scale of its own for X, Y and Z, which keyframes and automation move like
          any number. Births keep to the stretched shape, and normals are those of that.`,
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
      slug: 'flow-around',
      title: 'Flow around colliders',
      text: [
        prose`A field blows through colliders: particles are pressed against them and pile up. “Lead it around the
          colliders”, in the inspector of a field or a group, puts a flow grid in its place. Nothing flows through a
          collider then, nothing gathers, and colliders that move push the flow.`,
        prose`The field itself is muted and goes on as the source of the grid: change its strength and the grid follows.
          Smaller cells follow small bodies; a collider thinner than a cell counts as a cell thick. Where colliders
          move, “Sampled again every” says how often the grid is filled.`,
      ],
      example: {
        emitter: {
          ...FOUNTAIN,
          shape: { kind: 'disc', radius: 0.5 },
          transform: { position: [-1.3, 0, 0], rotation: [0, 0, -90] },
          birth: { life: 3, speed: 0, drag: 12 },
        },
        groups: [{ id: 'wind', name: 'wind', mute: true }],
        fields: [
          {
            id: 'blow',
            name: 'blow',
            group: 'wind',
            settings: { kind: 'wind', direction: [1, 0, 0] },
            actsAs: 'flow',
            strength: 0.9,
          },
          {
            id: 'around',
            name: 'around',
            settings: { ...{ kind: 'grid', group: 'wind', around: true, outside: 'source' }, cell: 0.12 },
            actsAs: 'flow',
            strength: 1,
          },
        ],
        colliders: [{ id: 'ball', name: 'Ball', shape: { kind: 'ball', radius: 0.4 }, response: { kind: 'slide' } }],
      },
    },
    {
      slug: 'series',
      title: 'Series of images and grids',
      text: [
        prose`Several numbered files of one size, chosen or dropped together where one image or grid is, are a series; so is a
          clip where an image is: its pictures are decoded once, at the frame rate of the scene. A series
          plays from its first frame on, holds, repeats or runs back and forth, wherever it is used: texture fields,
          modulators, masks, emitters on an image, image looks, stored grids. Images change from one to the next, grids go evenly.`,
        prose`A texture field with the mapping “motion” carries particles as the picture moves. What does not move in it,
          such as an even ground, leaves them alone.`,
      ],
      settings: own.seriesParameters,
      example: {
        fields: [
          {
            id: 'sweep',
            name: 'sweep',
            settings: { kind: 'texture', pattern: 'sweep', neutral: 0.3, width: 2.4, depth: 2.4 },
            actsAs: 'acceleration',
            strength: 1.5,
            falloff: { kind: 'everywhere' },
          },
        ],
      },
    },
    {
      slug: 'weight-maps',
      title: 'Weight maps',
      text: [
        prose`A weight map holds weights from 0 to 1 that are painted on a card or a mesh. It can be the falloff of a
          field, a modulator, an emission mask, and the length of strands. Choose “new weight map” there, and drag over
          the surface in the view. Several things may read the same map.`,
        prose`The brush paints faces that look its way within the radius. One stroke takes weights as far as its strength
          says, however often it crosses itself; the next stroke goes on from there. Shift erases while it is held, [ and
          ] change the size, Enter or Escape ends. Each stroke is one step of undo.`,
        prose`Weights are read at the nearest point of the surface. They go with a mesh that deforms. The line in the
          view marks the weight of one half.`,
      ],
      settings: { ...own.weightMapParameters, ...own.brushParameters },
      example: {
        fields: [
          {
            id: 'rise',
            name: 'rise',
            settings: { kind: 'wind', direction: [0, 1, 0] },
            actsAs: 'acceleration',
            strength: 1.2,
            falloff: { kind: 'everywhere' },
            modulators: [{ kind: 'weight-map', weightMap: 'weights' }],
          },
        ],
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
