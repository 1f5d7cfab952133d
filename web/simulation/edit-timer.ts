/** Name under which the time from an edit to its frame stands in the browser's performance timeline. */
const EDIT_TO_FRAME = 'edit to frame';

/** Measures how long it takes from the first edit that no frame shows yet to the frame that shows it. */
export class EditTimer {
  private editedAt: number | undefined;

  edited(): void {
    this.editedAt ??= performance.now();
  }

  shown(): void {
    if (this.editedAt !== undefined) performance.measure(EDIT_TO_FRAME, { start: this.editedAt });
    this.editedAt = undefined;
  }
}
