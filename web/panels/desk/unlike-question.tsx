import { actions } from '../../../core/kinds/actions';
import { leaveUnlike, type UnlikeMembers } from './like-members';

/**
 * Asks how the members of a group shall act, where they would act in different ways. It stands in place of the desk’s bar
 * until it is answered, so that the strips keep their height.
 */
export function UnlikeQuestion({ asked }: { asked: UnlikeMembers }) {
  return (
    <div
      role="alert"
      aria-label="Members that act in different ways"
      className="flex h-7 shrink-0 items-center gap-2 border-b border-rule bg-raised px-2 text-xs whitespace-nowrap"
    >
      <span className="truncate" title={asked.words}>
        {asked.words} {asked.ways.length === 0 && 'There is no way that all of them can act in.'}
      </span>
      {asked.ways.map((way) => (
        <button key={way} className="chip-button" onClick={() => asked.allAs(way)}>
          Let all act as {actions.get(way).label}
        </button>
      ))}
      <button className="text-button" onClick={leaveUnlike}>
        Leave it
      </button>
    </div>
  );
}
