import { describe, expect, it } from 'vitest';
import { allowedNumber, fits } from '../../core/document/check-values';
import type { NumberParameter } from '../../core/document/parameters';
import { encodableSize } from '../screens/output/draw-frames';
import { fileStem } from './save-file';
import { settled, stepOf } from './number-field';

const parameter = (over: Partial<NumberParameter> = {}): NumberParameter => ({
  type: 'number',
  label: 'N',
  unit: 'm',
  default: 1,
  usual: [0, 5],
  help: 'A number.',
  ...over,
});

describe('numbers that are dragged or stepped', () => {
  it('go in steps of about a fiftieth of the usual span, one digit', () => {
    expect(stepOf(parameter())).toBeCloseTo(0.1, 12);
    expect(stepOf(parameter({ usual: [0, 0.3] }))).toBeCloseTo(0.001, 12);
    expect(stepOf(parameter({ usual: [0, 8], whole: true }))).toBe(1);
  });

  it('come to rest on a multiple of a fine step, inside what is possible', () => {
    expect(settled(parameter(), 1.23456)).toBe(1.23);
    expect(settled(parameter({ min: 0 }), -3)).toBe(0);
    expect(settled(parameter({ max: 4 }), 9)).toBe(4);
    expect(settled(parameter({ whole: true }), 2.6)).toBe(3);
    const above = parameter({ min: 0, above: true });
    expect(settled(above, -1)).toBeGreaterThan(0);
    expect(fits(above, settled(above, -1))).toBe(true);
  });

  it('say what they allow', () => {
    expect(allowedNumber(parameter())).toBe('a number (m)');
    expect(allowedNumber(parameter({ min: 0, above: true }))).toBe('a number above 0 m');
    expect(allowedNumber(parameter({ min: 1, max: 8, whole: true, unit: '' }))).toBe('a whole number from 1 to 8');
    expect(allowedNumber(parameter({ max: 3 }))).toBe('a number up to 3 m');
  });
});

it('odd sizes are mended for video, and left alone for pictures', () => {
  expect(encodableSize({ width: 641, height: 361 }, { format: 'mp4' })).toEqual({ width: 640, height: 360 });
  expect(encodableSize({ width: 641, height: 361 }, { format: 'png' })).toEqual({ width: 641, height: 361 });
});

it('file names are made of the scene’s name, and never of paths', () => {
  expect(fileStem('Vent plume 2')).toBe('vent-plume-2');
  expect(fileStem('../../étc/passwd')).toBe('tc-passwd');
  expect(fileStem('…')).toBe('scene');
});
