import { counted } from '../../../core/lib/counted';
import { renderParameters } from '../../../core/document/descriptions';
import { defaultsOf } from '../../../core/document/parameters';
import { MOST, type RenderSetUp, type Scene } from '../../../core/document/scene';
import { formatOf, renderFormats } from '../../../formats/render-formats';
import { fitting, framesOf, type RenderSettings } from '../../../formats/render-settings';
import { changeScene, openedScene } from '../../state/scene-store';
import { fileStem } from '../../widgets/save-file';

/** A render as it is where nothing was set: an MP4 of the whole shot. */
const USUAL = defaultsOf(renderParameters);

const isKnown = (format: string): boolean => renderFormats.some(({ name }) => name === format);

/** The ways in which a scene is rendered; at least one. */
export const setUpsOf = ({ renders }: Pick<Scene, 'renders'>): readonly RenderSetUp[] =>
  renders.length > 0 ? renders : [USUAL];

/** The settings of a render of a scene as it is now: its frames lie in the shot, and its format is one there is. */
export function settingsOf(setUp: RenderSetUp, scene: Scene): RenderSettings {
  const { first, last } = scene.time;
  const inShot = (frame: number) => Math.min(last, Math.max(first, frame));
  const from = setUp.wholeShot ? first : inShot(setUp.from);
  return fitting({
    format: isKnown(setUp.format) ? setUp.format : USUAL.format,
    bits: setUp.bits,
    alpha: setUp.alpha,
    from,
    through: setUp.wholeShot ? last : Math.max(from, inShot(setUp.through)),
    every: setUp.every,
    layers: setUp.layers,
    split: setUp.split,
    pattern: setUp.pattern || `${fileStem(scene.name)}_####`,
    bake: '',
  });
}

/** The size of a render in pixels: its own, or that of the scene’s picture. */
export function sizeOf({ width, height }: RenderSetUp, { output }: Scene): { width: number; height: number } {
  return width > 0 && height > 0 ? { width, height } : { width: output.width, height: output.height };
}

/** The scene with the size that a render of it has. */
export const sceneFor = (setUp: RenderSetUp, scene: Scene): Scene => ({
  ...scene,
  output: { ...scene.output, ...sizeOf(setUp, scene) },
});

/** A render in a few words: its format, size and number of frames. */
export function summaryOf(setUp: RenderSetUp, scene: Scene): string {
  const settings = settingsOf(setUp, scene);
  const { width, height } = sizeOf(setUp, scene);
  const frames = framesOf(settings).length;
  return `${formatOf(settings.format).label}, ${width} × ${height}, ${counted(frames, 'frame')}`;
}

/** Changes one way of rendering the open scene, in one step of undo. */
export function editSetUp(index: number, by: Partial<RenderSetUp>): void {
  changeScene((scene) => ({
    ...scene,
    renders: setUpsOf(scene).map((setUp, i) => (i === index ? { ...setUp, ...by } : setUp)),
  }));
}

/** Sets the frames of a render; those of the whole shot follow the shot. */
export function setSpan(index: number, from: number, through: number): void {
  const { first, last } = openedScene().time;
  editSetUp(index, { from, through, wholeShot: from === first && through === last });
}

/** Adds a way of rendering, and gives its place among them; undefined where a scene takes no more. */
export function addSetUp(setUp: RenderSetUp): number | undefined {
  const all = setUpsOf(openedScene());
  if (all.length >= MOST.renders) return undefined;
  changeScene((scene) => ({ ...scene, renders: [...setUpsOf(scene), setUp] }));
  return all.length;
}

/** Takes a way of rendering away; one is always left. */
export function removeSetUp(index: number): void {
  changeScene((scene) => ({ ...scene, renders: setUpsOf(scene).filter((_, i) => i !== index) }));
}
