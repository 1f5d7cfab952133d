import { create } from 'zustand';
import { vectorsIn } from '../../core/document/check-values';
import { scenePathParameters } from '../../core/kinds/shared/path-parameters';
import { changePath } from './path-edit';
import { openedScene } from './scene-store';

/** The path that is drawn by clicks in the view; undefined for none. */
export const usePathDrawing = create<{ readonly id: string | undefined }>(() => ({ id: undefined }));

/** Ends drawing. */
export const endDrawing = (): void => usePathDrawing.setState({ id: undefined });

const usual = JSON.stringify(scenePathParameters.points.default);

/** Begins to draw a path by clicks in the view: anew where it has the points it was made with, otherwise from its end on. */
export function beginDrawing(id: string): void {
  const path = openedScene().carriers.find((c) => c.id === id)?.path;
  if (!path) return;
  const anew = JSON.stringify(vectorsIn(path['points'])) === usual;
  changePath(id, (before) => ({ ...before, closed: false, ...(anew && { points: [] }) }));
  usePathDrawing.setState({ id });
}
