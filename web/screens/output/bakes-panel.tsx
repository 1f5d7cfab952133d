import { Pause, Play, X } from 'lucide-react';
import { useState } from 'react';
import type { StoredBake } from '../../../formats/stored-bake';
import { api } from '../../state/api';
import { useBakes, useToldOfBakes } from '../../simulation/bakes';

/** Bytes in words. */
function inBytes(bytes: number): string {
  const units = ['B', 'kB', 'MB', 'GB', 'TB'];
  const power = Math.min(units.length - 1, Math.max(0, Math.floor(Math.log10(Math.max(1, bytes)) / 3)));
  return `${Number((bytes / 1000 ** power).toPrecision(3))} ${units[power]}`;
}

const WORDS: Readonly<Record<StoredBake['state'], string>> = {
  queued: 'waits',
  running: '',
  paused: 'paused',
  done: 'done',
  failed: 'stopped',
};

function Row({ bake }: { bake: StoredBake }) {
  const [refused, setRefused] = useState<string>();
  const { id, scene, first, last, done, bytes, state, message } = bake;
  const [total, made] = [last - first + 1, done - first + 1];
  const active = state === 'running' || state === 'queued';
  const ask = (work: Promise<unknown>) => {
    setRefused(undefined);
    work.catch((error: Error) => setRefused(error.message));
  };
  return (
    <li
      className="grid grid-cols-[1fr_auto] items-center gap-x-3 gap-y-1 border-b border-rule px-4 py-2"
      aria-label={`Bake of ${scene}`}
    >
      <span className="min-w-0">
        <span className="block truncate">{scene}</span>
        <span className="num block text-second">
          {[
            WORDS[state],
            state === 'done' ? `frames ${first} to ${last}` : `${made} of ${total} frames`,
            inBytes(bytes),
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </span>
      <span className="flex items-center gap-1">
        {active && (
          <button
            className="text-button px-1"
            aria-label={`Pause the bake of ${scene}`}
            title="Pause; written frames are kept"
            onClick={() => ask(api.pauseBake(id))}
          >
            <Pause size={14} />
          </button>
        )}
        {(state === 'paused' || state === 'failed') && (
          <button
            className="text-button px-1"
            aria-label={`Resume the bake of ${scene}`}
            title="Resume after the last written frame"
            onClick={() => ask(api.resumeBake(id))}
          >
            <Play size={14} />
          </button>
        )}
        <button
          className="text-button px-1"
          aria-label={`${active ? 'Cancel' : 'Remove'} the bake of ${scene}`}
          title={active ? 'Cancel the bake and delete its frames' : 'Delete its frames'}
          onClick={() => ask(api.removeBake(id))}
        >
          <X size={14} />
        </button>
      </span>
      {state !== 'done' && (
        <progress
          className="col-span-2 h-1 w-full appearance-none overflow-hidden rounded-none [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-lamp"
          value={made}
          max={total}
          aria-label="Progress of the bake"
        />
      )}
      {(message || refused) && (
        <p role="alert" className="col-span-2 text-xs text-signal">
          {refused ?? `It stopped: ${message}.`}
        </p>
      )}
    </li>
  );
}

/** The bakes on the server, and what of its disk they take. */
export function BakesPanel() {
  useToldOfBakes();
  const stored = useBakes((state) => state.stored);
  if (!stored) return null;
  if (stored.bakes.length === 0)
    return (
      <p className="px-4 pt-1 pb-3 text-second">
        There is no bake yet. A bake keeps simulated frames on disk, so that renders and the Studio need not simulate
        again.
      </p>
    );
  return (
    <>
      <ul className="max-h-48 overflow-y-auto" aria-label="Bakes">
        {stored.bakes.map((bake) => (
          <Row key={bake.id} bake={bake} />
        ))}
      </ul>
      <p className="num px-4 py-1.5 text-xs text-second">
        {inBytes(stored.used)} on the disk, {inBytes(stored.free)} free
      </p>
    </>
  );
}
