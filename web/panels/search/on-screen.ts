import { birthGroups } from '../../../core/document/descriptions';
import type { Emitter, Field, Scene } from '../../../core/document/scene';
import { actions } from '../../../core/kinds/actions';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { rules } from '../../../core/kinds/group-rules';
import { isSeenToTurn } from '../../../core/kinds/looks';
import type { Setting } from '../../../core/scene/settings';

/** Settings that strips have as buttons. */
const ON_STRIPS = ['mute', 'solo'];

function isShownOfEmitter(emitter: Emitter, path: string): boolean {
  if (path === 'rejectedBirths') return emitter.masks.length > 0;
  if (path.startsWith('birth.') && path.slice(6) in birthGroups.turning.parameters) return isSeenToTurn(emitter);
  const { fromParticles } = shapes.get(emitter.shape.kind);
  return !fromParticles || !/^(transform|body|emission)\./.test(path);
}

function isShownOfField(scene: Scene, field: Field, path: string): boolean {
  if (path === 'targetSpeed') return actions.get(field.actsAs).paced === true;
  if (path === 'seed') return fieldKinds.get(field.settings.kind).seeded === true;
  if (path === 'group') return scene.groups.length > 0;
  if (path === 'mix') return rules.get(scene.groups.find(({ id }) => id === field.group)?.rule ?? 'sum').mixes === true;
  return true;
}

/** Whether the inspector shows a setting: those that nothing depends on in this scene are left out there. */
export function isOnScreen(scene: Scene, { part, id, path, nth }: Setting): boolean {
  // The Output screen shows one way of rendering at a time.
  if (part === 'renders' && (nth > 0 || path === 'wholeShot')) return false;
  if (ON_STRIPS.includes(path) || part === 'meshes') return false;
  // A carrier can’t be attached to itself.
  if (path === 'transform.carrier' && scene.carriers.every((carrier) => carrier.id === id)) return false;
  if (path === 'transform.follows' && part === 'sceneTransform') return false;
  const weighted = [...scene.fields, ...scene.groups, ...scene.zones].find((one) => one.id === id);
  if (path.startsWith('curve.') && weighted) return falloffShapes.get(weighted.falloff.kind).bounded;
  const emitter = part === 'emitters' && scene.emitters.find((one) => one.id === id);
  if (emitter) return isShownOfEmitter(emitter, path);
  const field = part === 'fields' && scene.fields.find((one) => one.id === id);
  return field ? isShownOfField(scene, field, path) : true;
}
