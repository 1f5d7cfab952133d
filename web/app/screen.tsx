import { Component } from 'react';
import { redo, undo, useSceneStore } from '../state/scene-store';

/** The code of a screen did not come. */
class NotLoaded extends Error {}

/** Refuses a screen that could not be loaded. */
export const notLoaded = (cause: unknown): never => {
  throw new NotLoaded('The server did not give the code of this screen.', { cause });
};

interface State {
  readonly error: Error | undefined;
}

/**
 * A screen of a scene. Where it breaks, the scene, its saving and the bar above stay as they are: it says what
 * happened, and offers to take back the last step, which most likely broke it; or to load the page anew, where the
 * screen could not be loaded: a browser does not ask for the same code twice.
 */
export class Screen extends Component<{ children: React.ReactNode }, State> {
  override state: State = { error: undefined };

  static getDerivedStateFromError(error: unknown): State {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  private readonly again = (act?: () => void) => () => {
    act?.();
    this.setState({ error: undefined });
  };

  override render(): React.ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    const missing = error instanceof NotLoaded;
    const { pastStates, futureStates } = useSceneStore.temporal.getState();
    return (
      <main role="alert" className="grid min-h-0 flex-1 place-content-center gap-3 text-center">
        <h1 className="text-lg">{missing ? 'This screen could not be loaded.' : 'This screen stopped working.'}</h1>
        <p className="num max-w-xl text-second">{error.message}</p>
        <p className="text-second">Your work is kept, with everything you can undo.</p>
        <div className="flex justify-center gap-2">
          {!missing && pastStates.length > 0 && (
            <button className="lamp-button" onClick={this.again(undo)}>
              Undo the last step
            </button>
          )}
          {!missing && pastStates.length === 0 && futureStates.length > 0 && (
            <button className="line-button" onClick={this.again(redo)}>
              Redo
            </button>
          )}
          <button className="line-button" onClick={missing ? () => window.location.reload() : this.again()}>
            {missing ? 'Reload the page' : 'Show the screen again'}
          </button>
        </div>
      </main>
    );
  }
}
