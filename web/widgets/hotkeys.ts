/** Whether a key is typed into a field. */
export const typing = (event: KeyboardEvent) =>
  event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;

/** Faders and the ruler count as form fields, too; only what is typed into keeps its keys to itself. */
export const notTyping = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: typing };

/** Inputs without text: a key for undo is not theirs. */
const WITHOUT_TEXT = new Set(['checkbox', 'radio', 'range', 'color', 'file', 'button', 'submit']);

/** Whether the browser’s own undo belongs to the text that is being written; `data-settled` marks text that was taken. */
const writing = ({ target }: KeyboardEvent) =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !WITHOUT_TEXT.has(target.type) && !('settled' in target.dataset));

/** Keys for undo and redo: they work on the scene as soon as a number or name has been taken, wherever the focus is. */
export const notWriting = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: writing };
