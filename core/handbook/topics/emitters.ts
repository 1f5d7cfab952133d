import * as own from '../../document/descriptions';
import { FOUNTAIN, picked, prose, without, type TopicChapter } from './topic';

const { birthGroups } = own;

/** Topics about emitters. */
export const emittersTopics: TopicChapter = {
  title: 'Emitters',
  topics: [
    {
      slug: 'emitter',
      title: 'Emitter',
      text: [
        prose`An emitter makes particles. It has a shape, a number of births, values at birth, a body, one or more
          looks and a position.`,
        prose`Shift- or Ctrl-click several emitters in the list on the left to edit them together: a value that you
          change is set in all of them.`,
      ],
      settings: without(own.emitterParameters, ['rejectedBirths']),
      example: { emitter: FOUNTAIN },
    },
    {
      slug: 'emission',
      title: 'Emission',
      text: [
        prose`Births come at a steady rate or in bursts, and an emitter can have several emissions at once. A gate
          limits them to some frames.`,
        prose`The number of particles alive is about the rate times the lifetime. The section shows the present
          number and the highest one of the shot.`,
      ],
      example: {
        emitter: {
          ...FOUNTAIN,
          emission: [
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
        prose`A mask rejects births in some places of the shape: by height, slope, hollows, noise, a picture, vertex
          colours or a formula. Several masks multiply.`,
        prose`A rejected birth either tries another place, which keeps the number of births, or is dropped, which
          leaves fewer.`,
      ],
      settings: picked(own.emitterParameters, ['rejectedBirths']),
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
        prose`The velocity of a particle at its birth: a direction with a cone about it, a speed, and a part of the
          emitter’s own motion.`,
      ],
      settings: birthGroups.launch.parameters,
      example: { emitter: { ...FOUNTAIN, birth: { ...FOUNTAIN.birth, spread: 60, speed: 1 } } },
    },
    {
      slug: 'substance',
      title: 'Size, mass and drag',
      text: [
        prose`Size is the diameter that a particle is drawn with. Mass decides how far a force accelerates it. Drag
          slows it, and gives flows their grip on it.`,
      ],
      settings: birthGroups.substance.parameters,
      example: { emitter: { ...FOUNTAIN, birth: { ...FOUNTAIN.birth, drag: 1.5 } } },
    },
    {
      slug: 'turning',
      title: 'Orientation and spin',
      text: [
        prose`Images, flakes and small meshes are turned at birth and can spin. Rolling spin follows the path of the
          particle.`,
      ],
      settings: birthGroups.turning.parameters,
      example: { emitter: FOUNTAIN },
    },
    {
      slug: 'looks',
      title: 'Looks',
      text: [
        prose`A look draws the particles: as soft sprites, points, images, small meshes, trails, or lines between
          near particles. An emitter can have several looks; later ones lie on top.`,
        'Colour, opacity and size can follow age, speed, distance to the camera, a field or a random number.',
      ],
      example: { emitter: FOUNTAIN },
    },
  ],
};
