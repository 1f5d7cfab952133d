import { History, Redo2, Search, Undo2 } from 'lucide-react';
import { lazy, Suspense, useCallback, useState } from 'react';
import { flushSync } from 'react-dom';
import { Link, NavLink } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { toast } from 'sonner';
import { closeHandbook, openHandbook, useHandbook } from '../panels/handbook/handbook-store';
import { SearchPanel } from '../panels/search/search-panel';
import { useStore } from 'zustand';
import { usePlayer } from '../state/player-store';
import { useStage } from '../simulation/stage';
import { editScene, redo, undo, useSceneOf, useSceneStore } from '../state/scene-store';
import { notTyping, notWriting } from '../widgets/hotkeys';
import { thousands } from '../widgets/sum';
import { DraftMenu } from '../screens/studio/draft-menu';

const clock = (iso: string) =>
  new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' });

function SaveNote() {
  const { saver } = useStage();
  const state = useStore(saver.state);
  const { unkept } = useStore(saver.unkept);
  const text = {
    saved: () => `saved ${'at' in state ? clock(state.at) : ''}`,
    waiting: () => 'not saved yet',
    saving: () => 'saving …',
    lost: () => 'not saved: no answer',
    refused: () => ('gone' in state && state.gone ? 'not saved: deleted elsewhere' : 'not saved: refused'),
    conflict: () => 'not saved: changed elsewhere',
  }[state.kind]();
  const alarm = state.kind === 'lost' || state.kind === 'refused' || state.kind === 'conflict';
  if (state.kind === 'refused' && state.gone)
    return (
      <button
        className="line-button text-signal"
        onClick={() => void saver.bringBack().catch((error: Error) => toast.error(error.message))}
      >
        deleted elsewhere: restore it
      </button>
    );
  return (
    <span
      className={`num ${alarm ? 'text-signal' : 'text-second'}`}
      role="status"
      title={
        state.kind === 'lost'
          ? `${state.message} It is tried again every two seconds. ${unkept ? 'Keep this window open: this browser can’t keep your edits.' : 'Your edits are kept in this browser until then.'}`
          : state.kind === 'refused'
            ? state.message
            : undefined
      }
    >
      {text}
    </span>
  );
}

// It draws in three dimensions: the bar is there before that.
const VersionsPanel = lazy(async () => ({
  default: (await import('../panels/versions/versions-panel')).VersionsPanel,
}));

function VersionsButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        className="text-button"
        aria-label="Versions"
        title="Earlier versions of this scene"
        onClick={() => setOpen(true)}
      >
        <History size={15} />
      </button>
      {open && (
        <Suspense>
          <VersionsPanel onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

/** Particles on the screen, and how many all of them would be. */
function Count() {
  const { draftFraction, alive, whole } = usePlayer();
  return draftFraction < 1 ? `${thousands(alive)} of ${thousands(whole)}` : `${thousands(alive)} particles`;
}

/** Opens the handbook’s page about an element. The pages are large, and are loaded when they are first wanted. */
async function helpOn(element: Element | null): Promise<void> {
  const { openPageOf } = await import('../panels/handbook/focused-page');
  openPageOf(element);
}

/** The bar over every screen of a scene: where one is, how much is simulated, whether it is saved, undo. */
export function TopBar() {
  const name = useSceneOf((scene) => scene.name);
  const { id } = useStage();
  const past = useStore(useSceneStore.temporal, (s) => s.pastStates.length);
  const future = useStore(useSceneStore.temporal, (s) => s.futureStates.length);
  const handbook = useHandbook((state) => state.address !== undefined);
  const [searching, setSearching] = useState(false);
  // Shown at once: the next key goes into it.
  useHotkeys('/', () => flushSync(() => setSearching(true)), { ...notTyping, useKey: true });
  const closeSearch = useCallback(() => setSearching(false), []);
  useHotkeys('mod+z', undo, notWriting);
  useHotkeys('mod+shift+z, mod+y', redo, notWriting);
  useHotkeys('f1', () => void helpOn(document.activeElement), { preventDefault: true, enableOnFormTags: true });
  const tab = ({ isActive }: { isActive: boolean }) =>
    `flex h-full items-center border-b-2 px-1 ${isActive ? 'border-lamp text-text' : 'border-transparent text-second hover:text-text'}`;
  return (
    <header className="flex h-11 shrink-0 items-center gap-4 border-b whitespace-nowrap border-rule bg-surround px-4">
      <Link to="/" className="flex shrink-0 items-center gap-2 font-semibold" aria-label="Bathyclast: to Scenes">
        <img src="/mark.svg" alt="" className="h-6" />
        <span className="max-[1200px]:hidden">bathyclast</span>
      </Link>
      <input
        aria-label="Name of the scene"
        className="w-32 min-w-20 shrink truncate rounded-sm bg-transparent px-1 py-0.5 hover:bg-raised focus:bg-raised"
        defaultValue={name}
        key={name}
        maxLength={120}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        onBlur={(e) => {
          const typed = e.currentTarget.value.trim();
          if (typed === '') e.currentTarget.value = name;
          else if (typed !== name) editScene((draft) => void (draft.name = typed));
        }}
      />
      <nav className="flex h-full gap-4">
        <NavLink to={`/scene/${id}`} end className={tab}>
          Studio
        </NavLink>
        <NavLink to={`/scene/${id}/soundings`} className={tab}>
          Soundings
        </NavLink>
        <NavLink to={`/scene/${id}/trials`} className={tab}>
          Trials
        </NavLink>
        <NavLink to={`/scene/${id}/output`} className={tab}>
          Output
        </NavLink>
        <button
          className={tab({ isActive: handbook })}
          aria-pressed={handbook}
          title="Opens the handbook beside your work; F1 on any control opens its page"
          onClick={() => (handbook ? closeHandbook() : openHandbook(''))}
        >
          Handbook
        </button>
      </nav>
      <span className="flex-1" />
      <button
        className="text-button"
        aria-label="Find a setting or a thing"
        title="Find a setting or a thing of the scene (/)"
        onClick={() => setSearching(true)}
      >
        <Search size={14} />
      </button>
      {searching && <SearchPanel onClose={closeSearch} />}
      <DraftMenu />
      <span className="num w-44 text-right text-second" aria-label="Particles alive">
        <Count />
      </span>
      <SaveNote />
      <VersionsButton />
      <span className="flex">
        <button className="text-button" aria-label="Undo" title="Undo (Ctrl+Z)" disabled={past === 0} onClick={undo}>
          <Undo2 size={15} />
        </button>
        <button
          className="text-button"
          aria-label="Redo"
          title="Redo (Ctrl+Shift+Z)"
          disabled={future === 0}
          onClick={redo}
        >
          <Redo2 size={15} />
        </button>
      </span>
    </header>
  );
}
