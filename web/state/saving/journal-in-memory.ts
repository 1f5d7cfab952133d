import type { Entry, Journal, KeptHistory } from './journal';

/** A journal in memory; `kept.full` makes it fail. */
export function journalInMemory() {
  const entries = new Map<string, Entry>();
  const histories = new Map<string, KeptHistory>();
  const kept = { full: false, entries, histories };
  const journal: Journal = {
    async put(entry) {
      if (kept.full) throw new Error('QuotaExceededError');
      entries.set(`${entry.scene} ${entry.window}`, structuredClone(entry));
      return Promise.resolve();
    },
    putHistory: async (history) =>
      Promise.resolve(void histories.set(`${history.scene} ${history.window}`, structuredClone(history))),
    entries: async (scene) =>
      Promise.resolve(
        [...entries.values()]
          .filter((entry) => scene === undefined || entry.scene === scene)
          .toSorted((a, b) => b.at - a.at),
      ),
    history: async (scene, window) => Promise.resolve(histories.get(`${scene} ${window}`)),
    remove: async (scene, window) =>
      Promise.resolve(void (entries.delete(`${scene} ${window}`), histories.delete(`${scene} ${window}`))),
  };
  return { ...kept, kept, journal };
}
