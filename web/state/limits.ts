/** A floor and a ceiling; the ceiling stays at or above the floor. */
interface Limits {
  floor: number;
  ceiling: number;
}

/** Sets a setting by its name; of the limits, the other one goes along where it would be passed. */
export function setWithin(limits: Limits, name: string, value: unknown): void {
  Object.assign(limits, { [name]: value });
  if (limits.ceiling >= limits.floor) return;
  if (name === 'ceiling') limits.floor = limits.ceiling;
  else limits.ceiling = limits.floor;
}
