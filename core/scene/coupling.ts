import { fields as fieldKinds } from '../fields';
import type { Scene } from './document';

/** Whether some field reads particles, so that the particles of a run can't be dealt out. */
export function couples({ fields }: Pick<Scene, 'fields'>): boolean {
  return fields.some(({ settings }) => {
    const kind = fieldKinds.get(settings.kind);
    return kind.swarms === true || Boolean(kind.reads?.(settings));
  });
}
