import type { Frame } from '../../engine/frame';
import type { Screen } from '../simulation/screen';
import { dropOpening, usePlayer } from '../state/player-store';
import { runningScene } from '../state/running-scene';
import type { ViewRig } from './camera/view-rig';

/**
 * Hands frames to the view, and takes the opening away as soon as the view draws something better: the scene itself, a
 * draft where the opening has ended, or anything else where a person has moved the view.
 */
export class OpeningCover {
  private handed: Frame | undefined;

  constructor(
    private readonly view: ViewRig,
    private readonly screen: Screen,
  ) {}

  /** Takes a frame that is to be seen. The first one is drawn in any case, so that the graphics get ready. */
  show(frame: Frame): void {
    if (this.handed && this.isCovered(frame)) return;
    this.handed = frame;
    this.view.drawing.setFrame(frame, (at) => this.screen.at(at));
  }

  /** The view has drawn. */
  drawn(): void {
    const { frame } = this.screen;
    if (!usePlayer.getState().opening || (this.view.through && (!frame || this.isCovered(frame)))) return;
    dropOpening();
    if (frame && frame !== this.handed) this.show(frame);
  }

  /** Whether the opening shows more of a frame than the frame itself, which has only a part of the particles. */
  private isCovered({ frame, draftFraction }: Frame): boolean {
    const { opening } = usePlayer.getState();
    const isReduced = draftFraction < runningScene().draftFraction;
    return this.view.through && isReduced && opening?.shows(frame) === true;
  }
}
