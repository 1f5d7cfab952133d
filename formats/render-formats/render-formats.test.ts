import { describe, expect, it } from 'vitest';
import { acceptOf, readable } from '../readable';
import { fitting, type RenderSettings } from '../render-settings';
import { formatOf, renderFormats } from '.';

const settings: RenderSettings = {
  format: 'png',
  bits: '8',
  alpha: 'none',
  from: 0,
  through: 10,
  every: 1,
  layers: true,
  split: 'both',
  bake: '',
  pattern: 'a_####',
};

describe('ways to write a render', () => {
  it('are found by name; a name that is none is refused with those that are', () => {
    for (const format of renderFormats) expect(formatOf(format.name)).toBe(format);
    expect(() => formatOf('avi')).toThrow(/no format “avi”. Use one of png, exr, mp4/);
  });

  it.each(renderFormats.map((f) => [f.name, f] as const))(
    '%s keeps of the settings what it can hold',
    (name, format) => {
      for (const alpha of ['none', 'straight', 'premultiplied'] as const)
        for (const bits of ['8', '16', 'half', 'float'] as const) {
          const fitted = fitting({ ...settings, format: name, alpha, bits });
          expect(format.bits.length === 0 ? ['8'] : format.bits).toContain(fitted.bits);
          if (format.bits.includes(bits)) expect(fitted.bits).toBe(bits);
          expect(fitted.layers).toBe(format.layers);
          expect(fitted.split).toBe(format.frames ? 'both' : 'together');
          if (!format.alpha || alpha === 'none') expect(fitted.alpha).toBe('none');
          // Only pictures can be laid over others with light that is added.
          else expect(fitted.alpha).toBe(format.frames ? alpha : 'straight');
          expect(fitting(fitted)).toEqual(fitted);
        }
    },
  );

  it('video wants even sizes, and only OpenEXR is linear light (common practice, no source)', () => {
    expect(renderFormats.filter((f) => f.evenSize).map((f) => f.name)).toEqual(['mp4', 'webm']);
    expect(renderFormats.filter((f) => f.linear).map((f) => f.name)).toEqual(['exr']);
  });
});

it('file choosers take the extensions and media types of a sort', () => {
  expect(acceptOf(readable.grid)).toBe('.vti,.csv');
  expect(acceptOf(readable.camera)).toBe('model/gltf+json,model/gltf-binary,.gltf,.glb');
  for (const { extensions, summary } of Object.values(readable)) {
    expect(extensions.length).toBeGreaterThan(0);
    expect(summary).toMatch(/\.$/);
  }
});
