import { exampleOf } from '../../../core/handbook/example';
import { PlayedPicture } from '../handbook/played-picture';

const sceneOf = (kind: string) => exampleOf('field', kind);

/** A small picture of a kind of field at work, by the simulation itself; it plays while `live`. */
export const KindPicture = ({ kind, live }: { kind: string; live: boolean }) => (
  <PlayedPicture name={kind} sceneOf={sceneOf} live={live} />
);
