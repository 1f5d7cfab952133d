import { acceptOf, readable } from '../../formats/readable';
import type { ImageParameter } from '../../core/document/parameters';
import { useScene } from '../state/scene-store';
import { addImages } from './add-images';
import { keepInScene, inOrder } from '../simulation/keep-series';
import { KeptRow } from './kept-row';
import { seriesItem, SeriesRows } from './series-rows';

const importImages = async (
  files: readonly File[],
  tell?: (done: number) => void,
  signal?: AbortSignal,
): Promise<string> => keepInScene('images', await addImages(inOrder(files), tell, signal));

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
