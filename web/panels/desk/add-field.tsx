import { Plus, X } from 'lucide-react';
import { memo, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { Palette, STANDING } from './palette';

/** The id of the part of the Studio that the palette may lie over: all but the inspector. */
export const PALETTE_PLACE = 'palette-place';

/** Opens the palette over the desk; the new field starts where the particles are. */
export const AddField = memo(function AddField() {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const place = useRef<HTMLDivElement>(null);
  const close = () => {
    button.current?.focus();
    setOpen(false);
  };
  useEffect(() => {
    if (!open) return;
    const outside = ({ target }: PointerEvent) => {
      const inside = [place, button].some(({ current }) => current?.contains(target as Node));
      if (!inside) setOpen(false);
    };
    document.addEventListener('pointerdown', outside);
    return () => document.removeEventListener('pointerdown', outside);
  }, [open]);
  return (
    <>
      <button
        ref={button}
        id="add-field"
        className="text-button flex items-center gap-1.5 text-text"
        title="Add a field (+)"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => {
          // An empty desk is the palette already.
          const standing = document.getElementById(STANDING);
          if (standing) standing.focus();
          else setOpen(!open);
        }}
      >
        <Plus size={14} /> add a field
      </button>
      {open &&
        createPortal(
          <div
            ref={place}
            role="dialog"
            aria-label="Add a field"
            className="absolute inset-x-0 bottom-0 z-30 h-[min(34rem,100%)] border border-rule bg-panel shadow-[0_-8px_24px_rgb(0_0_0/0.4)]"
            onKeyDown={(event) => event.key === 'Escape' && close()}
          >
            <button
              className="text-button absolute top-3 right-3"
              aria-label="Close the palette"
              title="Close (Esc)"
              onClick={close}
            >
              <X size={14} />
            </button>
            <Palette focused onDone={close} />
          </div>,
          document.getElementById(PALETTE_PLACE) ?? document.body,
        )}
    </>
  );
});
