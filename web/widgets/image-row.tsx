import { acceptOf, readable } from '../../formats/readable';
import type { ImageParameter } from '../../core/document/parameters';
import { useScene } from '../state/scene-store';
import { isClip } from '../simulation/clip-frames';
import { addClip, addImages } from './add-images';
import { keepInScene, inOrder } from '../simulation/keep-series';
import { KeptRow } from './kept-row';
import { seriesItem, SeriesRows } from './series-rows';

const importImages = async (
  files: readonly File[],
  tell?: (done: number, total?: number) => void,
  signal?: AbortSignal,
): Promise<string> => {
  const clip = files.find(isClip);
  if (clip && files.length > 1) throw new Error(`“${clip.name}” is a clip. Choose one clip alone, or images only.`);
  return keepInScene(
    'images',
    clip ? await addClip(clip, tell, signal) : await addImages(inOrder(files), tell, signal),
  );
};

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
        help={`${help} Several files of one size, chosen or dropped together, are a series that moves; so is a clip.`}
        noun="Image"
        items={images.map(seriesItem)}
        value={value}
        accept={`${acceptOf(readable.image)},${acceptOf(readable.clip)}`}
        onChange={onChange}
        onFile={(file) => importImages([file])}
        onFiles={importImages}
        takesTime={isClip}
      />
      <SeriesRows sort="images" hash={value} />
    </>
  );
}
