import * as own from '../document/descriptions';
import type { Description } from '../document/parameters';
import { profileCommon } from '../kinds/curves/profile';
import type { Written } from '../scene/read';

/** A page about something that is no kind: a part of a thing, a panel, a screen. */
export interface Topic {
  readonly slug: string;
  readonly title: string;
  /** Plain sentences, a paragraph each. */
  readonly text: readonly string[];
  /** The settings that the page lists. */
  readonly settings?: Description;
  /** Parts of a small scene that shows it, over an emitter called `cloud`. */
  readonly example?: TopicExample;
}

/** The parts of a topic’s example. */
export interface TopicExample {
  readonly emitter?: Written;
  readonly fields?: readonly Written[];
  readonly colliders?: readonly Written[];
  readonly zones?: readonly Written[];
  readonly carriers?: readonly Written[];
  readonly time?: Written;
}

/** Topics under the headings of the contents. */
export interface TopicChapter {
  readonly title: string;
  readonly topics: readonly Topic[];
}

const { birthGroups } = own;
const { spanned, from, until, also, easeIn, easeOut } = own.fieldParameters;
const picked = (description: Description, names: readonly string[]): Description =>
  Object.fromEntries(names.map((name) => [name, description[name]!]));
const without = (description: Description, names: readonly string[]): Description =>
  Object.fromEntries(Object.entries(description).filter(([name]) => !names.includes(name)));

const DEPTH = ['depth', 'aperture', 'sharp', 'focus'];
const GLOW = ['exposure', 'tone', 'white', 'glow', 'glowFrom', 'glowRadius'];
const BACKDROP = ['behind', 'background', 'top', 'plate', 'plateFrom', 'plateEnds'];
const SPLIT = Object.keys(own.colliderParameters).filter((name) => name.startsWith('split'));

const FOUNTAIN = {
  shape: { kind: 'disc', radius: 0.15 },
  place: { position: [0, -1, 0] },
  amounts: [{ kind: 'rate', rate: 220 }],
  birth: { life: 2, lifeVariance: 0.4, speed: 1.3, speedVariance: 0.2, spread: 14, drag: 0 },
};
const BLOWN = { id: 'field', name: 'field', settings: { kind: 'wind', direction: [1, 0, 0] }, actsAs: 'acceleration' };
const FALLING = { id: 'fall', name: 'fall', settings: { kind: 'gravity' }, actsAs: 'acceleration', strength: 3 };

/** The topics of the handbook. */
export const topicChapters: readonly TopicChapter[] = [
  {
    title: 'Emitters',
    topics: [
      {
        slug: 'emitter',
        title: 'Emitter',
        text: [
          'An emitter makes particles. It has a shape, a number of births, values at birth, a body, one or more looks and a position.',
          'Shift- or Ctrl-click several emitters in the list on the left to edit them together: a value that you change is set in all of them.',
        ],
        settings: without(own.emitterParameters, ['maskMode']),
        example: { emitter: FOUNTAIN },
      },
      {
        slug: 'emission',
        title: 'Emission',
        text: [
          'Births come at a steady rate or in bursts, and an emitter can have several emissions at once. A gate limits them to some frames.',
          'The number of particles alive is about the rate times the lifetime. The section shows the present number and the highest one of the shot.',
        ],
        example: {
          emitter: {
            ...FOUNTAIN,
            amounts: [
              { kind: 'rate', rate: 60 },
              { kind: 'burst', count: 200, frame: 30 },
            ],
          },
        },
      },
      {
        slug: 'masks',
        title: 'Emission masks',
        text: [
          'A mask rejects births in some places of the shape: by height, slope, hollows, noise, a picture, vertex colours or a formula. Several masks multiply.',
          'A rejected birth either tries another place, which keeps the number of births, or is dropped, which leaves fewer.',
        ],
        settings: picked(own.emitterParameters, ['maskMode']),
        example: {
          emitter: {
            ...FOUNTAIN,
            shape: { kind: 'disc', radius: 1 },
            masks: [{ kind: 'noise', low: 0.5, high: 1 }],
            birth: { life: 2, speed: 0.4, spread: 4, drag: 0 },
          },
        },
      },
      {
        slug: 'lifetime',
        title: 'Lifetime',
        text: ['A particle is born, ages and dies. Looks can change over its age, and modulators can follow it.'],
        settings: birthGroups.lifetime.parameters,
        example: { emitter: { ...FOUNTAIN, birth: { ...FOUNTAIN.birth, life: 1, lifeVariance: 0.9 } } },
      },
      {
        slug: 'launch',
        title: 'Launch',
        text: [
          'The velocity of a particle at its birth: a direction with a cone about it, a speed, and a part of the emitter’s own motion.',
        ],
        settings: birthGroups.launch.parameters,
        example: { emitter: { ...FOUNTAIN, birth: { ...FOUNTAIN.birth, spread: 60, speed: 1 } } },
      },
      {
        slug: 'substance',
        title: 'Size, mass and drag',
        text: [
          'Size is the diameter that a particle is drawn with. Mass decides how far a force accelerates it. Drag slows it, and gives flows their grip on it.',
        ],
        settings: birthGroups.substance.parameters,
        example: { emitter: { ...FOUNTAIN, birth: { ...FOUNTAIN.birth, drag: 1.5 } } },
      },
      {
        slug: 'turning',
        title: 'Orientation and spin',
        text: [
          'Images, flakes and small meshes are turned at birth and can spin. Rolling spin follows the path of the particle.',
        ],
        settings: birthGroups.turning.parameters,
        example: { emitter: FOUNTAIN },
      },
      {
        slug: 'looks',
        title: 'Looks',
        text: [
          'A look draws the particles: as soft sprites, points, images, small meshes, trails, or lines between near particles. An emitter can have several looks; later ones lie on top.',
          'Colour, opacity and size can follow age, speed, distance to the camera, a field or a random number.',
        ],
        example: { emitter: FOUNTAIN },
      },
    ],
  },
  {
    title: 'Fields and the desk',
    topics: [
      {
        slug: 'desk',
        title: 'The desk',
        text: [
          'The desk is the row of strips under the view, one strip for each field, in the order in which the fields act. A strip has a fader for the strength, a meter of the strength that arrives at the particles on this frame (RMS and peak), the falloff, the sends, mute and solo.',
          'The Sum at the right end shows the contribution of each field, a master and a limit for all.',
          'A strip that delivers nothing says why and offers a fix.',
        ],
        settings: own.deskParameters,
        example: { fields: [{ ...BLOWN, strength: 0.6 }] },
      },
      {
        slug: 'falloff',
        title: 'Falloff',
        text: [
          'A falloff has a shape, an inner radius and an outer radius, and a curve between them. Inside the inner radius the field has full strength; beyond the outer radius it is zero. Without a falloff it acts everywhere.',
          '“Fit to the particles” puts it in the middle of the particles of the whole shot, as large as they spread.',
        ],
        settings: profileCommon,
        example: {
          fields: [{ ...BLOWN, strength: 1, extent: { kind: 'ball', core: 0.3, reach: 1 } }],
        },
      },
      {
        slug: 'modulators',
        title: 'Modulators',
        text: [
          'A modulator changes the strength of a field from place to place or from particle to particle. Several modulators multiply.',
        ],
        example: { fields: [{ ...BLOWN, strength: 1, modulators: [{ kind: 'noise' }] }] },
      },
      {
        slug: 'sends',
        title: 'Sends',
        text: [
          'A send is the part of a field that an emitter receives: 0 % is none, 100 % all, 200 % twice as much. The matrix of sends, a button above the strips, shows all fields against all emitters.',
        ],
        example: { fields: [{ ...BLOWN, strength: 1, sends: { cloud: 0.5 } }] },
      },
      {
        slug: 'active-range',
        title: 'Active range',
        text: [
          'An active range limits a field to some frames, with easing at both ends. The bars in the deck of keyframes show it and can be dragged.',
        ],
        settings: { spanned, from, until, also, easeIn, easeOut },
        example: { fields: [{ ...BLOWN, strength: 2, spanned: true, from: 24, until: 60, easeIn: 12, easeOut: 12 }] },
      },
      {
        slug: 'groups',
        title: 'Groups',
        text: [
          'A group combines its members by a rule: sum, average, strongest, layered, or product for masks. It has a fader, a falloff, modulators and sends of its own. All members act in the same way.',
          'Select strips with Shift and press G to group them; drag a strip into or out of a group.',
        ],
        settings: without(own.groupParameters, ['group', 'folded']),
        example: { fields: [{ ...BLOWN, strength: 0.6 }] },
      },
      {
        slug: 'states',
        title: 'Two states of the desk',
        text: [
          '“Store A · switch to B” keeps the desk as state A and continues with state B. B switches between them, and “adopt” keeps the one that is on.',
        ],
      },
    ],
  },
  {
    title: 'Other things of a scene',
    topics: [
      {
        slug: 'transform',
        title: 'Transform',
        text: [
          'Position, rotation and scale. The scale of an emitter or field changes its shape and radii, not its strength or the size of particles.',
          'A thing that is attached to a carrier moves with it; its position is then measured from the carrier.',
        ],
        settings: own.placeParameters,
        example: { emitter: { ...FOUNTAIN, place: { position: [-0.8, -1, 0], rotation: [0, 0, -40] } } },
      },
      {
        slug: 'carrier',
        title: 'Carrier',
        text: [
          'A carrier is a frame that moves other things. Keyframes move it; or fields push it like a particle; or it rides along a strand. Attach emitters, fields, colliders or the camera to it in their transform.',
        ],
        settings: own.carrierParameters,
        example: {
          emitter: { ...FOUNTAIN, place: { carrier: 'cart' }, birth: { ...FOUNTAIN.birth, speed: 0.5 } },
          carriers: [
            {
              id: 'cart',
              name: 'Cart',
              keys: {
                'place.position': [
                  { frame: 0, value: [-1, -1, 0], ease: 'smooth' },
                  { frame: 95, value: [1, -1, 0], ease: 'smooth' },
                ],
              },
            },
          ],
        },
      },
      {
        slug: 'collider',
        title: 'Collider',
        text: [
          'A collider is a surface that particles hit. They bounce, slide, stick, die or pass; some can pass through its pores. Its sends say which emitters it stops.',
        ],
        settings: { ...without(own.colliderParameters, SPLIT), ...own.hitParameters },
        example: {
          emitter: { ...FOUNTAIN, place: { position: [0, 1, 0] }, birth: { life: 3, speed: 0, drag: 0 } },
          fields: [FALLING],
          colliders: [{ id: 'floor', name: 'Floor', shape: { kind: 'plane' }, place: { position: [0, -0.8, 0] } }],
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
            amounts: [{ kind: 'rate', rate: 30 }],
            place: { position: [0, 1, 0] },
            birth: { life: 3, speed: 0, drag: 0 },
          },
          fields: [FALLING],
          colliders: [
            { id: 'floor', name: 'Floor', shape: { kind: 'plane' }, place: { position: [0, -0.8, 0] }, split: true },
          ],
        },
      },
      {
        slug: 'zone',
        title: 'Zone',
        text: [
          'A zone is a region. Particles inside it become a variant with another tint and size, or are removed. A modulator can limit a field to the particles of a zone.',
        ],
        settings: own.zoneParameters,
        example: {
          emitter: FOUNTAIN,
          zones: [
            {
              id: 'zone',
              name: 'Zone',
              into: 'out',
              place: { position: [0, 0.5, 0] },
              extent: { kind: 'ball', core: 0.2, reach: 0.6 },
            },
          ],
        },
      },
      {
        slug: 'scene',
        title: 'Scene',
        text: [
          'Settings of the scene as a whole: its seed, the draft amount while you work, and the backdrop behind the particles.',
        ],
        settings: { ...own.sceneParameters, ...picked(own.outputParameters, [...BACKDROP, 'sizes']) },
      },
      {
        slug: 'scene-box',
        title: 'Scene box',
        text: [
          'A box that particles can’t leave. At its faces they bounce, stick, die or enter again on the opposite side.',
        ],
        settings: own.boundsParameters,
      },
      {
        slug: 'scene-transform',
        title: 'Scene transform',
        text: [
          'Moves, turns and scales everything that is drawn. The simulation stays as it is, so that no frame has to be simulated again.',
        ],
        settings: own.wholeParameters,
      },
      {
        slug: 'light',
        title: 'Light and fog',
        text: [
          'A key light and light from the sky and the ground shade meshes and surfaces. Fog fades distant ones into a colour.',
        ],
        settings: own.lightParameters,
      },
      {
        slug: 'working-view',
        title: 'Working view',
        text: ['Settings of the view alone. Renders do not use them.'],
        settings: own.workParameters,
      },
    ],
  },
  {
    title: 'Time and motion',
    topics: [
      {
        slug: 'time',
        title: 'Time and loops',
        text: [
          'The shot has a frame rate, a first and a last frame. Pre-roll simulates frames before it, so that the first frame is not empty.',
          'A loop repeats the scene after a number of frames. The section lists everything that leaves a seam, with fixes. The time scale slows the scene down without changing the paths.',
        ],
        settings: own.timeParameters,
        example: { emitter: FOUNTAIN, time: { scale: 0.4 } },
      },
      {
        slug: 'keyframes',
        title: 'Keyframes and curves',
        text: [
          'The line under a number adds a keyframe at the playhead. From then on a change of the number writes a keyframe there while auto-key is on; otherwise it shifts all of its keyframes.',
          'The decks “keys” and “curves” show keyframes to be dragged, copied, scaled and deleted. “record” turns numbers that you drag during playback into keyframes.',
        ],
        example: {
          emitter: FOUNTAIN,
          fields: [
            {
              ...BLOWN,
              keys: {
                strength: [
                  { frame: 0, value: -2, ease: 'smooth' },
                  { frame: 48, value: 2, ease: 'smooth' },
                  { frame: 95, value: -2, ease: 'smooth' },
                ],
              },
            },
          ],
        },
      },
      {
        slug: 'dials',
        title: 'Dials',
        text: [
          'A dial is a named number that controls many others, each with an amount of its own. Formulas can use it by its name. The deck “dials” shows all of them.',
        ],
        settings: own.dialParameters,
      },
      {
        slug: 'sounds',
        title: 'Sounds',
        text: [
          'A sound gives its loudness over time to automation. It is drawn on the ruler, and it is not part of the rendered clip.',
        ],
      },
    ],
  },
  {
    title: 'Camera and output',
    topics: [
      {
        slug: 'camera',
        title: 'Shot camera',
        text: [
          'The camera that renders look through. The view of the Studio is free from it: “Make this view the shot” takes over the view, “Look through it” shows the shot.',
        ],
        settings: without(own.cameraParameters, DEPTH),
      },
      {
        slug: 'depth-of-field',
        title: 'Depth of field',
        text: [
          'Blurs everything nearer or farther than the focus, as a lens of that aperture does. It takes several samples in a render.',
        ],
        settings: picked(own.cameraParameters, DEPTH),
      },
      {
        slug: 'render',
        title: 'Render',
        text: [
          'A render draws frames of the shot into pictures or a clip. It waits in a queue, can be paused and resumed, and continues after a reload.',
        ],
      },
      {
        slug: 'picture',
        title: 'Picture',
        text: [
          'The size and quality of the rendered pictures: samples for motion blur, exposure, tone curve and glow.',
        ],
        settings: without(own.outputParameters, [...BACKDROP, ...GLOW, 'sizes']),
      },
      {
        slug: 'glow',
        title: 'Exposure and glow',
        text: ['Exposure brightens the picture in stops. Areas brighter than the threshold glow around themselves.'],
        settings: picked(own.outputParameters, GLOW),
      },
      {
        slug: 'bake',
        title: 'Bake',
        text: [
          'A bake simulates all particles once on the server and keeps the frames on disk. The Studio and renders can then play it without simulating.',
        ],
      },
      {
        slug: 'particle-files',
        title: 'Particle files',
        text: [
          'Particles can be saved for other programs as CSV, PLY, glTF or USD, frame by frame or as one file. Positions are in metres of the scene, before the scene transform.',
        ],
      },
    ],
  },
  {
    title: 'Tools',
    topics: [
      {
        slug: 'numbers',
        title: 'Typing numbers',
        text: [
          'A number takes sums, with or without “=”: 9.81/2, =2*3. It takes other units and converts them: 5 cm, 36 km/h, 12 f, 15 °/f, 250 ms.',
          'The arrow keys change it by a step, with Shift by a tenth of it, with Alt by ten. Drag its label to change it, double-click the label for the default.',
          'A number out of the usual range has a dotted line. An impossible one stays red, with the allowed range, until you correct it or press Escape.',
        ],
      },
      {
        slug: 'draft',
        title: 'Drafts',
        text: [
          'A draft simulates a random sample of the particles while you work. Every particle of it moves as in the final, except in fields that read other particles.',
          'While you hold a control, the picture may continue from the frame on the screen; when you let go, the scene runs again from the start.',
        ],
      },
      {
        slug: 'soundings',
        title: 'Soundings',
        text: [
          'Soundings measure the fields: a slice through the scene, the strength along a line, the falloff as written and as measured, the ledger of each field’s part in the motion, and the population over time.',
        ],
      },
      {
        slug: 'trials',
        title: 'Trials and the logbook',
        text: [
          'A sheet of trials simulates the scene with different values of one or two numbers, side by side. Click a trial to adopt it, to keep it in the logbook, or to branch a new scene from it.',
        ],
      },
      {
        slug: 'versions',
        title: 'Versions',
        text: [
          'Every saved edit is a version. Each can be played beside the present, restored, or opened as a copy. Named versions are always kept.',
        ],
      },
      {
        slug: 'formulas',
        title: 'Formulas',
        text: [
          'Formulas compute fields, modulators, masks, gates and automation. They use + − × / % ^, comparisons, and, or, not, and the functions and names below. Each line may name a number for the lines after it: r = sqrt(x^2 + z^2).',
          'Mistakes are marked at their character. A formula without a value at some particle counts as 0 there.',
        ],
      },
    ],
  },
];

/** All topics. */
export const topics: readonly Topic[] = topicChapters.flatMap((chapter) => chapter.topics);
