import { describe, expect, it } from 'vitest';
import { afterEvent, SESSION_ARROWS, type SessionEvent, type SessionState } from './session-state';

const EVENTS: readonly SessionEvent[] = ['quick', 'sharpen', 'full', 'trial', 'end', 'bake', 'unbake'];
const STATES = Object.keys(SESSION_ARROWS) as SessionState[];

/** Every arrow, written out once more by what a person sees: from, event, to. */
const ARROWS: readonly (readonly [SessionState, SessionEvent, SessionState])[] = [
  ['idle', 'quick', 'quick'],
  ['idle', 'sharpen', 'sharpen'],
  ['idle', 'full', 'full'],
  ['idle', 'trial', 'trial'],
  ['idle', 'end', 'idle'],
  ['idle', 'bake', 'baked'],
  ['idle', 'unbake', 'idle'],
  ['quick', 'full', 'full'],
  ['quick', 'end', 'idle'],
  ['quick', 'bake', 'baked'],
  ['quick', 'unbake', 'quick'],
  ['sharpen', 'quick', 'quick'],
  ['sharpen', 'full', 'full'],
  ['sharpen', 'end', 'idle'],
  ['sharpen', 'bake', 'baked'],
  ['sharpen', 'unbake', 'sharpen'],
  ['full', 'quick', 'quick'],
  ['full', 'full', 'full'],
  ['full', 'trial', 'trial'],
  ['full', 'end', 'idle'],
  ['full', 'bake', 'baked'],
  ['full', 'unbake', 'full'],
  ['trial', 'end', 'idle'],
  ['trial', 'full', 'full'],
  ['trial', 'bake', 'baked'],
  ['trial', 'unbake', 'trial'],
  ['baked', 'full', 'baked'],
  ['baked', 'end', 'baked'],
  ['baked', 'bake', 'baked'],
  ['baked', 'unbake', 'idle'],
];

describe('the states of a session', () => {
  it.each(ARROWS)('%s, then %s: %s', (from, event, to) => expect(afterEvent(from, event)).toBe(to));

  const known = new Set(ARROWS.map(([from, event]) => `${from} ${event}`));
  const missing = STATES.flatMap((from) =>
    EVENTS.flatMap((event) => (known.has(`${from} ${event}`) ? [] : [[from, event] as const])),
  );

  it.each(missing)('%s takes no %s', (from, event) =>
    expect(() => afterEvent(from, event)).toThrow(`is ${from} can’t take “${event}”`),
  );

  it('a quick run is never followed by another before it ends', () =>
    expect(SESSION_ARROWS.quick.quick).toBeUndefined());
  it('nothing is simulated while a bake is played', () =>
    expect([SESSION_ARROWS.baked.quick, SESSION_ARROWS.baked.trial]).toEqual([undefined, undefined]));
  it('every state can be reached, and left', () => {
    expect(new Set(ARROWS.map(([, , to]) => to))).toEqual(new Set(STATES));
    for (const state of STATES) expect(ARROWS.some(([from, , to]) => from === state && to !== state)).toBe(true);
  });
});
