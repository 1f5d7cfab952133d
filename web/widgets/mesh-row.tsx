import { acceptOf, readable } from '../../formats/readable';
import { useRef, useState } from 'react';
import type { Description, ReferenceParameter, Values } from '../../core/document/parameters';
import { buildMesh } from '../../core/scene/scene-meshes';
import { meshSources } from '../../core/kinds/meshes';
import { meshInWords } from '../../formats/mesh-file';
import { addMadeMesh, addMeshFile, editMesh, removeMesh } from '../simulation/meshes/mesh-edit';
import { useAssets } from '../simulation/scene-assets';
import { useScene } from '../state/scene-store';
import { messageOf } from '../../core/lib/errors';

/** Sizes that one would not want to work with, and the width that is offered in their place, metres. */
const HANDY = { least: 0.02, most: 200, fitted: 4 } as const;

interface Imported {
  readonly notices: readonly string[];
  readonly unhandy: number | undefined;
}

/** Draws rows for the parameters of a description. */
export type RowsOfMesh = (props: {
  description: Description;
  values: Values;
  without?: readonly string[];
  onChange: (name: string, value: unknown) => void;
}) => React.ReactNode;

/** A row for a reference to something that is made and changed in the same place. */
export interface MadeRowProps {
  readonly parameter: ReferenceParameter;
  readonly value: string;
  readonly rows: RowsOfMesh;
  onChange(value: string): void;
}

/** A mesh of the scene: chosen, made by code, or brought in from a file by dialog or by drop. */
export function MeshRow({ parameter, value, rows: Rows, onChange }: MadeRowProps) {
  const scene = useScene();
  const { assets } = useAssets();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [imported, setImported] = useState<Imported>();
  const mesh = scene.meshes.find((m) => m.id === value);
  const built = mesh && buildMesh(mesh, assets);

  async function take(file: File | undefined): Promise<void> {
    if (!file) return;
    setBusy(true);
    setRefused(undefined);
    setImported(undefined);
    try {
      const { id, notices, falloff } = await addMeshFile(file);
      setImported({ notices, unhandy: falloff < HANDY.least || falloff > HANDY.most ? falloff : undefined });
      onChange(id);
    } catch (error) {
      setRefused(messageOf(error));
    }
    setBusy(false);
    if (input.current) input.current.value = '';
  }

  const fit = () => {
    if (mesh && imported?.unhandy) editMesh(mesh.id, 'size', Number((HANDY.fitted / imported.unhandy).toPrecision(3)));
    setImported(undefined);
  };

  return (
    <div
      className="border-b border-rule/60 py-1"
      title={parameter.help}
      data-testid="mesh-drop"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        event.stopPropagation();
        void take(event.dataTransfer.files[0]);
      }}
    >
      <div className="grid grid-cols-[1fr_8.5rem] items-baseline">
        <span className="text-second">{parameter.label}</span>
        <select
          aria-label={parameter.label}
          className="num w-full rounded-sm bg-transparent text-right hover:bg-raised focus:bg-raised"
          value={value}
          onChange={(event) => {
            const chosen = event.currentTarget.value;
            if (chosen === 'file…') input.current!.click();
            else onChange(chosen.startsWith('new ') ? addMadeMesh(chosen.slice(4)) : chosen);
          }}
        >
          <option value="" className="bg-panel">
            none
          </option>
          {scene.meshes.map((m) => (
            <option key={m.id} value={m.id} className="bg-panel">
              {m.name}
            </option>
          ))}
          {meshSources.list
            .filter((source) => source.kind !== 'file')
            .map((source) => (
              <option key={source.kind} value={`new ${source.kind}`} className="bg-panel">
                new {source.label}
              </option>
            ))}
          <option value="file…" className="bg-panel">
            from a file …
          </option>
        </select>
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept={acceptOf(readable.mesh)}
        aria-label="Mesh file"
        onChange={(event) => void take(event.currentTarget.files?.[0])}
      />
      {busy && (
        <p role="status" className="text-xs text-lamp">
          Reading the mesh …
        </p>
      )}
      {mesh && (
        <>
          <p className="text-xs text-faint">
            {built ? meshInWords(built) : 'its file is missing'}
            {built?.motion && ', deforming'}
            {mesh.source.kind === 'file' && ` · ${String(mesh.source['file'])}`}. Drop an OBJ, PLY, STL or glTF here.
          </p>
          <div className="border-l border-rule pl-2">
            <Rows
              description={meshSources.get(mesh.source.kind).parameters}
              values={mesh.source}
              without={['hash', 'file']}
              onChange={(name, next) => editMesh(mesh.id, name, next)}
            />
            <button
              className="text-button mt-1 -ml-1 text-xs"
              title="Emitters and colliders that use it will have no mesh"
              onClick={() => removeMesh(mesh.id)}
            >
              Remove this mesh from the scene
            </button>
          </div>
        </>
      )}
      {!mesh && <p className="text-xs text-faint">Choose one, or drop an OBJ, PLY, STL or glTF file here.</p>}
      {imported?.notices.map((notice) => (
        <p key={notice} role="status" className="text-xs text-second">
          {notice}
        </p>
      ))}
      {imported?.unhandy !== undefined && (
        <p role="status" className="text-xs text-lamp">
          The mesh is {imported.unhandy.toPrecision(3)} m wide.{' '}
          <button className="line-button" onClick={fit}>
            Fit to {HANDY.fitted} m
          </button>
        </p>
      )}
      {refused && (
        <p role="alert" className="mt-1 text-xs text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}
