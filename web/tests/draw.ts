import type { Description, Parameter } from '../../core/document/parameters';

/** Takes one choice after another from a row of numbers, so that the same row makes the same choices. */
export class Draw {
  private at = 0;

  constructor(private readonly numbers: readonly number[]) {}

  /** A whole number from 0 below `end`. */
  below(end: number): number {
    const number = this.numbers[this.at++ % this.numbers.length]!;
    // The row is short: what it gives again is stirred, so that choices do not follow one another.
    return end <= 0 ? 0 : (Math.imul(number + this.at * 7919, 2654435761) >>> 0) % end;
  }

  /** One of a list; undefined where it is empty. */
  one<T>(list: readonly T[]): T | undefined {
    return list[this.below(list.length)];
  }

  chance(of: number): boolean {
    return this.below(of) === 0;
  }

  between(low: number, high: number): number {
    return low + ((high - low) * this.below(1001)) / 1000;
  }

  /** A few of a list. */
  some<T>(list: readonly T[]): T[] {
    return list.filter(() => this.chance(2));
  }

  /** A value for a parameter: mostly a possible one, now and then one at an end of it, or nonsense. */
  valueFor(parameter: Parameter, ids: (to: string) => readonly string[]): unknown {
    if (this.chance(12)) return this.one([-1, 1e9, 0, NaN, Infinity, '', 'nonsense', null, [], {}, true]);
    switch (parameter.type) {
      case 'number': {
        const [low, high] = parameter.usual;
        const ends = [parameter.min ?? low, parameter.max ?? high, parameter.default].filter((n) => Math.abs(n) < 1e6);
        const value = this.chance(3) ? this.one(ends)! : this.between(low, high);
        return parameter.whole ? Math.round(value) : value;
      }
      case 'vector':
        return [0, 1, 2].map(() => Math.round(this.between(-3, 3)));
      case 'choice':
        return this.one(parameter.options)!.value;
      case 'switch':
        return this.chance(2);
      case 'colour':
        return this.one(['#000000', '#f2c84b', '#ffffff']);
      case 'colours':
        return [0, 0.5, 1].map((at) => ({ at, colour: this.one(['#112233', '#f2c84b', '#ffffff']) }));
      case 'levels': {
        const [low, high] = parameter.within ?? [0, 1];
        return [0, 1].map((at) => ({ at, value: this.between(low, high) }));
      }
      case 'text':
        return this.one(['', 'frame > 3', 'x * 2', 'sin(time)', '1/0', 'nothing like this(', 'dial1']);
      case 'points':
        return Array.from({ length: parameter.least + this.below(3) }, (_, i) => [i, this.below(3), this.below(2)]);
      case 'reference':
        return this.one(['', ...ids(parameter.to)]);
      case 'names':
        return this.some(['one', 'two']);
      case 'spans':
        return [
          [0, 1 + this.below(9)],
          [20, 24],
        ].slice(0, 1 + this.below(2));
      default:
        return '';
    }
  }

  /** The name of one of a description's parameters. */
  nameIn(description: Description): string | undefined {
    return this.one(Object.keys(description));
  }
}
