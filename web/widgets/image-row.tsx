import { acceptOf, readable } from '../../formats/readable';
import type { ImageParameter } from '../../core/document/parameters';
import { api } from '../state/api';
import { loadAssets } from '../simulation/scene-assets';
import { editScene, openedScene, useScene } from '../state/scene-store';
import { KeptRow } from './kept-row';

async function importImage(file: File): Promise<string> {
  const image = await api.addImage(file);
  if (!openedScene().images.some((i) => i.hash === image.hash)) editScene((scene) => void scene.images.push(image));
  await loadAssets(openedScene());
  return image.hash;
}

/** An image of the scene. */
export function ImageRow({
  parameter,
  value,
  onChange,
}: {
  parameter: ImageParameter;
  value: string;
  onChange: (value: string) => void;
}) {
  const { images } = useScene();
  const { label, help } = parameter;
  return (
    <KeptRow
      label={label}
      help={help}
      noun="Image"
      items={images}
      value={value}
      accept={acceptOf(readable.image)}
      onChange={onChange}
      onFile={importImage}
    />
  );
}
