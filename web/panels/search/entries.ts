import { renderParameters } from '../../../core/document/descriptions';
import { defaultsOf } from '../../../core/document/parameters';
import type { Scene } from '../../../core/document/scene';
import { holdsPath } from '../../../core/scene/shared-paths';
import { settingsOf, type Setting } from '../../../core/scene/settings';
import type { ThingType } from '../../state/scene-store';
import type { Selection } from '../../state/selection-store';
import { isOnScreen } from './on-screen';

/** Something that can be gone to: a thing of the scene, or one of its settings. */
export interface Entry {
  readonly key: string;
  readonly label: string;
  /** The thing or part of the scene it belongs to, or the sort of the thing. */
  readonly of: string;
  readonly help: string;
  /** What is selected to show it; undefined for what the Output screen shows. */
  readonly selection: Selection | undefined;
  /** The setting in the inspector; undefined for a thing as such. */
  readonly setting: Setting | undefined;
}

/** The lists of a scene with things that are selected by themselves. */
const LISTED: Readonly<Record<string, ThingType>> = {
  emitters: 'emitter',
  fields: 'field',
  groups: 'group',
  colliders: 'collider',
  carriers: 'carrier',
  zones: 'zone',
};

/** Parts that a scene has one of, by their names on the screen. */
const PARTS: Readonly<Record<string, string>> = {
  scene: 'Scene',
  time: 'Time',
  camera: 'Shot camera',
  output: 'Output',
  renders: 'Output',
  light: 'Light and fog',
  work: 'Working view',
  bounds: 'Scene box',
  sceneTransform: 'Scene transform',
  desk: 'Desk',
};

/** Numbers of a dial that its row shows without labels of their own. */
const isBare = ({ part, name }: Setting): boolean => part === 'dials' && name !== 'value';

function entryOf(setting: Setting): Entry {
  const { part, id, thing, name, label, help, nth } = setting;
  const type = LISTED[part];
  const selection: Selection = type ? { type, id } : { type: part === 'camera' ? 'camera' : 'scene' };
  return {
    key: `${part}/${id}/${name}/${label}/${nth}`,
    label: part === 'dials' ? `Dial ${thing}` : nth > 0 ? `${label}, ${nth + 1}` : label,
    of: thing === '' ? (PARTS[part] ?? '') : thing,
    help,
    selection: part === 'output' || part === 'renders' ? undefined : selection,
    setting,
  };
}

/** Everything in a scene that can be gone to. */
export function entriesOf(scene: Scene): Entry[] {
  const things = Object.entries(LISTED).flatMap(([list, type]) =>
    (scene[list as 'emitters'] as readonly { readonly id: string; readonly name: string }[]).map(({ id, name }) => ({
      key: `${list}/${id}`,
      label: name,
      of: type === 'carrier' && scene.carriers.some((c) => c.id === id && holdsPath(c)) ? 'path' : type,
      help: '',
      selection: { type, id } as const,
      setting: undefined,
    })),
  );
  // A scene that was never rendered has the usual way of rendering.
  const renders = scene.renders.length > 0 ? scene.renders : [defaultsOf(renderParameters)];
  return [
    ...things,
    ...settingsOf({ ...scene, renders })
      .filter((setting) => !isBare(setting) && isOnScreen(scene, setting))
      .map(entryOf),
  ];
}

/** How well an entry answers: its label as typed, then how the label begins, then words of it, then of its thing. */
function rank({ label, of, help }: Entry, words: readonly string[]): number {
  const [own, beside] = [label.toLowerCase(), `${label} ${of}`.toLowerCase()];
  const query = words.join(' ');
  if (own === query) return 0;
  if (own.startsWith(query)) return 1;
  if (words.every((word) => own.includes(word))) return 2;
  if (words.every((word) => beside.includes(word))) return 3;
  return words.every((word) => `${beside} ${help.toLowerCase()}`.includes(word)) ? 4 : Infinity;
}

/** The entries that have all words of a query, the best first; none for an empty query. */
export function answersTo(query: string, entries: readonly Entry[], most = 40): Entry[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  return entries
    .map((entry) => ({ entry, place: rank(entry, words) }))
    .filter(({ place }) => place < Infinity)
    .toSorted((a, b) => a.place - b.place)
    .slice(0, most)
    .map(({ entry }) => entry);
}
