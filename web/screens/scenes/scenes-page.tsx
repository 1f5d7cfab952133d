import { acceptOf, readable } from '../../../formats/readable';
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Plus, Upload } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { examples } from '../../../core/examples';
import { api, ApiError, type SceneCard as Card } from '../../state/api';
import { onSceneNews } from '../../state/saving/scene-news';
import { followGuide, takeUpGuide, useGuide } from '../../panels/guide/guide-store';
import { SceneCard } from './scene-card';
import { useThumbnails } from './use-thumbnails';

/** Why an import was refused: every fault, where there are several. */
function Refused({ name, error }: { name: string; error: Error }) {
  const faults = error instanceof ApiError ? error.faults : [];
  return (
    <div role="alert" className="mb-4 border border-signal px-3 py-2 text-signal">
      <p>
        “{name}” was not imported. {error.message}
      </p>
      {faults.length > 1 && (
        <ul className="num mt-1 list-disc pl-5">
          {faults.slice(1, 12).map((fault) => (
            <li key={fault.field + fault.code}>{fault.message}</li>
          ))}
          {faults.length > 12 && <li>and {faults.length - 12} more</li>}
        </ul>
      )}
    </div>
  );
}

/** All scenes: open, make, copy, name, delete, bring in and hand out. */
export function ScenesPage() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<{ name: string; error: Error }>();
  const list = useQuery({ queryKey: ['scenes'], queryFn: api.list });
  useThumbnails(list.data);
  const notices = useQuery({ queryKey: ['notices'], queryFn: api.notices, staleTime: Infinity });
  useEffect(() => onSceneNews(() => void queries.invalidateQueries({ queryKey: ['scenes'] })), [queries]);

  const again = () => queries.invalidateQueries({ queryKey: ['scenes'] });
  const failed = (error: Error) => void toast.error(error.message);
  const act = useMutation({ mutationFn: (work: () => Promise<unknown>) => work(), onSuccess: again, onError: failed });
  const left = useGuide(({ scene }) => scene !== undefined && list.data?.some(({ id }) => id === scene));
  const create = useMutation({
    mutationFn: ({ from = {} }: { readonly from?: Parameters<typeof api.create>[0]; readonly guided?: true }) =>
      api.create(from),
    onSuccess: (made, { guided }) => {
      if (guided) followGuide(made.id);
      return navigate(`/scene/${made.id}`);
    },
    onError: failed,
  });
  const bringIn = useMutation({
    mutationFn: api.importFile,
    onSuccess: (made) => {
      setRefused(undefined);
      toast(`“${made.scene.name}” is imported.`, {
        action: { label: 'Open it', onClick: () => void navigate(`/scene/${made.id}`) },
      });
      return again();
    },
    onError: (error, file) => setRefused({ name: file.name, error }),
  });
  const remove = (card: Card) =>
    act.mutate(async () => {
      await api.remove(card.id);
      toast(`“${card.name}” is deleted.`, {
        duration: 12_000,
        action: { label: 'Undo', onClick: () => act.mutate(() => api.restore(card.id)) },
      });
    });
  const take = (file: File | undefined) => file && bringIn.mutate(file);

  return (
    <main
      className="mx-auto flex h-full max-w-[120rem] flex-col overflow-y-auto px-8 pb-8"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        take(event.dataTransfer.files[0]);
      }}
    >
      <header className="flex items-center gap-4 py-6">
        <img src="/mark.svg" alt="" className="h-8" />
        <h1 className="text-xl font-semibold">Scenes</h1>
        <span className="flex-1" />
        <button
          className="line-button flex items-center gap-1.5"
          disabled={bringIn.isPending}
          onClick={() => input.current!.click()}
        >
          <Upload size={14} /> {bringIn.isPending ? 'Importing …' : 'Import a file'}
        </button>
        <input
          ref={input}
          type="file"
          hidden
          accept={acceptOf(readable.scene)}
          aria-label="Scene file"
          onChange={(event) => {
            take(event.currentTarget.files?.[0]);
            event.currentTarget.value = '';
          }}
        />
        <Menu>
          <MenuButton className="lamp-button flex items-center gap-1.5" disabled={create.isPending}>
            <Plus size={14} /> New scene
          </MenuButton>
          <MenuItems anchor="bottom end" className="z-10 mt-1 w-56 border border-rule bg-panel py-1 focus:outline-none">
            <MenuItem>
              <button
                className="block w-full px-4 py-1.5 text-left data-focus:bg-raised"
                onClick={() => create.mutate({})}
              >
                With one emitter
              </button>
            </MenuItem>
            <MenuItem>
              <button
                className="block w-full px-4 py-1.5 text-left data-focus:bg-raised"
                onClick={() => create.mutate({ guided: true })}
              >
                Guided start
                <span className="block text-xs text-faint">from an emitter to a clip, in five minutes</span>
              </button>
            </MenuItem>
            {left && (
              <MenuItem>
                <button
                  className="block w-full px-4 py-1.5 text-left data-focus:bg-raised"
                  onClick={() => void navigate(`/scene/${takeUpGuide()}`)}
                >
                  Go on with the guided start
                </button>
              </MenuItem>
            )}
            <p className="px-4 pt-2 pb-1 text-xs text-faint">From an example</p>
            {examples.map(({ slug, scene }) => (
              <MenuItem key={slug}>
                <button
                  className="block w-full px-4 py-1.5 text-left data-focus:bg-raised"
                  onClick={() => create.mutate({ from: { example: slug } })}
                >
                  {scene.name}
                </button>
              </MenuItem>
            ))}
          </MenuItems>
        </Menu>
      </header>
      {notices.data && notices.data.length > 0 && (
        <ul role="status" className="mb-4 border border-lamp px-3 py-2">
          {notices.data.map((notice) => (
            <li key={notice}>{notice}</li>
          ))}
        </ul>
      )}
      {refused && <Refused {...refused} />}
      {list.isError && (
        <p role="alert" className="text-signal">
          {list.error.message}{' '}
          <button className="line-button ml-2" onClick={() => void list.refetch()}>
            Try again
          </button>
        </p>
      )}
      {list.data?.length === 0 && (
        <p className="text-second">There is no scene yet. Make a new one: it opens with particles already moving.</p>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(20rem,1fr))] gap-5">
        {list.data?.map((card) => (
          <SceneCard
            key={card.id}
            card={card}
            onRename={(name) => act.mutate(() => api.rename(card.id, name))}
            onDuplicate={() => act.mutate(() => api.create({ copyOf: card.id }))}
            onDelete={() => remove(card)}
          />
        ))}
      </ul>
    </main>
  );
}
