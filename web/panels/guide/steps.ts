import equal from 'fast-deep-equal';
import type { Field, Scene } from '../../../core/document/scene';

/** Something to do at the real controls. */
interface GuideStep {
  /** A sentence that says what to do; it names the control as the screen does. */
  readonly text: string;
  /** Selectors of the controls that it is about: the first that is there is pointed at. */
  readonly at: readonly string[];
  /** The screen it happens on. */
  readonly screen: 'studio' | 'output';
  /** Whether it is done, from the scene now and as it was when the step began. */
  done?(now: Scene, before: Scene): boolean;
}

const fieldOf = ({ fields }: Scene, kind: string): Field | undefined =>
  fields.find(({ settings }) => settings.kind === kind);

/** Whether some part of the field of a kind is another than it was. */
const changed =
  (kind: string, part: (field: Field) => unknown) =>
  (now: Scene, before: Scene): boolean => {
    const [a, b] = [fieldOf(now, kind), fieldOf(before, kind)];
    return a !== undefined && b !== undefined && !equal(part(a), part(b));
  };

const NEAR_VORTEX = '[aria-label^="Vortex, "]';

/** The first effect, from an emitter to a clip. */
export const GUIDE: readonly GuideStep[] = [
  {
    text: 'The palette shows every kind of field at work. Choose vortex.',
    at: ['[role=option][data-kind=vortex]', '#add-field'],
    screen: 'studio',
    done: (now) => fieldOf(now, 'vortex') !== undefined,
  },
  {
    text: 'Drag the fader of Vortex up until the particles circle.',
    at: ['[aria-label="Strength of Vortex"]'],
    screen: 'studio',
    done: changed('vortex', ({ strength }) => strength),
  },
  {
    text: 'Drag inward pull to the right, so that the column holds together.',
    at: ['[aria-label="Inward pull of Vortex"]'],
    screen: 'studio',
    done: changed('vortex', ({ settings }) => settings['inwardPull']),
  },
  {
    text: 'Drag the full dot on the curve: beyond this outer radius the field is zero.',
    at: ['[aria-label^="Outer radius of Vortex"]', NEAR_VORTEX],
    screen: 'studio',
    done: changed('vortex', ({ falloff }) => falloff['outer']),
  },
  {
    text: 'Add turbulence, to break up the regular motion: click add a field, or press +.',
    at: ['[role=option][data-kind=turbulence]', '#add-field'],
    screen: 'studio',
    done: (now) => fieldOf(now, 'turbulence') !== undefined,
  },
  {
    text: 'Click Emitter in the list, and set its Lifetime to 5 s on the right.',
    at: [
      '[aria-label="Inspector"] [data-setting="life"]',
      '[aria-label="Things of the scene"] button[aria-label="Emitter"]',
    ],
    screen: 'studio',
    done: (now, before) => now.emitters[0]?.birth.life !== before.emitters[0]?.birth.life,
  },
  {
    text: 'Drag the picture to look from another side. Then open view, and choose Make this view the shot.',
    at: ['[role=application] .text-button', '[role=application]'],
    screen: 'studio',
    done: (now, before) => !equal(now.camera, before.camera),
  },
  {
    text: 'Open Output. There, Render makes an MP4 of the whole shot, and Save hands it to you.',
    at: ['[aria-label="Render settings"] .lamp-button', 'nav a[href$="/output"]'],
    screen: 'output',
  },
];
