import { Plus, X } from 'lucide-react';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ofAnotherKind } from '../../../core/document/change-kind';
import { masks } from '../../../core/kinds/masks';
import { emitterParameters } from '../../../core/document/descriptions';
import { MOST, type Emitter } from '../../../core/document/scene';
import { shapes } from '../../../core/kinds/emitter-shapes';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { useAssets } from '../../simulation/scene-assets';
import { dialsOf } from '../../../core/document/dials';
import { editEmitters, openedScene, useSceneOf } from '../../state/scene-store';
import { MOST_ATTEMPTS } from '../../../core/sim/step/spawner';
import { newMask, useKeptByMasks, useMaskRange } from './mask-range';
import { RangeGraph } from './range-graph';
import { switchKind } from '../../state/kind-switch';
import { takeRow } from '../../state/take-row';
import { Section } from './section';

function MaskRows({ emitter, ids, row }: { emitter: Emitter; ids: readonly string[]; row: number }) {
  const mask = emitter.masks[row]!;
  const range = useMaskRange(emitter, mask, row);
  const dials = useSceneOf((scene) => scene.dials);
  const trouble = masks.get(mask.kind).broken?.({ values: mask, dials: dialsOf({ dials }) });
  const set = (name: string, value: unknown) =>
    editEmitters(ids, (e) => e.masks[row] && void (e.masks[row][name] = value));
  const own = () => {
    if (!range) return;
    set('low', Number(range.low.toPrecision(4)));
    set('high', Number(range.high.toPrecision(4)));
  };
  return (
    <div data-handbook={`mask/${mask.kind}`}>
      <KindChoice
        label={`Mask ${row + 1}`}
        registry={masks}
        kind={mask.kind}
        onChange={(kind) =>
          switchKind({ sort: 'emitters', ids, path: `masks.${row}` }, kind, (was) => ofAnotherKind(masks, was, kind))
        }
      />
      {trouble && <p className="py-1 text-xs text-signal">{trouble}</p>}
      <RangeGraph emitter={emitter} mask={mask} row={row} onChange={set} />
      <ParameterRows
        description={masks.get(mask.kind).parameters}
        of={{ sort: 'emitters', id: emitter.id, prefix: `masks.${row}.` }}
        values={mask}
        onChange={set}
      />
      <div className="flex gap-2">
        {range && (
          <button className="text-button mt-1 text-xs" onClick={own}>
            use the shape’s full range
          </button>
        )}
        <button
          className="text-button mt-1 flex items-center gap-1 text-xs"
          onClick={() => editEmitters(ids, (e) => takeRow(e, 'emitters', 'masks', row))}
        >
          <X size={11} /> remove
        </button>
      </div>
    </div>
  );
}

const percent = (share: number) =>
  share > 0 && share < 1e-4 ? 'less than 0.01 %' : `${Number((100 * share).toPrecision(2))} %`;

/** How many births the masks leave, in words; a warning where they are fewer than they are meant to be. */
function KeptNote({ emitter }: { emitter: Emitter }) {
  const kept = useKeptByMasks(emitter);
  if (!kept) return null;
  const { places, births } = kept;
  const lost = emitter.rejectedBirths === 'try-again' && births < 0.995;
  return (
    <p className={`py-1 text-xs ${lost ? 'text-signal' : 'text-faint'}`} role={lost ? 'status' : undefined}>
      {`The masks leave ${places === 0 ? 'nothing' : percent(places)} of the shape`}
      {lost
        ? `: ${percent(1 - births)} of births find no place in ${MOST_ATTEMPTS} tries and are dropped. Widen the limits, or raise the emission.`
        : '.'}
    </p>
  );
}

/** Where on its shape an emitter gives birth, and how densely. */
export function MaskSection({ emitter, ids }: { emitter: Emitter; ids: readonly string[] }) {
  const kind = shapes.get(emitter.shape.kind);
  if (kind.fromParticles || kind.kind === 'point') return null;
  const offered = masks.list.filter((mask) => !mask.needsMesh || kind.surface);
  return (
    <Section
      title="Masks"
      page="topic/masks"
      aside={emitter.masks.length > 1 ? 'they multiply' : undefined}
      changed={emitter.masks.length > 0}
    >
      {emitter.masks.map((_, row) => (
        <MaskRows key={row} emitter={emitter} ids={ids} row={row} />
      ))}
      {emitter.masks.length > 0 && (
        <ParameterRows
          description={{ rejectedBirths: emitterParameters.rejectedBirths }}
          values={emitter}
          onChange={(_, value) => editEmitters(ids, (e) => void (e.rejectedBirths = value as 'try-again' | 'drop'))}
        />
      )}
      <KeptNote emitter={emitter} />
      {emitter.masks.length < MOST.masks && (
        <Menu>
          <MenuButton className="text-button mt-1 -ml-1 flex items-center gap-1">
            <Plus size={13} /> add a mask
          </MenuButton>
          <MenuItems anchor="bottom start" className="z-20 w-72 border border-rule bg-panel py-1 focus:outline-none">
            {offered.map((mask) => (
              <MenuItem key={mask.kind}>
                <button
                  className="block w-full px-3 py-1.5 text-left data-focus:bg-raised"
                  onClick={() => {
                    const made = newMask(openedScene(), useAssets.getState().assets, emitter, mask.kind);
                    editEmitters(ids, (e) => void e.masks.push(made));
                  }}
                >
                  {mask.label}
                  <span className="block text-xs text-faint">{mask.summary}</span>
                </button>
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
      )}
    </Section>
  );
}
