import * as own from '../../document/descriptions';
import { curveCommon } from '../../kinds/curves/curve';
import { BLOWN, FOUNTAIN, prose, SWIRL, without, type TopicChapter } from './topic';

const { limitedRange, activeFrom, activeUntil, furtherRanges, easeIn, easeOut } = own.fieldParameters;

/** Topics about fields and the desk. */
export const fieldsTopics: TopicChapter = {
  title: 'Fields and the desk',
  topics: [
    {
      slug: 'desk',
      title: 'The desk',
      text: [
        prose`The desk is the row of strips under the view, one strip for each field, in the order in which the
          fields act. A strip has a fader for the strength, a meter of the strength that arrives at the
          particles on this frame (RMS and peak), the falloff, the sends, mute and solo.`,
        prose`An empty desk is the palette: every kind of field at work, in families. “add a field” or the + key opens it
          over the strips; letters narrow it, and Enter adds the kind that is marked.`,
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
        prose`A falloff has a shape, an inner radius and an outer radius, and a curve between them. Inside the inner
          radius the field has full strength; beyond the outer radius it is zero. Without a falloff it acts
          everywhere.`,
        '“Fit to the particles” puts it in the middle of the particles of the whole shot, as large as they spread.',
      ],
      settings: curveCommon,
      example: {
        fields: [{ ...BLOWN, strength: 1, falloff: { kind: 'ball', inner: 0.3, outer: 1 } }],
      },
    },
    {
      slug: 'modulators',
      title: 'Modulators',
      text: [
        prose`A modulator changes the strength of a field from place to place or from particle to particle. Several
          modulators multiply.`,
      ],
      example: { fields: [{ ...BLOWN, strength: 1, modulators: [{ kind: 'noise' }] }] },
    },
    {
      slug: 'sends',
      title: 'Sends',
      text: [
        prose`A send is the part of a field that an emitter receives: 0 % is none, 100 % all, 200 % twice as much.
          The matrix of sends, a button above the strips, shows all fields against all emitters.`,
      ],
      example: { fields: [{ ...BLOWN, strength: 1, sends: { cloud: 0.5 } }] },
    },
    {
      slug: 'active-range',
      title: 'Active range',
      text: [
        prose`An active range limits a field to some frames, with easing at both ends. The bars in the deck of
          keyframes show it and can be dragged.`,
      ],
      settings: { limitedRange, activeFrom, activeUntil, furtherRanges, easeIn, easeOut },
      example: {
        fields: [
          { ...BLOWN, strength: 2, limitedRange: true, activeFrom: 24, activeUntil: 60, easeIn: 12, easeOut: 12 },
        ],
      },
    },
    {
      slug: 'groups',
      title: 'Groups',
      text: [
        prose`A group combines its members by a rule: sum, average, strongest, layered, or product for masks. It has
          a fader, a falloff, modulators and sends of its own. All members act in the same way.`,
        'Select strips with Shift and press G to group them; drag a strip into or out of a group.',
      ],
      settings: without(own.groupParameters, ['group', 'folded']),
      example: { fields: [{ ...BLOWN, strength: 0.6 }] },
    },
    {
      slug: 'states',
      title: 'Two states of the desk',
      text: [
        prose`“Store A · switch to B” keeps the desk as state A and continues with state B. B switches between them,
          and “adopt” keeps the one that is on. The example changes from a weak swirl to a strong one and back.`,
      ],
      example: {
        emitter: FOUNTAIN,
        fields: [
          {
            ...SWIRL,
            keys: {
              strength: [
                { frame: 0, value: 1, ease: 'step' },
                { frame: 32, value: 7, ease: 'step' },
                { frame: 64, value: 1, ease: 'step' },
              ],
            },
          },
        ],
      },
    },
  ],
};
