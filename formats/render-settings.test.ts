import { describe, expect, it } from 'vitest';
import { clipNameOf, fileNameOf, fitting, framesOf, patternFault, type RenderSettings } from './render-settings';

const settings: RenderSettings = {
  format: 'png',
  bits: '8',
  alpha: 'none',
  from: 4,
  through: 21,
  every: 5,
  layers: false,
  split: 'together',
  bake: '',
  pattern: 'plume_####',
};

describe('what a render is written as', () => {
  it('takes every nth frame from the first on, and no other', () => {
    expect(framesOf(settings)).toEqual([4, 9, 14, 19]);
    expect(framesOf({ from: 7, through: 7, every: 3 })).toEqual([7]);
  });

  it('puts the frame where the pattern has a row of #, with as many digits', () => {
    expect(fileNameOf('plume_####', 12, 'png')).toBe('plume_0012.png');
    expect(fileNameOf('a##b_###.left', -7, 'exr')).toBe('a##b_-007.left.exr');
    expect(fileNameOf('plume', 12345, 'png')).toBe('plume_12345.png');
    expect([clipNameOf('plume_####', 'mp4'), clipNameOf('####', 'gif')]).toEqual(['plume.mp4', 'clip.gif']);
  });

  it('refuses names that no file can have, in words', () => {
    expect(patternFault('plume_####')).toBeUndefined();
    for (const bad of ['', '  ', 'a/b', 'what?', 'x'.repeat(101)])
      expect(patternFault(bad)).toContain('Use 1 to 100 characters');
  });

  it('keeps bits and alpha to what the format has', () => {
    expect(fitting({ ...settings, format: 'exr', alpha: 'premultiplied' })).toMatchObject({
      bits: 'half',
      alpha: 'premultiplied',
    });
    expect(fitting({ ...settings, format: 'mp4', bits: '16', alpha: 'straight' })).toMatchObject({
      bits: '8',
      alpha: 'none',
    });
    expect(fitting({ ...settings, format: 'webm', alpha: 'premultiplied' }).alpha).toBe('straight');
  });
});
