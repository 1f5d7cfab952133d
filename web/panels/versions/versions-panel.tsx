import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { StoredVersion } from '../../../formats/stored-version';
import { api } from '../../state/api';
import { useStage } from '../../simulation/stage';
import { changeScene, useScene } from '../../state/scene-store';
import { SideBySide } from './side-by-side';
import { keyOf, useVersions } from './use-versions';
import { messageOf } from '../../../core/lib/errors';

/** When a version was saved: the time today, and the day as well before that. */
function when(iso: string): string {
  const date = new Date(iso);
  const time = date.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' });
  return date.toDateString() === new Date().toDateString() ? time : `${date.toLocaleDateString()} ${time}`;
}

function VersionRow({ id, version, chosen, present, onChoose }: Row) {
  const queries = useQueryClient();
  const rename = async (name: string) => {
    if (name.trim() === version.name) return;
    await api.nameVersion(id, version.revision, name.trim()).catch((error: Error) => toast.error(error.message));
    await queries.invalidateQueries({ queryKey: keyOf(id) });
  };
  return (
    <li
      className={`flex items-center gap-3 border-l-2 px-3 py-1.5 ${chosen ? 'border-lamp bg-raised' : 'border-transparent'}`}
    >
      <button className="flex shrink-0 items-center gap-3 text-left" aria-pressed={chosen} onClick={onChoose}>
        <span className="block aspect-video w-24 bg-surround">
          {version.pictured && (
            <img
              src={`/api/scenes/${id}/versions/${version.revision}/picture`}
              alt=""
              className="h-full w-full object-cover"
            />
          )}
        </span>
        <span className={`num w-20 ${chosen ? 'text-lamp' : 'text-text'}`}>
          {when(version.created)}
          {present && <span className="block font-sans text-xs text-second">present</span>}
        </span>
      </button>
      <input
        aria-label={`Name of the version of ${when(version.created)}`}
        className="w-full min-w-0 rounded-sm bg-transparent px-1 hover:bg-surround focus:bg-surround"
        placeholder="name it to keep it"
        defaultValue={version.name}
        maxLength={120}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onBlur={(event) => void rename(event.currentTarget.value)}
      />
    </li>
  );
}

interface Row {
  readonly id: string;
  readonly version: StoredVersion;
  readonly chosen: boolean;
  readonly present: boolean;
  onChoose(): void;
}

/** A version played beside the scene as it is now, and the two things that can be done with it. */
function Chosen({ version, onDone }: { version: StoredVersion; onDone: () => void }) {
  const { id } = useStage();
  const present = useScene();
  const navigate = useNavigate();
  const { data: scene, error } = useQuery({
    queryKey: ['version', id, version.revision],
    queryFn: () => api.version(id, version.revision),
    staleTime: Infinity,
  });
  const label = version.name || when(version.created);
  const scenes = useMemo(
    () =>
      scene && [
        { label, scene },
        { label: 'now', scene: present },
      ],
    [scene, present, label],
  );
  const restore = () => {
    if (!scene || !changeScene(() => scene)) return;
    toast(`“${label}” is restored. Ctrl+Z undoes it.`);
    onDone();
  };
  const copy = async () => {
    try {
      const made = await api.create({ copyOf: id, version: version.revision });
      onDone();
      void navigate(`/scene/${made.id}`);
    } catch (failed) {
      toast.error(messageOf(failed));
    }
  };
  if (error) return <p className="text-signal">{error.message}</p>;
  if (!scenes) return <p className="text-second">Opening this version …</p>;
  return (
    <>
      <SideBySide scenes={scenes} />
      <div className="mt-3 flex gap-2">
        <button className="lamp-button" onClick={restore}>
          Restore this version
        </button>
        <button className="line-button" onClick={() => void copy()}>
          Open as a copy
        </button>
      </div>
    </>
  );
}

/** Earlier versions of the open scene: looked at, named, restored, or opened as scenes of their own. */
export function VersionsPanel({ onClose }: { onClose: () => void }) {
  const { id, saver } = useStage();
  const queries = useQueryClient();
  const list = useVersions(id);
  const [revision, setRevision] = useState<number>();
  // What is not saved yet becomes a version first.
  useEffect(
    () => void saver.flush().then(() => queries.invalidateQueries({ queryKey: keyOf(id) })),
    [saver, queries, id],
  );
  const versions = list.data ?? [];
  const chosen = versions.find((version) => version.revision === revision) ?? versions[1];
  return (
    <Dialog open onClose={onClose} className="relative z-20">
      <div className="fixed inset-0 grid place-content-center bg-surround/70">
        <DialogPanel
          data-handbook="topic/versions"
          className="grid h-[36rem] max-h-[90vh] w-[68rem] max-w-[95vw] grid-cols-[26rem_1fr] grid-rows-[auto_1fr] border border-rule bg-panel"
        >
          <header className="col-span-2 flex items-baseline gap-3 border-b border-rule px-4 py-2.5">
            <DialogTitle className="text-lg">Versions</DialogTitle>
            <p className="flex-1 text-xs text-second">
              Every version of the last hour is kept, then one an hour for a day, and one a day after that. Named
              versions are always kept.
            </p>
            <button className="text-button" aria-label="Close" onClick={onClose}>
              <X size={15} />
            </button>
          </header>
          <ul className="overflow-y-auto border-r border-rule py-1" aria-label="Versions of this scene">
            {versions.map((version, i) => (
              <VersionRow
                key={version.revision}
                id={id}
                version={version}
                present={i === 0}
                chosen={version === chosen}
                onChoose={() => setRevision(version.revision)}
              />
            ))}
            {list.isError && <li className="px-3 text-signal">{list.error.message}</li>}
            {list.isSuccess && versions.length === 0 && (
              <li className="px-3 py-2 text-second">
                The present version is the only one so far. Each saved edit adds another.
              </li>
            )}
          </ul>
          <section className="overflow-y-auto p-4" aria-label="The chosen version beside the present">
            {chosen ? <Chosen key={chosen.revision} version={chosen} onDone={onClose} /> : null}
          </section>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
