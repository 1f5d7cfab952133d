import type { PathValues } from '../../core/document/scene';
import { setIfKeyed } from './movement';
import { changeScene } from './scene-store';

/** Changes the path that a carrier holds. */
export function changePath(id: string, change: (path: PathValues) => PathValues): boolean {
  return changeScene((scene) => ({
    ...scene,
    carriers: scene.carriers.map((c) => (c.id === id ? { ...c, path: change(c.path) } : c)),
  }));
}

/** Sets a value of the path that a carrier holds: at the playhead as a key where it is keyed, otherwise plainly. */
export function setPath(id: string, parameter: string, value: unknown): void {
  if (setIfKeyed({ sort: 'carriers', id }, `path.${parameter}`, value)) return;
  changePath(id, (path) => ({ ...path, [parameter]: value }));
}
