import * as own from '../../document/descriptions';
import { FILLED, LAMPS, picked, prose, SWIRL, without, type TopicChapter } from './topic';

const DEPTH = ['depth', 'aperture', 'sharp', 'focus'];
const GLOW = ['exposure', 'tone', 'whitePoint', 'glow', 'glowThreshold', 'glowRadius'];
const BACKDROP = ['backdrop', 'background', 'topColour', 'backdropImage', 'sequenceStart', 'outsideSequence'];

/** Topics about camera and output. */
export const outputTopics: TopicChapter = {
  title: 'Camera and output',
  topics: [
    {
      slug: 'camera',
      title: 'Shot camera',
      text: [
        prose`The camera that renders look through. The view of the Studio is free from it: “Make this view the
          shot” takes over the view, “Look through it” shows the shot.`,
      ],
      settings: without(own.cameraParameters, DEPTH),
      example: {
        emitter: LAMPS,
        time: FILLED,
        camera: {
          keys: {
            position: [
              { frame: 0, value: [-2.2, 0.4, 4.4], ease: 'smooth' },
              { frame: 48, value: [2.2, 1.2, 4.4], ease: 'smooth' },
              { frame: 95, value: [-2.2, 0.4, 4.4], ease: 'smooth' },
            ],
          },
        },
      },
    },
    {
      slug: 'depth-of-field',
      title: 'Depth of field',
      text: [
        prose`Blurs everything nearer or farther than the focus, as a lens of that aperture does. It takes several
          samples in a render.`,
      ],
      settings: picked(own.cameraParameters, DEPTH),
      example: {
        emitter: LAMPS,
        time: FILLED,
        camera: {
          depth: true,
          aperture: 0.2,
          sharp: 'distance',
          keys: {
            focus: [
              { frame: 0, value: 3, ease: 'smooth' },
              { frame: 48, value: 6.5, ease: 'smooth' },
              { frame: 95, value: 3, ease: 'smooth' },
            ],
          },
        },
        output: { samples: 24 },
      },
    },
    {
      slug: 'render',
      title: 'Render',
      text: [
        prose`A render draws frames of the shot into pictures or a clip. It waits in a queue, can be paused and
          resumed, and continues after a reload.`,
        prose`The scene keeps how it is rendered. It can be rendered in several ways at once, such as a clip and
          pictures, or two sizes; a way can be kept as a preset for other scenes.`,
      ],
      settings: own.renderParameters,
    },
    {
      slug: 'picture',
      title: 'Picture',
      text: ['The size and quality of the rendered pictures: samples for motion blur, exposure, tone curve and glow.'],
      settings: without(own.outputParameters, [...BACKDROP, ...GLOW, 'particleScale']),
      example: {
        emitter: LAMPS,
        fields: [{ ...SWIRL, strength: 4 }],
        time: FILLED,
        output: { samples: 12, shutter: 300 },
      },
    },
    {
      slug: 'glow',
      title: 'Exposure and glow',
      text: ['Exposure brightens the picture in stops. Areas brighter than the threshold glow around themselves.'],
      settings: picked(own.outputParameters, GLOW),
      example: {
        emitter: LAMPS,
        time: FILLED,
        output: { glow: 1.5, glowThreshold: 0.5, glowRadius: 4, exposure: 0.5 },
      },
    },
    {
      slug: 'bake',
      title: 'Bake',
      text: [
        prose`A bake simulates all particles once on the server and keeps the frames on disk. The Studio and renders
          can then play it without simulating.`,
      ],
    },
    {
      slug: 'particle-files',
      title: 'Particle files',
      text: [
        prose`Particles can be saved for other programs as CSV, PLY, glTF or USD, frame by frame or as one file.
          Positions are in metres of the scene, before the scene transform.`,
      ],
    },
  ],
};
