/**
 * What the threads of the page are at:
 * - `idle`: nothing, or nothing that is waited for;
 * - `quick`: the frame of the playhead alone, as a draft or while a control is held;
 * - `sharpen`: that frame once more at its set share, while the hand on a control rests; an edit does not wait for it;
 * - `full`: all frames of the shot;
 * - `trial`: frames from the present one on, while a control is held;
 * - `baked`: nothing is simulated, the frames of a bake are read.
 */
export type SessionState = 'idle' | 'quick' | 'sharpen' | 'full' | 'trial' | 'baked';

/** What can happen to a session. */
export type SessionEvent =
  /** One of these runs is begun. */
  | 'quick'
  | 'sharpen'
  | 'full'
  | 'trial'
  /** The run that was under way is through, has failed, or is broken off. */
  | 'end'
  /** A bake is played in place of a simulation, or no longer. */
  | 'bake'
  | 'unbake';

/** Where each event leads from each state; an event that is missing can’t happen there. */
export const SESSION_ARROWS: Readonly<Record<SessionState, Partial<Record<SessionEvent, SessionState>>>> = {
  idle: {
    quick: 'quick',
    sharpen: 'sharpen',
    full: 'full',
    trial: 'trial',
    end: 'idle',
    bake: 'baked',
    unbake: 'idle',
  },
  // A quick run is let finish before another begins, so that pictures keep coming.
  quick: { full: 'full', end: 'idle', bake: 'baked', unbake: 'quick' },
  sharpen: { quick: 'quick', full: 'full', end: 'idle', bake: 'baked', unbake: 'sharpen' },
  full: { quick: 'quick', full: 'full', trial: 'trial', end: 'idle', bake: 'baked', unbake: 'full' },
  trial: { end: 'idle', full: 'full', bake: 'baked', unbake: 'trial' },
  // All frames are read from the bake.
  baked: { full: 'baked', end: 'baked', bake: 'baked', unbake: 'idle' },
};

/** The state after an event. Throws where the event can’t happen: that would be a fault of the session. */
export function afterEvent(state: SessionState, event: SessionEvent): SessionState {
  const next = SESSION_ARROWS[state][event];
  if (next === undefined) throw new Error(`A session that is ${state} can’t take “${event}”.`);
  return next;
}
