import { Pause, Play, SkipBack, SkipForward, StepBack, StepForward } from 'lucide-react';
import { useRef } from 'react';
import { usePlayer } from '../../state/player-store';
import { lengthBeyond } from '../../state/running-scene';
import { useClock } from '../../state/scene-clock';
import { useStage } from '../../simulation/stage';
import { useRecord } from '../../state/record';
import { Markers } from './markers';
import { RulerSound } from './ruler-sound';
import { ticksOf } from '../../widgets/ticks';
import { useSceneOf } from '../../state/scene-store';

function timecode(frame: number, fps: number): string {
  const seconds = frame / fps;
  const sign = seconds < 0 ? '−' : '';
  const whole = Math.floor(Math.abs(seconds));
  const pad = (n: number) => String(n).padStart(2, '0');
  return `${sign}${pad(Math.floor(whole / 60))}:${pad(whole % 60)}.${pad(Math.floor((Math.abs(seconds) - whole) * 100))}`;
}

function Ruler() {
  const time = useSceneOf((scene) => scene.time);
  const frame = usePlayer((player) => player.frame);
  const cached = usePlayer((player) => player.cached);
  const bake = usePlayer((player) => player.bake);
  const { transport } = useStage();
  const bar = useRef<HTMLDivElement>(null);
  const end = time.last + usePlayer((player) => player.beyond);
  const frames = Math.max(1, end - time.first);
  const x = (f: number) => (100 * (f - time.first)) / frames;
  const ticks = ticksOf(time.first, end, time.fps);
  const seekTo = (clientX: number) => {
    const { left, width } = bar.current!.getBoundingClientRect();
    transport.seek(time.first + ((clientX - left) / width) * frames);
  };
  return (
    <div
      ref={bar}
      role="slider"
      tabIndex={0}
      aria-label="Frame"
      aria-valuemin={time.first}
      aria-valuemax={end}
      aria-valuenow={frame}
      className="relative mx-4 h-full flex-1 cursor-col-resize touch-none select-none"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        seekTo(event.clientX);
      }}
      onPointerMove={(event) => event.buttons === 1 && seekTo(event.clientX)}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        transport.step(by);
      }}
    >
      {ticks.map((f) => (
        <span
          key={f}
          className="num absolute top-0 border-l border-rule pl-1 text-faint"
          style={{ left: `${x(f)}%`, height: 18 }}
        >
          {f}
        </span>
      ))}
      <RulerSound left={x} />
      <span className="absolute inset-x-0 bottom-2 h-px bg-rule" />
      {end > time.last && (
        <span
          data-testid="beyond"
          title={`Past the last frame, ${time.last}: simulated to look at, not part of the shot`}
          className="absolute inset-y-0 right-0 border-l border-dashed border-second bg-surround/70"
          style={{ left: `${x(time.last)}%` }}
        />
      )}
      {cached
        .filter(([from]) => from <= end)
        .map(([from, to]) => (
          <span
            key={from}
            data-testid="cached"
            className="absolute bottom-1.5 h-1 bg-second/60"
            style={{ left: `${x(from)}%`, width: `max(2px, ${x(Math.min(to, end)) - x(from)}%)` }}
          />
        ))}
      {bake !== undefined && (
        <span
          className="pointer-events-none absolute right-0 bottom-3 bg-panel px-1 text-xs text-lamp"
          title="Frames are read from a bake of the scene as it is. An edit of the simulation lets go of it."
        >
          baked
        </span>
      )}
      <Markers left={x} pixelsAFrame={() => bar.current!.getBoundingClientRect().width / frames} />
      <span className="pointer-events-none absolute inset-y-0 w-px bg-lamp" style={{ left: `${x(frame)}%` }}>
        <svg className="absolute bottom-0 -left-1 h-3.5 w-2.5 text-lamp" viewBox="0 0 10 14" aria-hidden>
          <path d="M5 0l5 7-5 7-5-7z" fill="currentColor" />
        </svg>
      </span>
    </div>
  );
}

/** Playing, stepping, the ruler and the readout, between the view and the desk. */
export function TransportBar() {
  const time = useSceneOf((scene) => scene.time);
  const { frame, playing, pace, beyond } = usePlayer();
  const { transport, session } = useStage();
  const { on: recording, autoKey } = useRecord();
  const clock = useClock();
  const button = (label: string, key: string, act: () => void, icon: React.ReactNode) => (
    <button className="text-button px-1" aria-label={label} title={`${label} (${key})`} onClick={act}>
      {icon}
    </button>
  );
  return (
    <div
      data-handbook="topic/time"
      className="@container flex h-11 shrink-0 items-center border-t border-rule bg-panel px-3"
    >
      {button('Go to the first frame', 'Home', () => transport.seek(time.first), <SkipBack size={14} />)}
      {button('One frame back', ',', () => transport.step(-1), <StepBack size={14} />)}
      {button(
        playing ? 'Pause' : 'Play',
        'Space',
        () => transport.toggle(),
        playing ? <Pause size={17} /> : <Play size={17} />,
      )}
      {button('One frame on', '.', () => transport.step(1), <StepForward size={14} />)}
      {button('Go to the last frame', 'End', () => transport.seek(time.last), <SkipForward size={14} />)}
      <button
        className="text-button ml-1 hidden w-20 text-left text-xs leading-tight @3xl:block"
        title="“Every frame” shows each frame, however long it takes. “Real time” keeps to the clock and skips frames."
        onClick={() => transport.setPace(pace === 'every frame' ? 'real time' : 'every frame')}
      >
        {pace}
      </button>
      <button
        className={`text-button px-1 text-xs ${recording ? 'text-signal' : ''}`}
        aria-pressed={recording}
        title="While it plays, dragged numbers are recorded as keyframes; one gesture is one step of undo"
        onClick={() => useRecord.setState({ on: !recording })}
      >
        record
      </button>
      <button
        className="text-button px-1 text-xs whitespace-nowrap"
        aria-pressed={autoKey}
        title={
          autoKey
            ? 'Changing a keyframed number writes a keyframe at the playhead'
            : 'Changing a keyframed number shifts all its keyframes by the same amount'
        }
        onClick={() => useRecord.setState({ autoKey: !autoKey })}
      >
        auto-key
      </button>
      <button
        className="text-button hidden px-1 text-xs whitespace-nowrap @3xl:block"
        aria-pressed={beyond > 0}
        title="Plays past the last frame, to see the frames after it; the range of the shot stays the same"
        onClick={() => session.tryOn(beyond > 0 ? 0 : lengthBeyond(time))}
      >
        play past the end
      </button>
      <Ruler />
      <div className="num w-32 text-right leading-tight">
        <div>
          <span className="text-lamp">{frame}</span> <span className="text-text">{timecode(frame, time.fps)}</span>
        </div>
        <div className="text-faint">
          {clock.even ? `${time.fps} fps · to ${time.last}` : `scene ${clock.at(frame).toFixed(1)} · to ${time.last}`}
        </div>
      </div>
    </div>
  );
}
