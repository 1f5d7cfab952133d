import { counted } from '../../core/lib/counted';
import { brushParameters, weightMapParameters } from '../../core/document/descriptions';
import type { Scene, WeightMap } from '../../core/document/scene';
import type { Selection } from '../state/selection-store';
import { useSceneOf } from '../state/scene-store';
import { useSelection } from '../state/selection-store';
import {
  addWeightMap,
  beginPainting,
  changeWeightMap,
  endPainting,
  removeWeightMap,
  roomIn,
  setBrush,
  useWeightPainting,
} from '../state/weight-painting';
import { Choice, LabelledRow } from './labelled-row';
import type { MadeRowProps, RowsOfMesh } from './mesh-row';

/** The mesh that a new weight map of the selected thing is painted on; empty for a card. */
function meshUnder({ emitters }: Scene, selection: Selection): string {
  if (selection.type !== 'emitter') return '';
  const mesh = emitters.find(({ id }) => id === selection.id)?.shape['mesh'];
  return typeof mesh === 'string' ? mesh : '';
}

/** The numbers of the brush, while a map is painted. */
function BrushRows({ rows: Rows }: { rows: RowsOfMesh }) {
  const brush = useWeightPainting((state) => state.brush);
  return (
    <div role="group" aria-label="Brush">
      <Rows
        description={brushParameters}
        values={{ ...brush }}
        onChange={(name, value) => setBrush({ [name]: value })}
      />
    </div>
  );
}

/** What can be done to the weights of a map. */
function WeightTools({ map, rows }: { map: WeightMap; rows: RowsOfMesh }) {
  const painting = useWeightPainting((state) => state.id === map.id);
  const even = (base: number) => changeWeightMap(map.id, (one) => ({ ...one, base, strokes: [] }));
  const room = roomIn(map);
  return (
    <>
      <div className="flex flex-wrap gap-2 py-1.5" role="group" aria-label="Change the weights">
        <button
          className={`line-button ${painting ? 'text-lamp' : ''}`}
          aria-pressed={painting}
          disabled={!painting && room === 0}
          title="Paints weights with a brush in the view"
          onClick={() => (painting ? endPainting() : beginPainting(map.id))}
        >
          Paint
        </button>
        <button className="line-button" title="Makes all weights full; all strokes go" onClick={() => even(1)}>
          Fill
        </button>
        <button className="line-button" title="Makes all weights empty; all strokes go" onClick={() => even(0)}>
          Clear
        </button>
      </div>
      {painting && <BrushRows rows={rows} />}
      {room === 0 && (
        <p role="status" className="text-xs text-lamp">
          This map holds as many strokes as it can. Fill or clear it, or go on in another one.
        </p>
      )}
    </>
  );
}

/** A weight map of the scene: chosen or made, with its surface, and painted in the view. */
export function WeightMapRow({ parameter, value, rows: Rows, onChange }: MadeRowProps) {
  const maps = useSceneOf((scene) => scene.weightMaps);
  const { selection } = useSelection();
  const mesh = useSceneOf((scene) => meshUnder(scene, selection));
  const map = maps.find(({ id }) => id === value);
  const options = [
    { value: '', label: 'none' },
    ...maps.map(({ id, name }) => ({ value: id, label: name })),
    { value: 'new', label: 'new weight map' },
  ];
  const choose = (chosen: string) => {
    if (chosen !== 'new') return onChange(chosen);
    const id = addWeightMap(mesh);
    onChange(id);
    beginPainting(id);
  };
  return (
    <div data-handbook="topic/weight-maps">
      <LabelledRow label={parameter.label} help={parameter.help}>
        <Choice label={parameter.label} value={value} options={options} onChange={choose} />
      </LabelledRow>
      {map ? (
        <div className="border-l border-rule pl-2">
          <p className="pt-1 text-xs text-faint">
            {map.name}: {counted(map.strokes.length, 'stroke')}.
          </p>
          <WeightTools map={map} rows={Rows} />
          <Rows
            description={weightMapParameters}
            values={{ ...map }}
            onChange={(name, next) => changeWeightMap(map.id, (one) => ({ ...one, [name]: next }))}
          />
          <button
            className="text-button mt-1 -ml-1 text-xs"
            title="All that reads it will have no weights"
            onClick={() => removeWeightMap(map.id)}
          >
            Remove this weight map from the scene
          </button>
        </div>
      ) : (
        <p className="py-1 text-xs text-faint">Choose “new weight map” to paint one in the view.</p>
      )}
    </div>
  );
}
