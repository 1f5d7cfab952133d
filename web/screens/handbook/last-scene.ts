const KEY = 'bathyclast-last-scene';

/** Remembers which scene was open last, so that the handbook can lead back to it. */
export const rememberScene = (id: string) => localStorage.setItem(KEY, id);

/** The id of the scene that was open last. */
export const lastScene = (): string | null => localStorage.getItem(KEY);
