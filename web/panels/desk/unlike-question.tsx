import { actions } from '../../../core/kinds/actions';
import { leaveUnlike, useUnlikeMembers } from './like-members';

/** Asks how the members of a group shall act, where they would act in different ways; stays until it is answered. */
export function UnlikeQuestion() {
  const open = useUnlikeMembers((state) => state.open);
  if (!open) return null;
  return (
    <div
      role="alert"
      aria-label="Members that act in different ways"
      className="flex flex-wrap items-center gap-2 border-b border-rule bg-raised px-2 py-1 text-xs"
    >
      <span>
        {open.words} {open.ways.length === 0 && 'There is no way that all of them can act in.'}
      </span>
      {open.ways.map((way) => (
        <button key={way} className="line-button" onClick={() => open.allAs(way)}>
          Let all act as {actions.get(way).label}
        </button>
      ))}
      <button className="text-button" onClick={leaveUnlike}>
        Leave it
      </button>
    </div>
  );
}
