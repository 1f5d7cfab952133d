import type { Values } from '../../../core/document/parameters';
import { withPathShared } from '../../../core/scene/on-path';
import { isOnPath, type OnPath } from '../../../core/scene/shared-paths';
import { changeScene, openedScene } from '../../state/scene-store';
import { select } from '../../state/selection-store';

/** Makes the path of a part of a thing a path of the scene, and selects that. */
function share(sort: keyof OnPath, id: string, part: string): void {
  if (changeScene((scene) => withPathShared(scene, sort, id, part).scene))
    select({ type: 'carrier', id: openedScene().carriers.at(-1)!.id });
}

/** Under a path: the way to the path of the scene that it is, or the button that makes it one. */
export function PathActions({
  sort,
  id,
  part,
  values,
}: {
  sort: keyof OnPath;
  id: string;
  /** The part of the thing that is on the path. */
  part: string;
  /** The values of that part. */
  values: Values;
}) {
  const { form, sharedPath } = values;
  if (!isOnPath(values) || form === 'falloff') return null;
  if (form !== 'shared')
    return (
      <button
        className="line-button my-1.5"
        title="Other things can be on the same path then, and follow it when it is changed"
        onClick={() => share(sort, id, part)}
      >
        Make it a path of the scene
      </button>
    );
  if (sharedPath === '') return null;
  return (
    <button className="line-button my-1.5" onClick={() => select({ type: 'carrier', id: String(sharedPath) })}>
      Edit the path
    </button>
  );
}
