/** Puts the focus on the strip beside one. */
export function focusBeside(strip: HTMLElement, side: 1 | -1): void {
  const beside = side > 0 ? strip.nextElementSibling : strip.previousElementSibling;
  if (beside instanceof HTMLElement) beside.focus();
}
