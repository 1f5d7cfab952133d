import { useEffect, useReducer } from 'react';
import { fields as fieldKinds } from '../../core/kinds/fields';
import type { Placed } from '../../core/document/keys/motion';
import { drawnMotion, nowOf } from '../simulation/motions';
import { shapes } from '../../core/kinds/emitter-shapes';
import { useSceneFrame } from '../state/scene-clock';
import { useScene } from '../state/scene-store';
import { weightReadings } from '../../core/scene/weight-readers';
import { useWeightPainting } from '../state/weight-painting';
import { stretchOf } from './handles/stretched';
import { WeightBrush } from './handles/weight-brush';
import { isSelected, useSelection, type Selection } from '../state/selection-store';
import { Glyph } from '../widgets/glyph';
import { FrameGuides } from './frame-guides';
import { ParticleProbe } from './particle-probe';
import { DirectionPlane } from './handles/direction-plane';
import { MotionHandles } from './handles/motion-handles';
import { TransformHandles } from './handles/transform-handles';
import { PathPen } from './handles/path-pen';
import { PointHandles } from './handles/point-handles';
import { SizeHandles, sizablesOf, withoutSharedPath } from './handles/size-handles';
import type { ViewRig } from './camera/view-rig';

/** The thing of a list that is selected first. */
const picked = <T extends { readonly id: string }>(
  list: readonly T[],
  selection: Selection,
  type: string,
): T | undefined =>
  selection.type === type && 'id' in selection ? list.find((t) => t.id === selection.id) : undefined;

/** Marks of fields and handles of the selected thing, over the picture. */
export function Overlay({ rig }: { rig: ViewRig }) {
  const scene = useScene();
  const { selection, select } = useSelection();
  const frame = useSceneFrame();
  const [, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => rig.drawing.onDrawn(redraw), [rig]);

  const field = picked(scene.fields, selection, 'field');
  const group = picked(scene.groups, selection, 'group');
  const emitter = picked(scene.emitters, selection, 'emitter');
  const collider = picked(scene.colliders, selection, 'collider');
  const zone = picked(scene.zones, selection, 'zone');
  const carrier = picked(scene.carriers, selection, 'carrier');
  const thing = field ?? group ?? emitter ?? collider ?? carrier ?? zone;
  const now = <T extends Placed>(one: T | undefined): T | undefined => one && nowOf(scene, one, frame);
  const bodies = sizablesOf({
    field: now(field),
    group: now(group),
    zone: now(zone),
    emitter: now(emitter),
    collider: now(collider),
    carrier: now(carrier),
  }).map((body) => withoutSharedPath(body, thing!));
  const placeless = emitter && shapes.get(emitter.shape.kind).fromParticles;
  // What goes along a path or rides on a strand is not where its own position says.
  const isLed = carrier?.motion === 'path' || carrier?.motion === 'strand';
  const place = thing && drawnMotion(scene, thing).at(frame);
  const painted = useWeightPainting((state) => state.id);
  const reader = field ?? group ?? zone ?? emitter;
  const brushed = painted && reader && weightReadings(reader).find(({ map }) => map === painted);
  return (
    <div className="pointer-events-none absolute inset-0">
      <FrameGuides rig={rig} />
      <DirectionPlane rig={rig} />
      <ParticleProbe rig={rig} />
      {scene.fields.map((f) => {
        const at = rig.project(drawnMotion(scene, f).at(frame).position);
        if (!at || isSelected(selection, 'field', f.id)) return null;
        return (
          <button
            key={f.id}
            className="pointer-events-auto absolute -translate-x-1/2 -translate-y-1/2 rounded-full p-1 text-second/70 hover:text-text"
            style={{ left: at.x, top: at.y }}
            title={f.name}
            aria-label={`Select ${f.name}`}
            tabIndex={-1}
            onClick={() => select({ type: 'field', id: f.id })}
          >
            <Glyph path={fieldKinds.get(f.settings.kind).glyph} size={18} />
          </button>
        );
      })}
      {place && !placeless && !brushed && <SizeHandles rig={rig} bodies={bodies} place={place} />}
      {thing && !placeless && !isLed && !brushed && selection.type !== 'camera' && selection.type !== 'scene' && (
        <>
          <MotionHandles rig={rig} placed={thing} name={thing.name} owner={{ type: selection.type, id: thing.id }} />
          <TransformHandles
            key={thing.id}
            rig={rig}
            placed={thing}
            name={thing.name}
            owner={{ type: selection.type, id: thing.id }}
          />
        </>
      )}
      {brushed && place && (
        <WeightBrush
          key={brushed.map}
          rig={rig}
          id={brushed.map}
          stands={{ frame: brushed.frame(place), stretch: stretchOf(now(reader)!) }}
          seconds={frame / scene.time.fps}
        />
      )}
      {place && carrier?.path.form === 'drawn' && <PathPen key={carrier.id} rig={rig} id={carrier.id} place={place} />}
      {place && bodies.map((body, i) => body.points && <PointHandles key={i} rig={rig} body={body} place={place} />)}
    </div>
  );
}
