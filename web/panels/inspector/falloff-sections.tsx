import { dialsOf } from '../../../core/document/dials';
import { toast } from 'sonner';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus, X } from 'lucide-react';
import { ofAnotherKind } from '../../../core/document/change-kind';
import { falloffShapes } from '../../../core/kinds/falloff-shapes';
import { fields } from '../../../core/kinds/fields';
import { modulators } from '../../../core/kinds/modulators';
import { falloffCurves } from '../../../core/kinds/curves';
import { curveCommon } from '../../../core/kinds/curves/curve';
import { pathsUnder } from '../../../core/scene/shared-paths';
import { sendParameter } from '../../../core/document/descriptions';
import { MOST, sendTo, type WeightedThing } from '../../../core/document/scene';
import { editWeighted, setFalloffNumber, setCurveKind, type WeightedOwner } from '../../state/falloff-edit';
import { CurveGraph } from '../desk/curve-graph';
import { setSend } from '../desk/sends';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { openCurve } from '../curve/curve-store';
import { usePlayer } from '../../state/player-store';
import { fitToParticles, switchFalloffShape } from '../../simulation/fit-edit';
import { useAssets } from '../../simulation/scene-assets';
import { resourcesOf } from '../../../core/scene/resources';
import { LISTS, useScene } from '../../state/scene-store';
import { switchKind } from '../../state/kind-switch';
import { takeRow } from '../../state/take-row';
import { PathActions } from './path-actions';
import { Section } from './section';
import { ShareRow } from './share-row';

interface Props {
  readonly thing: WeightedThing;
  readonly owner: WeightedOwner;
}

/** How many of the particles it is sent to a field reaches on the frame on the screen. */
function Reached({ id }: { id: string }) {
  const scene = useScene();
  const meter = usePlayer((s) => s.meters.fields)[scene.fields.findIndex((f) => f.id === id)];
  if (!meter || meter.count === 0) return null;
  return (
    <p className="pt-2 text-xs text-second">
      Reaches {Math.round((100 * meter.touched) / meter.count)} % of the particles it is sent to, on this frame.
    </p>
  );
}

/** Whether the position or sizes of a thing without a falloff have an effect: those of a field with a form of its own. */
function hasForm(thing: WeightedThing): boolean {
  if (!('settings' in thing)) return false;
  const { fit, view, startsWith } = fields.get(thing.settings.kind);
  return fit !== undefined || view !== undefined || startsWith.stands !== undefined;
}

/** Fits it to the particles of the shot, or says that there are none. */
function FitButton({ owner }: { owner: WeightedOwner }) {
  return (
    <button
      className="line-button my-1.5"
      title="Moves it to the middle of the particles of the whole shot, and makes it as large as they spread"
      onClick={() => {
        if (!fitToParticles(owner)) toast('No particle of the shot is sent to it yet.');
      }}
    >
      Fit to the particles
    </button>
  );
}

/** Falloff shape and curve. */
export function FalloffSection({ thing, owner }: Props) {
  const falloff = falloffShapes.get(thing.falloff.kind);
  const of = { sort: LISTS[owner.type], id: owner.id };
  return (
    <div data-handbook={`falloff/${falloff.kind}`}>
      <Section
        title="Falloff"
        changed={falloff.bounded}
        aside={
          falloff.bounded
            ? `${falloff.label} · ${falloffCurves.get(thing.curve.kind).label} · steepness ${thing.curve.slope}`
            : ''
        }
      >
        <KindChoice
          label="Falloff shape"
          registry={falloffShapes}
          kind={thing.falloff.kind}
          onChange={(kind) => switchFalloffShape(owner, kind)}
        />
        {falloff.bounded && (
          <>
            <KindChoice
              label="Falloff curve"
              registry={falloffCurves}
              kind={thing.curve.kind}
              onChange={(kind) => setCurveKind(owner, kind)}
            />
            <CurveGraph thing={thing} owner={owner} onOpen={() => openCurve(owner)} />
            <ParameterRows
              description={falloff.parameters}
              of={{ ...of, prefix: 'falloff.' }}
              values={thing.falloff}
              onChange={(name, value) =>
                typeof value === 'number'
                  ? setFalloffNumber(owner, name, value)
                  : editWeighted(owner, (t) => void (t.falloff[name] = value))
              }
            />
            <ParameterRows
              description={curveCommon}
              of={{ ...of, prefix: 'curve.' }}
              values={thing.curve}
              onChange={(name, value) => editWeighted(owner, (t) => void (t.curve[name] = value))}
            />
            {owner.type === 'field' && <Reached id={thing.id} />}
            <PathActions sort={LISTS[owner.type]} id={owner.id} part="falloff" values={thing.falloff} />
          </>
        )}
        {(falloff.bounded || hasForm(thing)) && !pathsUnder(thing, LISTS[owner.type]).length && (
          <FitButton owner={owner} />
        )}
      </Section>
    </div>
  );
}

function ModulatorRows({ thing, owner, row }: Props & { row: number }) {
  const { assets } = useAssets();
  const scene = useScene();
  const values = thing.modulators[row]!;
  const kind = modulators.get(values.kind);
  const trouble = kind.broken?.({ values, ...resourcesOf(scene, assets), dials: dialsOf(scene) });
  return (
    <div className="pb-2" data-handbook={`modulator/${kind.kind}`}>
      <KindChoice
        label={`Modulator ${row + 1}`}
        registry={modulators}
        kind={values.kind}
        onChange={(to) =>
          switchKind({ sort: LISTS[owner.type], ids: [owner.id], path: `modulators.${row}` }, to, (was) =>
            ofAnotherKind(modulators, was, to),
          )
        }
      />
      {trouble && <p className="py-1 text-xs text-signal">{trouble}</p>}
      <ParameterRows
        description={kind.parameters}
        of={{ sort: LISTS[owner.type], id: owner.id, prefix: `modulators.${row}.` }}
        values={values}
        onChange={(name, value) =>
          editWeighted(owner, (t) => t.modulators[row] && void (t.modulators[row][name] = value))
        }
      />
      <button
        className="text-button mt-1 -ml-1 flex items-center gap-1 text-xs"
        onClick={() => editWeighted(owner, (t) => takeRow(t, LISTS[owner.type], 'modulators', row))}
      >
        <X size={11} /> remove
      </button>
    </div>
  );
}

/** What multiplies the weight beside the falloff. */
export function ModulatorSection({ thing, owner }: Props) {
  return (
    <Section
      title="Modulators"
      changed={thing.modulators.length > 0}
      page="topic/modulators"
      aside={thing.modulators.length > 1 ? 'they multiply' : undefined}
    >
      {thing.modulators.map((_, row) => (
        <ModulatorRows key={row} thing={thing} owner={owner} row={row} />
      ))}
      {thing.modulators.length < MOST.modulators && (
        <Menu>
          <MenuButton className="text-button mt-1 -ml-1 flex items-center gap-1">
            <Plus size={13} /> add a modulator
          </MenuButton>
          <MenuItems anchor="bottom start" className="z-20 w-72 border border-rule bg-panel py-1 focus:outline-none">
            {modulators.list.map((kind) => (
              <MenuItem key={kind.kind}>
                <button
                  className="block w-full px-3 py-1.5 text-left data-focus:bg-raised"
                  onClick={() => editWeighted(owner, (t) => void t.modulators.push(modulators.defaults(kind.kind)))}
                >
                  {kind.label}
                  <span className="block text-xs text-faint">{kind.summary}</span>
                </button>
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
      )}
    </Section>
  );
}

/** How much each emitter feels. */
export function SendSection({ thing, owner }: Props) {
  const { emitters } = useScene();
  return (
    <Section
      title="Sends"
      page="topic/sends"
      aside="strength for each emitter"
      changed={Object.values(thing.sends).some((send) => send !== 1)}
    >
      {emitters.map((emitter) => (
        <ShareRow
          key={emitter.id}
          of={{ sort: LISTS[owner.type], id: owner.id, path: `sends.${emitter.id}` }}
          label={emitter.name}
          share={sendTo(thing, emitter.id)}
          parameter={sendParameter}
          isWritten={emitter.id in thing.sends}
          onChange={(share) => setSend(owner.type, owner.id, emitter.id, share)}
        />
      ))}
    </Section>
  );
}
