import type { Emitter } from '../../document/scene';
import { shapes } from '../../kinds/emitter-shapes';

/** The index of the emitter whose particles give birth to this one's; −1 where it has amounts of its own, or none. */
export function sourceOf(emitters: readonly Emitter[], emitter: Emitter): number {
  return shapes.get(emitter.shape.kind).fromParticles
    ? emitters.findIndex((e) => e.id === emitter.shape['source'])
    : -1;
}

/** Emitters in an order in which each comes after the one its particles are born from. */
export function inOrderOfDescent(emitters: readonly Emitter[]): number[] {
  const order: number[] = [];
  const add = (index: number, depth: number) => {
    if (index < 0 || order.includes(index) || depth > emitters.length) return;
    add(sourceOf(emitters, emitters[index]!), depth + 1);
    order.push(index);
  };
  emitters.forEach((_, index) => add(index, 0));
  return order;
}
