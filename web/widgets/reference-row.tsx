import type { ReferenceParameter } from '../../core/document/parameters';
import type { Emitter } from '../../core/document/scene';
import { REFERRED_LISTS } from '../../core/scene/references';
import { holdsPath } from '../../core/scene/shared-paths';
import { useSceneOf } from '../state/scene-store';
import { useSelection } from '../state/selection-store';
import { MeshRow, type RowsOfMesh } from './mesh-row';
import { WeightMapRow } from './weight-map-row';
import { Choice, LabelledRow } from './labelled-row';

/** Whether an emitter is that one, or born from its particles, however far down: it can't give birth to it as well. */
function comesFrom(emitters: readonly Emitter[], id: string, ancestor: string | undefined): boolean {
  for (let steps = 0, at: unknown = id; steps <= emitters.length; steps++) {
    if (at === ancestor) return true;
    at = emitters.find((e) => e.id === at)?.shape['source'];
    if (at === undefined || at === '') return false;
  }
  return true;
}

/** Another thing of the scene, by name; a mesh can be brought in here as well. */
export function ReferenceRow({
  parameter,
  value,
  rows,
  onChange,
}: {
  parameter: ReferenceParameter;
  value: string;
  /** Draws the parameters of a mesh that is made by code. */
  rows: RowsOfMesh;
  onChange: (value: string) => void;
}) {
  const things = useSceneOf((scene) => scene[REFERRED_LISTS[parameter.to]]);
  const emitters = useSceneOf((scene) => scene.emitters);
  const { selection } = useSelection();
  const own = selection.type === 'emitter' ? selection.id : undefined;
  if (parameter.to === 'mesh') return <MeshRow parameter={parameter} value={value} rows={rows} onChange={onChange} />;
  if (parameter.to === 'weightMap')
    return <WeightMapRow parameter={parameter} value={value} rows={rows} onChange={onChange} />;
  const options = [
    { value: '', label: parameter.none ?? 'none' },
    ...things
      .filter(({ id }) => parameter.to !== 'emitter' || !comesFrom(emitters, id, own))
      .filter((thing) => parameter.holding !== 'path' || ('path' in thing && holdsPath(thing)))
      .map(({ id, name }) => ({ value: id, label: name })),
  ];
  return (
    <LabelledRow label={parameter.label} help={parameter.help}>
      <Choice label={parameter.label} value={value} options={options} onChange={onChange} />
    </LabelledRow>
  );
}
