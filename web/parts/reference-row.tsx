import type { ReferenceParameter } from '../../core/describe/parameters';
import type { Scene } from '../../core/scene/document';
import { useSceneOf } from '../store/scene-store';
import { MeshRow } from './mesh-row';
import { Choice, LabelledRow } from './parameter-row';

const LIST = { emitter: 'emitters', carrier: 'carriers', mesh: 'meshes' } as const satisfies Record<ReferenceParameter['to'], keyof Scene>;

/** Another thing of the scene, by name; a mesh can be brought in here as well. */
export function ReferenceRow({
  parameter,
  value,
  onChange,
}: {
  parameter: ReferenceParameter;
  value: string;
  onChange: (value: string) => void;
}) {
  const things = useSceneOf((scene) => scene[LIST[parameter.to]]);
  if (parameter.to === 'mesh') return <MeshRow parameter={parameter} value={value} onChange={onChange} />;
  const options = [{ value: '', label: 'none' }, ...things.map(({ id, name }) => ({ value: id, label: name }))];
  return (
    <LabelledRow label={parameter.label} help={parameter.help}>
      <Choice label={parameter.label} value={value} options={options} onChange={onChange} />
    </LabelledRow>
  );
}
