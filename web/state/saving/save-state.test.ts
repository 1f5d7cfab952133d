import { describe, expect, it } from 'vitest';
import { afterEvent, ARROWS, type SaveEvent, type SaveState } from './save-state';

const STATES: readonly SaveState[] = [
  { kind: 'saved', at: 'noon' },
  { kind: 'waiting' },
  { kind: 'saving' },
  { kind: 'lost', message: 'no answer' },
  { kind: 'refused', message: 'no', gone: false },
  { kind: 'conflict', theirs: 7 },
];

const EVENTS: readonly (readonly [SaveEvent, SaveState])[] = [
  [{ type: 'edited' }, { kind: 'waiting' }],
  [
    { type: 'reverted', at: 'one' },
    { kind: 'saved', at: 'one' },
  ],
  [{ type: 'sent' }, { kind: 'saving' }],
  [
    { type: 'answered', at: 'two', more: false },
    { kind: 'saved', at: 'two' },
  ],
  [{ type: 'answered', at: 'two', more: true }, { kind: 'waiting' }],
  [
    { type: 'unanswered', message: 'silence' },
    { kind: 'lost', message: 'silence' },
  ],
  [
    { type: 'refused', message: 'faulty', gone: true },
    { kind: 'refused', message: 'faulty', gone: true },
  ],
  [
    { type: 'overtaken', theirs: 9 },
    { kind: 'conflict', theirs: 9 },
  ],
  [
    { type: 'settled', at: 'three', more: false },
    { kind: 'saved', at: 'three' },
  ],
  [{ type: 'settled', at: 'three', more: true }, { kind: 'waiting' }],
];

/** The arrows as drawn in docs/reliability.md: from a state, by an event. Everything else leaves the state as it is. */
const DRAWN = new Set([
  'saved edited',
  'saved settled',
  'waiting edited',
  'waiting reverted',
  'waiting sent',
  'waiting overtaken',
  'waiting settled',
  'saving answered',
  'saving unanswered',
  'saving refused',
  'saving overtaken',
  'saving settled',
  'lost reverted',
  'lost sent',
  'lost overtaken',
  'lost settled',
  'refused edited',
  'refused reverted',
  'refused sent',
  'refused overtaken',
  'refused settled',
  'conflict settled',
]);

describe('the states of saving', () => {
  for (const state of STATES)
    for (const [event, after] of EVENTS)
      it(`${state.kind}, ${event.type}${'more' in event && event.more ? ' with more' : ''}`, () => {
        expect(afterEvent(state, event)).toEqual(DRAWN.has(`${state.kind} ${event.type}`) ? after : state);
      });

  it('has every arrow in the table', () => {
    expect(
      Object.entries(ARROWS)
        .flatMap(([from, events]) => events.map((event) => `${from} ${event}`))
        .toSorted(),
    ).toEqual([...DRAWN].toSorted());
  });
});
