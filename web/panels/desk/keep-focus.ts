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
 * Scrolls strips into sight, whole. While a button of the pointer is down nothing moves under it: its click would fall
 * beside the control that it began on, and a drag would begin elsewhere. The last strip asked for comes afterwards.
 */
function bringer() {
  let isDown = false;
  let asked: HTMLElement | undefined;
  const bring = (strip: HTMLElement) => {
    if (isDown) asked = strip;
    else strip.scrollIntoView(NEAREST);
  };
  const press = () => (isDown = true);
  // The click comes first.
  const release = () =>
    setTimeout(() => {
      isDown = false;
      if (asked?.isConnected) asked.scrollIntoView(NEAREST);
      asked = undefined;
    });
  addEventListener('pointerdown', press, true);
  addEventListener('pointerup', release, true);
  addEventListener('pointercancel', release, true);
  const end = () => {
    removeEventListener('pointerdown', press, true);
    removeEventListener('pointerup', release, true);
    removeEventListener('pointercancel', release, true);
  };
  return { bring, end };
}

/**
 * Brings the strip that is selected or focused into sight, and moves the focus to one that an edit of the desk has
 * selected, so that keys go on from there: after a field was added, duplicated, grouped or deleted.
 */
export function useFocusOnSelected(place: RefObject<HTMLElement | null>): void {
  const last = useRef<Element>(undefined);
  useEffect(() => {
    const desk = place.current!;
    const sight = bringer();
    const remember = ({ target }: FocusEvent) => {
      last.current = target as Element;
      if (target instanceof HTMLElement && target.matches(STRIP)) sight.bring(target);
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
        if (strip) sight.bring(strip);
        // Of several that are selected the focus stays on the one that it is on.
        const on = document.activeElement?.getAttribute('data-field');
        if (on && isSelected(now, 'field', on)) return;
        if (strip && strip !== document.activeElement && follows(desk, last.current))
          strip.focus({ preventScroll: true });
      });
    });
    return () => {
      desk.removeEventListener('focusin', remember);
      desk.removeEventListener('focusout', forget);
      end();
      sight.end();
    };
  }, [place]);
}
