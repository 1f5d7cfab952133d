import { MOST_LISTED, vectorsIn } from '../../../core/document/check-values';
import type { Carrier } from '../../../core/document/scene';
import { holdsPath } from '../../../core/scene/shared-paths';
import { asPoints } from '../../../core/kinds/shared/path-line';
import { scenePathParameters } from '../../../core/kinds/shared/path-parameters';
import { reversed, smoothed, subdivided, toMillimetre } from '../../../core/lib/paths/edit';
import type { Vector } from '../../../core/lib/math/vector';
import { NameMenu } from '../../widgets/name-menu';
import { ParameterRows } from '../../widgets/parameter-rows';
import { changePath, setPath } from '../../state/path-edit';
import { useSceneOf } from '../../state/scene-store';
import { beginDrawing, endDrawing, usePathDrawing } from '../../state/path-drawing';
import { canJoin, joinPath } from './path-join';

/** What can be done to the points of a drawn path. */
function PointTools({ carrier }: { carrier: Carrier }) {
  const carriers = useSceneOf((scene) => scene.carriers);
  const { points, closed, smooth } = carrier.path;
  const drawing = usePathDrawing((state) => state.id === carrier.id);
  const knots = vectorsIn(points);
  const change = (next: readonly Vector[]) =>
    changePath(carrier.id, (path) => ({ ...path, points: toMillimetre(next) }));
  const isOpen = ({ path }: Carrier) => path.form === 'drawn' && path['closed'] !== true;
  const others = isOpen(carrier)
    ? carriers.filter((one) => one !== carrier && isOpen(one) && canJoin(carrier, one))
    : [];
  const room = MOST_LISTED.points - knots.length;
  return (
    <div className="flex flex-wrap gap-2 py-1.5" role="group" aria-label="Change its points">
      <button
        className={`line-button ${drawing ? 'text-lamp' : ''}`}
        aria-pressed={drawing}
        title="Adds a point with each click in the view"
        onClick={() => (drawing ? endDrawing() : beginDrawing(carrier.id))}
      >
        Draw
      </button>
      <button className="line-button" title="Goes the other way along it" onClick={() => change(reversed(knots))}>
        Reverse
      </button>
      <button
        className="line-button"
        title="Moves each point towards its neighbours"
        onClick={() => change(smoothed(knots, closed === true))}
      >
        Smooth out
      </button>
      <button
        className="line-button"
        disabled={knots.length > room}
        title={
          knots.length > room
            ? `It would have more than ${MOST_LISTED.points} points`
            : 'Adds a point between every two; the path stays as it is'
        }
        onClick={() => change(subdivided(knots, closed === true, smooth === true))}
      >
        Subdivide
      </button>
      {others.length > 0 && (
        <NameMenu
          label="Join with"
          title="Adds the points of another path; what is on it follows this one"
          things={others}
          onChoose={(id) => joinPath(carrier.id, id)}
        />
      )}
    </div>
  );
}

/** The path that a carrier holds. */
export function PathSection({ carrier }: { carrier: Carrier }) {
  const drawn = asPoints(carrier.path);
  return (
    <>
      <ParameterRows
        description={scenePathParameters}
        of={{ sort: 'carriers', id: carrier.id, prefix: 'path.' }}
        values={carrier.path}
        onChange={(name, value) => setPath(carrier.id, name, value)}
      />
      {holdsPath(carrier) && carrier.path.form === 'drawn' && <PointTools carrier={carrier} />}
      {drawn && (
        <button
          className="line-button my-1.5"
          title="Draws the same path point by point, so that each can be moved"
          onClick={() => changePath(carrier.id, () => ({ ...drawn, form: 'drawn' }))}
        >
          Turn it into points
        </button>
      )}
    </>
  );
}
