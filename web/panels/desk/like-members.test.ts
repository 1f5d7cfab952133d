import { beforeEach, describe, expect, it } from 'vitest';
import { checkScene } from '../../../core/scene/read';
import { testScene } from '../../../core/tests/scenes';
import { openedScene, openScene, undo } from '../../state/scene-store';
import { useSelection } from '../../state/selection-store';
import { changeKind, groupFields, moveTo, setActsAs } from './desk-edit';
import { leaveUnlike, useUnlikeMembers } from './like-members';

const asked = () => useUnlikeMembers.getState().open;
const ways = () => openedScene().fields.map((f) => f.actsAs);

beforeEach(() => {
  leaveUnlike();
  openScene(
    testScene({
      fields: [
        { name: 'Breeze', settings: { kind: 'wind' }, actsAs: 'flow' },
        { name: 'Whirl', settings: { kind: 'vortex' }, actsAs: 'acceleration' },
        { name: 'Brake', settings: { kind: 'drag' } },
      ],
    }),
  );
});

describe('fields that act in different ways', () => {
  it('are not grouped before it is answered how all of them act; the answer groups them in one step of undo', () => {
    groupFields(['f0', 'f1']);
    expect(openedScene().groups).toEqual([]);
    expect(asked()!.words).toBe('The members of a group act alike: “Breeze” as flow, “Whirl” as acceleration.');
    expect(asked()!.ways).toEqual(['flow', 'acceleration']);
    asked()!.allAs('acceleration');
    expect(ways()).toEqual(['acceleration', 'acceleration', 'drag']);
    expect(useSelection.getState().selection).toEqual({ type: 'group', id: openedScene().groups[0]!.id });
    expect([asked(), checkScene(openedScene())]).toEqual([undefined, []]);
    undo();
    expect([openedScene().groups, ways()]).toEqual([[], ['flow', 'acceleration', 'drag']]);
  });

  it('are left alone, and the question goes, when nothing is to change', () => {
    groupFields(['f0', 'f1']);
    leaveUnlike();
    expect([asked(), openedScene().groups]).toEqual([undefined, []]);
  });

  it('have no way in common where one of them can’t act as the others do', () => {
    groupFields(['f1', 'f2']);
    expect(asked()!.ways).toEqual([]);
  });

  it('are asked about when one is moved into a group, acts otherwise in it, or takes another kind there', () => {
    groupFields(['f1']);
    const group = openedScene().groups[0]!.id;
    moveTo('f0', group);
    expect(asked()!.words).toContain('“Breeze” as flow');
    asked()!.allAs('flow');
    setActsAs(['f1'], 'force');
    expect(asked()!.ways).toEqual(['force', 'flow']);
    leaveUnlike();
    changeKind('f1', 'drag');
    expect(asked()!.ways).toEqual([]);
    expect(openedScene().fields[1]!.settings.kind).not.toBe('drag');
  });
});
