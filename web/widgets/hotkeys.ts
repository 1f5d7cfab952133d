/** Whether a key is typed into a field. */
export const typing = (event: KeyboardEvent) =>
  event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;

/** Faders and the ruler count as form fields, too; only what is typed into keeps its keys to itself. */
export const notTyping = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: typing };
