import { describe, expect, it } from 'vitest';
import { quantityOf } from './quantity';

describe('numbers as they are typed', () => {
  it.each([
    ['=2*3', 'm', 6],
    ['5 cm', 'm', 0.05],
    ['12mm', 'm', 0.012],
    ['1 m + 20 cm', 'm', 1.2],
    ['0,5 km', 'm', 500],
    ['36 km/h', 'm/s', 10],
    ['2 cm/f', 'm/s', 0.48],
    ['1 g', 'm/s²', 9.80665],
    ['12 f', 's', 0.5],
    ['250 ms', 's', 0.25],
    ['2 s', 'frames', 48],
    ['1 rad', '°', 57.29577951308232],
    ['15 °/frame', '°/s', 360],
    ['60 rpm', '°/s', 360],
    ['500 g', 'kg', 0.5],
    ['99 %', '%', 99],
    ['50 %', '', 0.5],
    ['120 bpm', 'Hz', 2],
    ['10 /f', '/s', 240],
    ['7', 'm', 7],
    ['1/3', 'm', 1 / 3],
  ])('%s in %s is %f', (text, unit, value) => expect(quantityOf(text, unit, 24)).toBeCloseTo(value, 9));

  it.each([
    ['5 kg', 'm'],
    ['5 mmm', 'm'],
    ['3 s', 'm/s'],
    ['', 'm'],
    ['=', 'm'],
    ['cm', 'm'],
  ])('%j is no number in %s', (text, unit) => expect(quantityOf(text, unit, 24)).toBeNaN());
});
