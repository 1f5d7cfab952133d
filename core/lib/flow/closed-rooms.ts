import type { PressureLevel } from './pressure-level';

/**
 * A room that walls close on all sides has no pressure of its own, only differences; they exist where nothing flows into it
 * altogether. What does so is spread over its cells evenly.
 */
export function settleRooms(level: PressureLevel, sources: Float64Array): void {
  const { active, strides, couplings, diagonal } = level;
  const seen = new Uint8Array(diagonal.length);
  const room = new Int32Array(active.length);
  for (const first of active) {
    if (seen[first]) continue;
    seen[first] = 1;
    room[0] = first;
    let [count, outlet, inflow, whole] = [1, 0, 0, 0];
    const visit = (beside: number, coupling: number): number => {
      if (coupling > 0 && !seen[beside]) {
        seen[beside] = 1;
        room[count++] = beside;
      }
      return coupling;
    };
    for (let n = 0; n < count; n++) {
      const at = room[n]!;
      let coupled = 0;
      for (let axis = 0; axis < 3; axis++) {
        const [stride, column] = [strides[axis]!, couplings[axis]!];
        coupled += visit(at - stride, column[at]!) + visit(at + stride, column[at + stride]!);
      }
      outlet += diagonal[at]! - coupled;
      inflow += sources[at]!;
      whole += diagonal[at]!;
    }
    if (outlet > 1e-9 * whole) continue;
    for (let n = 0; n < count; n++) sources[room[n]!]! -= (inflow * diagonal[room[n]!]!) / whole;
  }
}
