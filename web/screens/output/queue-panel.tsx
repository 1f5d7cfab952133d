import { counted } from '../../../core/lib/counted';
import { Pause, Play, X } from 'lucide-react';
import { useState } from 'react';
import { saveFile } from '../../widgets/save-file';
import type { Job } from './jobs-store';
import { saveInFolder } from './folder';
import { fileOf, pause, remove, resume, useQueue, type Going } from './queue';
import { formatOf } from '../../../formats/render-formats';
import { clipNameOf, picturesOf } from '../../../formats/render-settings';
import { messageOf } from '../../../core/lib/errors';

/** Time left in words, from what was done so far; nothing for what will soon be over. */
function timeLeft({ drawn, since }: Going, left: number): string {
  if (drawn < 2) return '';
  const seconds = (((performance.now() - since) / drawn) * left) / 1000;
  return seconds < 60 ? `about ${Math.ceil(seconds)} s left` : `about ${Math.ceil(seconds / 60)} min left`;
}

/** How a render stands, in words. */
function standing(job: Job, total: number, going: Going | undefined): string {
  const { state, done } = job;
  if (state === 'done') return `done: ${counted(total, 'frame')}`;
  if (state === 'packing') return `putting the clip together: ${going?.packed ?? 0} of ${total}`;
  const words = { waiting: 'waits', running: '', paused: 'paused', failed: 'stopped' }[state];
  return [words, `${done} of ${total} frames`, going ? timeLeft(going, total - done) : ''].filter(Boolean).join(' · ');
}

function Row({ job, chosen, onChoose }: { job: Job; chosen: boolean; onChoose: () => void }) {
  const going = useQueue((queue) => (queue.going?.id === job.id ? queue.going : undefined));
  const [saving, setSaving] = useState(false);
  const [refused, setRefused] = useState<string>();
  const { id, scene, settings, state, done, note } = job;
  const total = picturesOf(settings, scene.emitters).length;
  const { label, frames, extension, type } = formatOf(settings.format);
  const own = clipNameOf(settings.pattern, frames ? 'zip' : extension);
  // Two renders of one name are told apart by the number of the later one.
  const alike = useQueue(
    (queue) =>
      queue.jobs.filter(
        (other) => other.id < id && clipNameOf(other.settings.pattern, '') === clipNameOf(settings.pattern, ''),
      ).length,
  );
  const name = alike === 0 ? own : own.replace(/(?=\.[^.]*$)/, `-${alike + 1}`);
  const active = state === 'running' || state === 'waiting' || state === 'packing';
  const save = async () => {
    setSaving(true);
    try {
      saveFile(await fileOf(id), name, frames ? 'application/zip' : type);
    } catch (error) {
      setRefused(`${name} can’t be made: ${messageOf(error)}.`);
    }
    setSaving(false);
  };
  const saveIn = async () => {
    setSaving(true);
    setRefused(undefined);
    try {
      await saveInFolder(job);
    } catch (error) {
      if (!(error instanceof Error && error.name === 'AbortError'))
        setRefused(`The pictures can’t be written there: ${messageOf(error)}.`);
    }
    setSaving(false);
  };
  return (
    <li
      className={`grid grid-cols-[1fr_auto] items-center gap-x-3 gap-y-1 border-b border-rule px-4 py-2 ${chosen ? 'bg-raised' : ''}`}
      aria-label={`Render of ${scene.name}: ${label}`}
    >
      <button className="min-w-0 text-left" aria-pressed={chosen} title="Play" onClick={onChoose}>
        <span className="block truncate">
          {scene.name} <span className="text-second">· {label}</span>
        </span>
        <span className="num block text-second">{standing(job, total, going)}</span>
      </button>
      <span className="flex items-center gap-1">
        {state === 'done' && (
          <button className="lamp-button" disabled={saving} onClick={() => void save()}>
            {saving ? 'Packing …' : `Save ${name}`}
          </button>
        )}
        {state === 'done' && frames && 'showDirectoryPicker' in window && (
          <button
            className="line-button"
            disabled={saving}
            title="Writes the pictures into a folder as they are"
            onClick={() => void saveIn()}
          >
            To a folder
          </button>
        )}
        {active && (
          <button
            className="text-button px-1"
            aria-label={`Pause the render of ${scene.name}`}
            title="Pause; it resumes from this frame"
            onClick={() => void pause(id)}
          >
            <Pause size={14} />
          </button>
        )}
        {(state === 'paused' || state === 'failed') && (
          <button
            className="text-button px-1"
            aria-label={`Resume the render of ${scene.name}`}
            title="Resume from the frame where it stopped"
            onClick={() => void resume(id)}
          >
            <Play size={14} />
          </button>
        )}
        <button
          className="text-button px-1"
          aria-label={`${active ? 'Cancel' : 'Remove'} the render of ${scene.name}`}
          title={active ? 'Cancel the render and delete its pictures' : 'Remove the render and its pictures'}
          onClick={() => void remove(id)}
        >
          <X size={14} />
        </button>
      </span>
      {state !== 'done' && (
        <progress
          className="col-span-2 h-1 w-full appearance-none overflow-hidden rounded-none [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-lamp"
          value={state === 'packing' ? (going?.packed ?? 0) : done}
          max={total}
          aria-label="Progress of the render"
        />
      )}
      {(note || refused) && (
        <p
          role={state === 'failed' || refused ? 'alert' : 'note'}
          className={`col-span-2 text-xs ${state === 'failed' || refused ? 'text-signal' : 'text-second'}`}
        >
          {refused ?? note}
        </p>
      )}
    </li>
  );
}

/** The renders that are ordered, under way and done. */
export function QueuePanel({
  chosen,
  onChoose,
}: {
  chosen: number | undefined;
  onChoose: (id: number | undefined) => void;
}) {
  const jobs = useQueue((queue) => queue.jobs);
  if (jobs.length === 0)
    return (
      <p className="px-4 pt-1 pb-3 text-second">
        There is no render yet. Renders are listed here, also after the page has been closed.
      </p>
    );
  return (
    <ul className="max-h-56 overflow-y-auto" aria-label="Renders">
      {[...jobs].toReversed().map((job) => (
        <Row
          key={job.id}
          job={job}
          chosen={job.id === chosen}
          onChoose={() => onChoose(job.id === chosen ? undefined : job.id)}
        />
      ))}
    </ul>
  );
}
