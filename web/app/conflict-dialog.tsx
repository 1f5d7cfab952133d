import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useStore } from 'zustand';
import { useStage } from '../simulation/stage';

/** Shown where the scene was saved by another window in the meantime: the person chooses. */
export function ConflictDialog() {
  const { saver } = useStage();
  const state = useStore(saver.state);
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  if (state.kind !== 'conflict') return null;

  const choose = (act: () => Promise<unknown>) => async () => {
    setBusy(true);
    await act().catch((error: Error) => toast.error(error.message));
    setBusy(false);
  };
  const asCopy = async () => {
    const copy = await saver.mineAsCopy();
    toast('Your version is saved as a scene of its own.', {
      action: { label: 'Open it', onClick: () => void navigate(`/scene/${copy}`) },
    });
  };

  return (
    <Dialog open onClose={() => undefined} className="relative z-20">
      <div className="fixed inset-0 grid place-content-center bg-surround/70">
        <DialogPanel className="w-[28rem] border border-rule bg-panel p-5">
          <DialogTitle className="text-lg">Changed in another window</DialogTitle>
          <p className="mt-2 text-second">
            This scene was saved by another window while you worked on it here. Nothing of yours is saved over it, and
            nothing is lost, until you choose.
          </p>
          <div className="mt-4 flex flex-col gap-2">
            <button className="lamp-button" disabled={busy} onClick={choose(asCopy)}>
              Save mine as a copy, and show theirs
            </button>
            <button className="line-button" disabled={busy} onClick={choose(() => saver.keepMine(state.theirs))}>
              Keep mine, overwrite theirs
            </button>
            <button className="line-button" disabled={busy} onClick={choose(() => saver.takeTheirs())}>
              Take theirs, discard mine
            </button>
          </div>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
