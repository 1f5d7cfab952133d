import { toast } from 'sonner';
import { MOST, type Marker } from '../../../core/document/scene';
import { editScene, openedScene } from '../../state/scene-store';

const inOrder = (markers: readonly Marker[]): Marker[] => [...markers].toSorted((a, b) => a.frame - b.frame);

const setMarkers = (markers: readonly Marker[]): boolean =>
  editScene((scene) => void (scene.markers = inOrder(markers)));

/** Puts a marker at a frame; false where there is one already, or no room for another. */
export function addMarker(frame: number): boolean {
  const { markers } = openedScene();
  if (markers.some((m) => m.frame === frame)) return false;
  if (markers.length >= MOST.markers) {
    toast.error(`The scene has ${MOST.markers} markers. The limit is ${MOST.markers}.`);
    return false;
  }
  setMarkers([...markers, { frame, name: `Marker ${markers.length + 1}` }]);
  return true;
}

/** Gives the marker of a frame another name; an empty one leaves it as it is. */
export function renameMarker(frame: number, name: string): void {
  const typed = name.trim().slice(0, MOST.name);
  const { markers } = openedScene();
  if (typed !== '') setMarkers(markers.map((m) => (m.frame === frame ? { ...m, name: typed } : m)));
}

/** Moves a marker to another frame, unless there is one. */
export function moveMarker(from: number, to: number): boolean {
  const { markers } = openedScene();
  if (from === to || markers.some((m) => m.frame === to)) return false;
  setMarkers(markers.map((m) => (m.frame === from ? { ...m, frame: to } : m)));
  return true;
}

/** Takes the marker of a frame away. */
export function removeMarker(frame: number): void {
  setMarkers(openedScene().markers.filter((m) => m.frame !== frame));
}

/** The frame of the next marker after a frame, or of the one before it; undefined where there is none. */
export function markerFrom(frame: number, way: 1 | -1): number | undefined {
  const { markers } = openedScene();
  return way > 0
    ? markers.find((m) => m.frame > frame)?.frame
    : [...markers].toReversed().find((m) => m.frame < frame)?.frame;
}
