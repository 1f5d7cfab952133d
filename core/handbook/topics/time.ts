import * as own from '../../document/descriptions';
import { BELL, BLOWN, FOUNTAIN, prose, SWIRL, type TopicChapter } from './topic';

/** Topics about time and motion. */
export const timeTopics: TopicChapter = {
  title: 'Time and motion',
  topics: [
    {
      slug: 'time',
      title: 'Time and loops',
      text: [
        prose`The shot has a frame rate, a first and a last frame. Pre-roll simulates frames before it, so that the
          first frame is not empty.`,
        prose`A loop repeats the scene after a number of frames. The section lists everything that leaves a seam,
          with fixes. The time scale slows the scene down without changing the paths.`,
      ],
      settings: own.timeParameters,
      example: { emitter: FOUNTAIN, time: { scale: 0.4 } },
    },
    {
      slug: 'keyframes',
      title: 'Keyframes and curves',
      text: [
        prose`The line under a number adds a keyframe at the playhead. From then on a change of the number writes a
          keyframe there while auto-key is on; otherwise it shifts all of its keyframes.`,
        prose`The decks “keys” and “curves” show keyframes to be dragged, copied, scaled and deleted. “record” turns
          numbers that you drag during playback into keyframes.`,
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
        prose`A dial is a named number that controls many others, each with an amount of its own. Formulas can use
          it by its name. The deck “dials” shows all of them.`,
      ],
      settings: own.dialParameters,
      example: {
        emitter: FOUNTAIN,
        fields: [{ ...BLOWN, automations: { strength: { kind: 'dial', dial: 'swell', gain: 2 } } }],
        dials: [
          {
            id: 'swell',
            name: 'swell',
            automations: { value: { kind: 'wave', outputMin: -1, outputMax: 1, period: 2 } },
          },
        ],
      },
    },
    {
      slug: 'sounds',
      title: 'Sounds',
      text: [
        prose`A sound gives its loudness over time to automation. It is drawn on the ruler, and it is not part of
          the rendered clip. In the example each stroke of a bell
          strengthens the vortex.`,
      ],
      example: {
        emitter: FOUNTAIN,
        fields: [
          {
            ...SWIRL,
            automations: { strength: { kind: 'loudness', sound: BELL.hash, outputMin: 0, outputMax: 14 } },
          },
        ],
      },
    },
  ],
};
