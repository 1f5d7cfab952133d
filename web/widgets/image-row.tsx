import { acceptOf, readable } from '../../formats/readable';
import type { ImageParameter } from '../../core/document/parameters';
import { loadAssets } from '../simulation/scene-assets';
import { changeScene, openedScene, useScene } from '../state/scene-store';
import { addImages, inOrder } from './add-images';
import { KeptRow } from './kept-row';
import { seriesItem, SeriesRows } from './series-rows';

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
  return (
    <>
      <KeptRow
        label={label}
        help={`${help} Several files of one size, chosen or dropped together, are a series that moves.`}
        noun="Image"
        items={images.map(seriesItem)}
        value={value}
        accept={acceptOf(readable.image)}
        onChange={onChange}
        onFile={(file) => importImages([file])}
        onFiles={importImages}
      />
      <SeriesRows sort="images" hash={value} />
    </>
  );
}
