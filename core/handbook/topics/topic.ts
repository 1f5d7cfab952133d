import type { Description } from '../../document/parameters';
import type { Written } from '../../scene/read';

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
  readonly groups?: readonly Written[];
  readonly colliders?: readonly Written[];
  readonly zones?: readonly Written[];
  readonly carriers?: readonly Written[];
  readonly time?: Written;
  readonly bounds?: Written;
  readonly sceneTransform?: Written;
  readonly dials?: readonly Written[];
  /** With any of these the example is seen through the shot camera, in the looks of its emitters. */
  readonly camera?: Written;
  readonly output?: Written;
  readonly light?: Written;
}

/** Topics under the headings of the contents. */
export interface TopicChapter {
  readonly title: string;
  readonly topics: readonly Topic[];
}

/** A paragraph that is written over several lines. */
export const prose = (lines: TemplateStringsArray): string => lines[0]!.replace(/\s+/g, ' ').trim();

/** The parameters of a description with these names. */
export const picked = (description: Description, names: readonly string[]): Description =>
  Object.fromEntries(names.map((name) => [name, description[name]!]));

/** The parameters of a description without those names. */
export const without = (description: Description, names: readonly string[]): Description =>
  Object.fromEntries(Object.entries(description).filter(([name]) => !names.includes(name)));

/** A small fountain. */
export const FOUNTAIN = {
  shape: { kind: 'disc', radius: 0.15 },
  transform: { position: [0, -1, 0] },
  emission: [{ kind: 'rate', rate: 220 }],
  birth: { life: 2, lifeVariance: 0.4, speed: 1.3, speedVariance: 0.2, spread: 14, drag: 0 },
};

/** A gentle gravity. */
export const FALLING = { id: 'fall', name: 'fall', settings: { kind: 'gravity' }, actsAs: 'acceleration', strength: 3 };

/** A wind to the side. */
export const BLOWN = {
  id: 'field',
  name: 'field',
  settings: { kind: 'wind', direction: [1, 0, 0] },
  actsAs: 'acceleration',
};

/** Lamps that rise slowly through the picture, near and far. */
export const LAMPS = {
  shape: { kind: 'box', width: 2.6, height: 1.6, depth: 4 },
  transform: { position: [0, -0.6, -0.5] },
  emission: [{ kind: 'rate', rate: 14 }],
  birth: { life: 4, speed: 0.3, speedVariance: 0.1, size: 0.11, sizeVariance: 0.05, drag: 0 },
  look: { kind: 'sprite', brightness: 1.5, colour: [{ at: 0, colour: '#ffcf7a' }] },
};

/** Pre-roll that fills the picture before its first frame. */
export const FILLED = { preRoll: 72 };

/** A vortex round the middle. */
export const SWIRL = { id: 'field', name: 'field', settings: { kind: 'vortex' }, actsAs: 'acceleration' };

/** A bell that is struck every four fifths of a second, by how loud it is. */
export const BELL = {
  hash: '0'.repeat(63) + '1',
  name: 'Bell',
  levels: Array.from({ length: 400 }, (_, i) => Math.round(255 * (1 - (i % 80) / 80) ** 3)),
};
