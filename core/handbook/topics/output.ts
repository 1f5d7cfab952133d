import * as own from '../../document/descriptions';
import { picked, prose, without, type TopicChapter } from './topic';

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
    },
    {
      slug: 'depth-of-field',
      title: 'Depth of field',
      text: [
        prose`Blurs everything nearer or farther than the focus, as a lens of that aperture does. It takes several
          samples in a render.`,
      ],
      settings: picked(own.cameraParameters, DEPTH),
    },
    {
      slug: 'render',
      title: 'Render',
      text: [
        prose`A render draws frames of the shot into pictures or a clip. It waits in a queue, can be paused and
          resumed, and continues after a reload.`,
      ],
    },
    {
      slug: 'picture',
      title: 'Picture',
      text: ['The size and quality of the rendered pictures: samples for motion blur, exposure, tone curve and glow.'],
      settings: without(own.outputParameters, [...BACKDROP, ...GLOW, 'particleScale']),
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
