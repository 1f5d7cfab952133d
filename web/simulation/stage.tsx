import { createContext, useContext } from 'react';
import type { Scene } from '../../core/document/scene';
import type { Saver } from '../state/saving/saver';
import type { Session } from './session';
import type { Transport } from './transport';

/** The view of the open scene, as others use it. */
export interface SceneView {
  /** The free view as a shot camera. */
  asShot(): Pick<Scene['camera'], 'position' | 'target'> & ({ readonly angle: number } | { readonly height: number });
  /** Looks as the shot camera does at a frame. */
  lookThroughShot(scene: Scene, frame: number): void;
  /** The view as a small JPEG, as a data address; undefined where the browser can’t draw it. */
  smallPicture(width: number, height: number): string | undefined;
}

/** What belongs to the scene that is open, besides its document. */
export interface Stage {
  readonly id: string;
  readonly session: Session;
  readonly transport: Transport;
  readonly saver: Saver;
  /** The view, while the Studio is open. */
  rig: SceneView | undefined;
}

const StageContext = createContext<Stage | undefined>(undefined);

export const StageProvider = StageContext.Provider;

/** The open scene's stage. */
export function useStage(): Stage {
  const stage = useContext(StageContext);
  if (!stage) throw new Error('There is no stage here.');
  return stage;
}
