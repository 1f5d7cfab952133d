/** How far the open scene is saved. */
export type SaveState =
  /** The server has all of it, since that moment (ISO 8601). */
  | { readonly kind: 'saved'; readonly at: string }
  /** There are edits, and they are sent when one rests. */
  | { readonly kind: 'waiting' }
  /** Edits are on their way. */
  | { readonly kind: 'saving' }
  /** There was no answer, or none that helps; it is tried again. */
  | { readonly kind: 'lost'; readonly message: string }
  /** The server will not have it as it is; it is tried again after the next edit. */
  | { readonly kind: 'refused'; readonly message: string; readonly gone: boolean }
  /** Another window saved that revision in the meantime: a person chooses. */
  | { readonly kind: 'conflict'; readonly theirs: number };

/** Something that happens to a scene that is being saved. */
export type SaveEvent =
  | { readonly type: 'edited' }
  /** The last edit took it back to the server's scene. */
  | { readonly type: 'reverted'; readonly at: string }
  | { readonly type: 'sent' }
  /** The server has the scene that was sent; `more` where there have been edits since. */
  | { readonly type: 'answered'; readonly at: string; readonly more: boolean }
  | { readonly type: 'unanswered'; readonly message: string }
  | { readonly type: 'refused'; readonly message: string; readonly gone: boolean }
  | { readonly type: 'overtaken'; readonly theirs: number }
  /** A conflict is settled, or another window's scene was taken over. */
  | { readonly type: 'settled'; readonly at: string; readonly more: boolean };

type Arrows = { readonly [K in SaveState['kind']]: readonly SaveEvent['type'][] };

/** Which events mean anything in which state. */
export const ARROWS: Arrows = {
  saved: ['edited', 'settled'],
  waiting: ['edited', 'reverted', 'sent', 'overtaken', 'settled'],
  saving: ['answered', 'unanswered', 'refused', 'overtaken', 'settled'],
  lost: ['reverted', 'sent', 'overtaken', 'settled'],
  refused: ['edited', 'reverted', 'sent', 'overtaken', 'settled'],
  conflict: ['settled'],
};

/** The state after an event; the same where the event means nothing in that state. */
export function afterEvent(state: SaveState, event: SaveEvent): SaveState {
  if (!ARROWS[state.kind].includes(event.type)) return state;
  switch (event.type) {
    case 'edited':
      return { kind: 'waiting' };
    case 'reverted':
      return { kind: 'saved', at: event.at };
    case 'sent':
      return { kind: 'saving' };
    case 'answered':
    case 'settled':
      return event.more ? { kind: 'waiting' } : { kind: 'saved', at: event.at };
    case 'unanswered':
      return { kind: 'lost', message: event.message };
    case 'refused':
      return { kind: 'refused', message: event.message, gone: event.gone };
    case 'overtaken':
      return { kind: 'conflict', theirs: event.theirs };
  }
}
