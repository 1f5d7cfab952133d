import type { ColourStop } from '../../document/parameters';

const even = (...colours: readonly string[]): readonly ColourStop[] =>
  colours.map((colour, i) => ({ at: Math.round((100 * i) / (colours.length - 1)) / 100, colour }));

/** Ready-made ramps, from birth to death. */
export const READY_RAMPS: readonly { readonly name: string; readonly stops: readonly ColourStop[] }[] = [
  { name: 'vent', stops: even('#fff3d0', '#e8a15a', '#5b5f86') },
  { name: 'embers', stops: even('#fff7d6', '#ffb347', '#d9481c', '#3a0d0a') },
  { name: 'lanterns', stops: even('#ffdf9e', '#f6a94a', '#7a4a2a') },
  { name: 'marine snow', stops: even('#f4f1e6', '#b9c3c0', '#4c5a60') },
  { name: 'shallows', stops: even('#e9fbf2', '#7fd6c2', '#1f7f8f', '#0b2f46') },
  { name: 'deep', stops: even('#8fd0ff', '#2b6cb0', '#12224d', '#070a18') },
  { name: 'kelp', stops: even('#d9e08a', '#7f9a46', '#2f4a2a') },
  { name: 'coral', stops: even('#ffe6da', '#ff9b85', '#c9476b', '#4a1f45') },
  { name: 'silt', stops: even('#d8c7a4', '#a58d6a', '#4d4234') },
  { name: 'chalk to ink', stops: even('#ffffff', '#14161a') },
];
