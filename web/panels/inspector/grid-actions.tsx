import { pageBackend } from '../../simulation/page-backend';
import { useState } from 'react';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { boxAroundColliders, boxOfGroup, joined } from '../../../core/measure/fit';
import { mapVector } from '../../../core/lib/math/vector';
import type { Field } from '../../../core/document/scene';
import { resourcesOf } from '../../../core/scene/resources';
import { fieldSource } from '../../../core/sim/stack/compile';
import { isLedAround } from '../../../core/scene/around-colliders';
import { fileStem, saveFile } from '../../widgets/save-file';
import { usePlayer } from '../../state/player-store';
import { useAssets } from '../../simulation/scene-assets';
import { editField, editGroup, openedScene, useScene } from '../../state/scene-store';

/** Two digits after the point are a centimetre. */
const rounded = (n: number) => Math.round(n * 100) / 100;

/**
 * What is told of a field with a grid, and what is done with it: fitted to its source, and saved for others to read.
 */
export function GridActions({ field }: { field: Field }) {
  const scene = useScene();
  const { assets } = useAssets();
  const [refused, setRefused] = useState<string>();
  const kind = fieldKinds.get(field.settings.kind);
  if (!kind.grid) return null;
  const around = field.settings['from'] === 'group' && field.settings['around'] === true;
  const source = () => fieldSource(openedScene(), field, assets, { backend: pageBackend });

  function fit(): void {
    const particles = joined(usePlayer.getState().meters.bounds);
    const bounds =
      (around ? boxAroundColliders(openedScene(), assets) : undefined) ??
      boxOfGroup(openedScene(), String(field.settings['group']), particles);
    const box = kind.grid?.fitSource(source(), bounds);
    setRefused(
      box
        ? undefined
        : 'There is nothing to fit it to: its source is empty, or has no falloff while no particles are alive.',
    );
    if (!box) return;
    editField(field.id, (f) => {
      f.transform = { ...f.transform, position: [...mapVector(box.centre, rounded)], rotation: [0, 0, 0], scale: 1 };
      const [width, height, depth] = box.sides.map((s) => Math.max(0.01, rounded(s)));
      Object.assign(f.settings, { width, height, depth });
    });
  }

  async function save(): Promise<void> {
    const grid = kind.grid?.of(source());
    setRefused(grid ? undefined : 'There is no grid to save: it has no source yet.');
    if (!grid) return;
    const { writeVti } = await import('../../../formats/vti');
    saveFile(writeVti(grid), `${fileStem(field.name)}.vti`, 'application/xml');
  }

  const group =
    field.settings['from'] === 'group' ? scene.groups.find((g) => g.id === field.settings['group']) : undefined;
  const description = kind.grid?.description(field.settings, resourcesOf(scene, assets));
  return (
    <div className="py-1.5">
      {description && <p className="num text-xs text-faint">{description}</p>}
      {around && !scene.colliders.some(isLedAround) && (
        <p className="text-xs text-second">The scene has no collider to lead it around.</p>
      )}
      <div className="flex gap-2 py-1">
        <button className="line-button" onClick={fit}>
          {around ? 'Fit to the colliders' : 'Fit to its source'}
        </button>
        <button className="line-button" title="VTK image data" onClick={() => void save()}>
          Save as .vti
        </button>
      </div>
      {group && !group.mute && (
        <p className="flex items-baseline justify-between text-xs text-second">
          “{group.name}” also acts on particles directly.
          <button className="text-button" onClick={() => editGroup(group.id, (g) => void (g.mute = true))}>
            Mute it
          </button>
        </p>
      )}
      {refused && (
        <p role="alert" className="text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
