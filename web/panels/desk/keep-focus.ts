import { useEffect, useRef, type RefObject } from 'react';
import { isSelected, useSelection } from '../../state/selection-store';

const STRIP = '[data-field], [data-group]';
const NEAREST = { block: 'nearest', inline: 'nearest' } as const;

const stripOf = (desk: HTMLElement, id: string) =>
  desk.querySelector<HTMLElement>(`[data-field="${id}"], [data-group="${id}"]`);

/**
 * Whether the focus is to follow the selection: it was on the desk and its strip is gone, it is on another strip, or on
 * a menu of the desk. A control that is worked with keeps it.
 */
function follows(desk: HTMLElement, last: Element | undefined): boolean {
  const { activeElement: active } = document;
  if (active && active !== document.body && !active.closest('[role=menu]'))
    return desk.contains(active) && active.matches(`${STRIP}, [aria-haspopup]`);
  return last !== undefined && (!last.isConnected || last.matches('[aria-haspopup]'));
}

/**
 * Brings the strip that is selected or focused into sight, and moves the focus to one that an edit of the desk has
 * selected, so that keys go on from there: after a field was added, duplicated, grouped or deleted.
 */
export function useFocusOnSelected(place: RefObject<HTMLElement | null>): void {
  const last = useRef<Element>(undefined);
  useEffect(() => {
    const desk = place.current!;
    const remember = ({ target }: FocusEvent) => {
      last.current = target as Element;
      // Whole, not only as far as to be seen.
      if (last.current.matches(STRIP)) last.current.scrollIntoView(NEAREST);
    };
    const forget = ({ relatedTarget }: FocusEvent) => {
      const away = relatedTarget instanceof Element && !desk.contains(relatedTarget);
      if (away && !relatedTarget.closest('[role=menu]')) last.current = undefined;
    };
    desk.addEventListener('focusin', remember);
    desk.addEventListener('focusout', forget);
    const end = useSelection.subscribe(({ selection }, before) => {
      if (selection === before.selection || !('id' in selection)) return;
      // The strip is drawn first.
      setTimeout(() => {
        const { selection: now } = useSelection.getState();
        const strip = 'id' in now ? stripOf(desk, now.id) : null;
        strip?.scrollIntoView(NEAREST);
        // Of several that are selected the focus stays on the one that it is on.
        const on = document.activeElement?.getAttribute('data-field');
        if (on && isSelected(now, 'field', on)) return;
        if (strip && strip !== document.activeElement && follows(desk, last.current)) strip.focus();
      });
    });
    return () => {
      desk.removeEventListener('focusin', remember);
      desk.removeEventListener('focusout', forget);
      end();
    };
  }, [place]);
}
