import { isSelected, selectToo, useSelection } from '../../state/selection-store';

/** Puts the focus on the strip beside one; `too` selects it beside those that are selected. */
export function focusBeside(strip: HTMLElement, side: 1 | -1, too = false): void {
  const beside = side > 0 ? strip.nextElementSibling : strip.previousElementSibling;
  if (!(beside instanceof HTMLElement)) return;
  const id = beside.dataset['field'];
  if (too && id !== undefined && !isSelected(useSelection.getState().selection, 'field', id)) selectToo('field', id);
  beside.focus();
}
