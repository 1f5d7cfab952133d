import { fields as fieldKinds } from '../fields';
import type { Scene } from './document';

/** Whether some field reads the particles of an emitter, so that the particles of a run can't be dealt out. */
export function couples({ fields }: Pick<Scene, 'fields'>): boolean {
  return fields.some(({ settings }) => fieldKinds.get(settings.kind).reads?.(settings));
}
