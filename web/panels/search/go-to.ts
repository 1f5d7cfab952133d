import { useFolds, useReveal, useSections } from '../inspector/folds';
import { select } from '../../state/selection-store';
import type { Entry } from './entries';

/** Frames for which a part of the screen is waited for. */
const PATIENCE = 240;

/** Asks on each frame until there is an answer, or patience ends. */
function waitFor<T>(ask: () => T | null | undefined, tries = PATIENCE): Promise<T | undefined> {
  return new Promise((resolve) => {
    const look = () => {
      const answer = ask();
      if (answer !== null && answer !== undefined) resolve(answer);
      else if (tries-- > 0) requestAnimationFrame(look);
      else resolve(undefined);
    };
    look();
  });
}

const CONTROLS = 'input:not([type=file]), select, textarea, button, [role=slider], [contenteditable=true]';

/** The row of a setting under `root`, by its name and, where several have that, by its label. */
function rowIn(root: ParentNode, { setting, label }: Entry): Element | undefined {
  if (!setting) return undefined;
  const named = [...root.querySelectorAll(`[data-setting="${setting.name}"]`)];
  const labelled = named.filter((row) => row.textContent?.includes(setting.label));
  const rows = labelled.length > 0 ? labelled : named;
  const byLabel = [...root.querySelectorAll('[aria-label]')].find((one) =>
    one.getAttribute('aria-label')!.startsWith(label),
  );
  return rows[setting.nth] ?? rows[0] ?? byLabel;
}

/** Puts the focus on the first control of a row, in the middle of what is seen; gives whether it took it. */
function focusIn(row: Element): boolean {
  row.scrollIntoView({ block: 'center' });
  const control = row.matches(CONTROLS) ? row : row.querySelector(CONTROLS);
  if (control instanceof HTMLElement) control.focus();
  return row.contains(document.activeElement);
}

/** Whether the inspector shows what is selected, or there is none on this screen. */
const isDrawn = (): boolean => document.querySelector('[aria-label="Inspector"][inert]') === null;

/** Opens the section of a row that is hidden in a folded one, and leaves all others as they are. */
function keepOpen(row: Element): void {
  const { sections } = useSections.getState();
  for (const { title, element } of sections.values()) if (element.contains(row)) useFolds.getState().set(title, true);
}

/**
 * Shows a thing or a setting and puts the focus on it; the screen that has it is open already. Resolves to whether it
 * was found.
 */
export async function showEntry(entry: Entry): Promise<boolean> {
  if (entry.selection) select(entry.selection);
  if (!entry.setting) return true;
  const find = () => {
    const place = document.querySelector(`[aria-label="${entry.selection ? 'Inspector' : 'Render settings'}"]`);
    return (place && rowIn(place, entry)) ?? (entry.selection ? rowIn(document, entry) : undefined);
  };
  useReveal.setState({ all: true });
  const row = await waitFor(() => (isDrawn() ? find() : undefined));
  if (row) keepOpen(row);
  useReveal.setState({ all: false });
  // Sections that were open for a moment only are folded again first; what is drawn anew takes no focus yet.
  await waitFor(() => undefined, 1);
  const reached = row && (await waitFor(() => (isDrawn() && focusIn(find() ?? row) ? true : undefined)));
  return reached === true;
}
