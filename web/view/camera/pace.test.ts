import { expect, it } from 'vitest';
import { DrawingPace, REST } from './pace';

const slowPace = () => {
  const pace = new DrawingPace();
  pace.took(200, 0, false, false);
  return pace;
};

it('a quick picture is drawn in full, a slow one coarsely while it moves, and in full when it rests', () => {
  const pace = new DrawingPace();
  expect(pace.isCoarse(0, false)).toBe(false);
  pace.took(10, 0, false, false);
  expect(pace.isCoarse(10, true)).toBe(false);
  pace.took(200, 20, false, false);
  expect(pace.isCoarse(30, false)).toBe(true);
  expect(pace.isCoarse(20 + REST, false)).toBe(false);
  expect(pace.isCoarse(20 + REST, true)).toBe(true);
});

it('a view that begins by playing begins coarsely, and goes on in full where that was quick', () => {
  const pace = new DrawingPace();
  expect(pace.isCoarse(0, true)).toBe(true);
  pace.took(900, 0, true, true);
  expect(pace.isCoarse(1, true)).toBe(true);
  pace.took(8, 2, true, false);
  expect(pace.isCoarse(3, true)).toBe(false);
  // The full picture was slow: it is not tried again while it plays.
  pace.took(60, 4, false, false);
  pace.took(8, 5, true, false);
  expect(pace.isCoarse(6, true)).toBe(true);
});

it('the first picture with a shader tells nothing of the next ones', () => {
  const pace = new DrawingPace();
  pace.took(2000, 0, false, true);
  expect(pace.isSlow).toBe(false);
});

it('a coarse picture has as many particles as the graphics keep up with, and some hundred in any case', () => {
  const pace = slowPace();
  const many = 20_000;
  for (let i = 0; i < 20; i++) {
    pace.took(300, i, true, false);
    pace.partOf(many);
  }
  expect(pace.partOf(many) * many).toBeCloseTo(400);
  pace.took(50, 30, true, false);
  expect(pace.partOf(many) * many).toBeCloseTo(400);
  expect(pace.partOf(1000)).toBe(0.4);
  expect(pace.partOf(300)).toBe(1);
  pace.took(300, 31, true, false);
  for (let i = 0; i < 60; i++) pace.took(10, i, true, false);
  expect(pace.partOf(many)).toBe(1);
  // A coarse picture that is quick does not mean that a full one is.
  expect(pace.isSlow).toBe(true);
});
