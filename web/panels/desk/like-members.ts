import { create } from 'zustand';
import { actions } from '../../../core/kinds/actions';
import { fields as fieldKinds } from '../../../core/kinds/fields';
import { fieldsIn } from '../../../core/document/groups';
import type { Field, Scene } from '../../../core/document/scene';
import { changeScene, openedScene } from '../../state/scene-store';

/** A change that would put fields together that act in different ways, and the ways that all of them can act in. */
export interface UnlikeMembers {
  readonly words: string;
  readonly ways: readonly string[];
  /** Makes the change and lets all members act that way. */
  readonly allAs: (actsAs: string) => void;
}

/** The question that waits for an answer on the desk. */
export const useUnlikeMembers = create<{ readonly open: UnlikeMembers | undefined }>(() => ({ open: undefined }));

/** Leaves everything as it is. */
export const leaveUnlike = (): void => useUnlikeMembers.setState({ open: undefined });

/** The members of the first group in which not all act alike. */
function unlikeIn({ groups, fields }: Scene): Field[] | undefined {
  return groups
    .map((group) => fieldsIn({ groups, fields }, group))
    .find((members) => new Set(members.map((member) => member.actsAs)).size > 1);
}

const named = (members: readonly Field[], action: string) =>
  `${members
    .filter((member) => member.actsAs === action)
    .map((member) => `“${member.name}”`)
    .join(', ')} as ${actions.get(action).label}`;

/**
 * Makes a change of the scene, then calls `done`. Where it would leave a group with members that act in different ways,
 * the desk asks instead in which way all of them shall act. `actingAs` gives a field that acts in another way.
 */
export function changeAlike(
  change: (scene: Scene) => Scene,
  actingAs: (field: Field, actsAs: string) => Field,
  done: () => void = () => undefined,
): boolean {
  leaveUnlike();
  const changed = change(openedScene());
  const members = unlikeIn(changed);
  if (!members) {
    const made = changeScene(() => changed);
    if (made) done();
    return made;
  }
  const present = [...new Set(members.map((member) => member.actsAs))];
  const ways = present.filter((way) =>
    members.every(({ settings }) => fieldKinds.get(settings.kind).actions.includes(way)),
  );
  const ids = members.map(({ id }) => id);
  useUnlikeMembers.setState({
    open: {
      words: `The members of a group act alike: ${present.map((way) => named(members, way)).join(', ')}.`,
      ways,
      allAs(actsAs) {
        leaveUnlike();
        const alike = (scene: Scene): Scene => {
          const next = change(scene);
          return { ...next, fields: next.fields.map((f) => (ids.includes(f.id) ? actingAs(f, actsAs) : f)) };
        };
        if (changeScene(alike)) done();
      },
    },
  });
  return false;
}
