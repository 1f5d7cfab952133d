import { fields as fieldKinds } from '../kinds/fields';
import type { Field, Scene } from '../document/scene';

/** Whether a field reads particles. */
export function readsParticles({ settings }: Pick<Field, 'settings'>): boolean {
  const kind = fieldKinds.get(settings.kind);
  return kind.particles?.readsNeighbours === true || Boolean(kind.particles?.reads?.(settings));
}

/** Whether some field reads particles, so that the particles of a run can't be dealt out. */
export function couples({ fields }: Pick<Scene, 'fields'>): boolean {
  return fields.some(readsParticles);
}
