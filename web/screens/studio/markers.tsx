import { useState } from 'react';
import { create } from 'zustand';
import type { Marker } from '../../../core/document/scene';
import { followDrag } from '../../widgets/drag';
import { useSceneOf } from '../../state/scene-store';
import { useStage } from '../../simulation/stage';
import { moveMarker, removeMarker, renameMarker } from './marker-edit';

/** The frame of the marker whose name is being typed. */
export const useNaming = create<{ readonly frame: number | undefined }>(() => ({ frame: undefined }));

const nameMarker = (frame: number | undefined): void => useNaming.setState({ frame });

function NameInput({ marker }: { marker: Marker }) {
  const [name, setName] = useState(marker.name);
  const done = () => {
    renameMarker(marker.frame, name);
    nameMarker(undefined);
  };
  return (
    <input
      autoFocus
      aria-label={`Name of the marker at frame ${marker.frame}`}
      className="num w-28 bg-raised px-1"
      value={name}
      onFocus={(event) => event.currentTarget.select()}
      onChange={(event) => setName(event.currentTarget.value)}
      onBlur={done}
      onPointerDown={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') done();
        else if (event.key === 'Escape') nameMarker(undefined);
      }}
    />
  );
}

function Flag({ marker, left, pixelsAFrame }: { marker: Marker; left: number; pixelsAFrame: () => number }) {
  const { transport } = useStage();
  const naming = useNaming((state) => state.frame === marker.frame);
  const { frame, name } = marker;
  const begin = (event: React.PointerEvent) => {
    const each = pixelsAFrame();
    let at = frame;
    followDrag(
      event,
      ({ dx }) => {
        const to = frame + Math.round(dx / each);
        if (moveMarker(at, to)) at = to;
      },
      (moved) => moved || transport.seek(frame),
    );
  };
  const onKey = (event: React.KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (by !== undefined) moveMarker(frame, frame + by * (event.shiftKey ? 10 : 1));
    else if (event.key === 'Delete' || event.key === 'Backspace') removeMarker(frame);
    else if (event.key === 'Enter') nameMarker(frame);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <span className="absolute top-4 z-10 flex h-4 items-center border-l border-text" style={{ left: `${left}%` }}>
      {naming ? (
        <NameInput marker={marker} />
      ) : (
        <button
          className="num max-w-28 cursor-pointer touch-none truncate bg-panel/80 px-1 text-second hover:text-text"
          aria-label={`Marker ${name} at frame ${frame}`}
          title={`${name}, frame ${frame}: click to go there, drag to move it, double-click to name it, Delete to remove it`}
          onPointerDown={begin}
          onDoubleClick={() => nameMarker(frame)}
          onKeyDown={onKey}
        >
          {name}
        </button>
      )}
    </span>
  );
}

/** The markers of the scene on a ruler; `left` tells where a frame is, in per cent. */
export function Markers({ left, pixelsAFrame }: { left: (frame: number) => number; pixelsAFrame: () => number }) {
  const markers = useSceneOf((scene) => scene.markers);
  return markers.map((marker, i) => {
    const at = left(marker.frame);
    // By their place in the row, so that one that is moved keeps the focus.
    return at < 0 || at > 100 ? null : <Flag key={i} marker={marker} left={at} pixelsAFrame={pixelsAFrame} />;
  });
}
