import { acceptOf, readable } from '../../formats/readable';
import { imageParameters } from '../../core/document/descriptions';
import type { ImageParameter } from '../../core/document/parameters';
import { loadAssets } from '../simulation/scene-assets';
import { changeScene, editScene, openedScene, useScene } from '../state/scene-store';
import { addImages, inOrder } from './add-images';
import { KeptRow } from './kept-row';
import { ParameterRows } from './parameter-rows';

async function importImages(
  files: readonly File[],
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<string> {
  const image = await addImages(inOrder(files), tell, signal);
  const known = openedScene().images.find((i) => i.hash === image.hash);
  // One that was still so far goes on as a series, and the other way round.
  if (!known) changeScene((scene) => ({ ...scene, images: [...scene.images, image] }));
  else if (known.series.join() !== image.series.join())
    changeScene((scene) => ({ ...scene, images: scene.images.map((i) => (i === known ? image : i)) }));
  await loadAssets(openedScene());
  return image.hash;
}

/** An image of the scene, or a series of them: several files are one. */
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
  const at = images.findIndex(({ hash }) => hash === value);
  const chosen = images[at];
  return (
    <>
      <KeptRow
        label={label}
        help={`${help} Several files of one size, chosen or dropped together, are a series that moves.`}
        noun="Image"
        items={images.map(({ hash, name, series }) => ({
          hash,
          name: series.length > 0 ? `${name}, ${series.length + 1} pictures` : name,
        }))}
        value={value}
        accept={acceptOf(readable.image)}
        onChange={onChange}
        onFile={(file) => importImages([file])}
        onFiles={importImages}
      />
      {chosen && chosen.series.length > 0 && (
        <ParameterRows
          description={imageParameters}
          values={chosen}
          onChange={(name, to) => editScene((scene) => void Object.assign(scene.images[at]!, { [name]: to }))}
        />
      )}
    </>
  );
}
