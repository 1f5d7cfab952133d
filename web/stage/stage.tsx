import { createContext, useContext } from 'react';
import type { Saver } from '../saving/saver';
import type { ViewRig } from '../view/view-rig';
import type { Session } from './session';
import type { Transport } from './transport';

/** What belongs to the scene that is open, besides its document. */
export interface Stage {
  readonly id: string;
  readonly session: Session;
  readonly transport: Transport;
  readonly saver: Saver;
  /** The view, while the Studio is open. */
  rig: ViewRig | undefined;
}

const StageContext = createContext<Stage | undefined>(undefined);

export const StageProvider = StageContext.Provider;

/** The open scene's stage. */
export function useStage(): Stage {
  const stage = useContext(StageContext);
  if (!stage) throw new Error('There is no stage here.');
  return stage;
}
