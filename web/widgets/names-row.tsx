import type { NamesParameter, Values } from '../../core/document/parameters';
import { meshOfScene } from '../../core/scene/scene-meshes';
import { useAssets } from '../simulation/scene-assets';
import { useScene } from '../state/scene-store';
import { thousands } from './sum';

interface Named {
  readonly name: string;
  readonly count: number;
  readonly material: boolean;
}

/** Groups and materials of the mesh that the same values name, to pick from, with the faces each has. */
export function NamesRow({
  parameter,
  value,
  values,
  onChange,
}: {
  parameter: NamesParameter;
  value: readonly string[];
  values: Values;
  onChange: (value: readonly string[]) => void;
}) {
  const scene = useScene();
  const { assets } = useAssets();
  const mesh = typeof values['mesh'] === 'string' ? meshOfScene(scene, assets, values['mesh']) : undefined;
  const counts = new Map<string, Named>();
  for (const { name, count, material = false } of mesh?.groups ?? [])
    counts.set(name, { name, count: (counts.get(name)?.count ?? 0) + count, material });
  for (const name of value) if (!counts.has(name)) counts.set(name, { name, count: 0, material: false });
  if (counts.size === 0) return null;
  const all = [...counts.values()];
  const [materials, groups] = [all.filter(({ material }) => material), all.filter(({ material }) => !material)];
  const lists = [
    { title: 'Groups', named: groups },
    { title: 'Materials', named: materials },
  ].filter(({ named }) => named.length > 0);
  return (
    <fieldset className="border-b border-rule/60 py-1" title={parameter.help}>
      <legend className="flex w-full justify-between text-second">
        {parameter.label}{' '}
        <span className="text-xs text-faint">{value.length === 0 ? 'all' : `${value.length} of ${counts.size}`}</span>
      </legend>
      <div className="max-h-40 overflow-y-auto">
        {lists.map(({ title, named }) => (
          <div key={title} role="group" aria-label={title}>
            <p className="text-xs text-faint">{title}</p>
            {named.map(({ name, count }) => (
              <label key={name} className="flex items-baseline gap-2 py-0.5">
                <input
                  type="checkbox"
                  className="accent-lamp"
                  checked={value.includes(name)}
                  onChange={(event) =>
                    onChange(event.currentTarget.checked ? [...value, name] : value.filter((other) => other !== name))
                  }
                />
                <span className="min-w-0 flex-1 truncate">{name}</span>
                <span className={`num ${count === 0 ? 'text-signal' : 'text-faint'}`}>
                  {count === 0 ? 'missing' : `${thousands(count)} faces`}
                </span>
              </label>
            ))}
          </div>
        ))}
      </div>
    </fieldset>
  );
}
