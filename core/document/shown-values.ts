import { counted } from '../lib/counted';
import { allowed } from './check-values';
import { REFERRED_NAMES, type Parameter } from './parameters';
import { shownParameter } from './shown-number';

/** A default as it reads on the screen. */
export function shownDefault(p: Parameter): string {
  switch (p.type) {
    case 'switch':
      return p.default ? 'on' : 'off';
    case 'choice':
      return p.options.find(({ value }) => value === p.default)!.label;
    case 'number':
      return String(shownParameter(p).default);
    case 'vector':
      return p.default.join(', ');
    case 'colours':
      return p.default.map(({ colour }) => colour).join(', ');
    case 'levels':
      return p.default.map(({ value }) => value).join(', ');
    case 'points':
      return counted(p.default.length, 'point');
    case 'names':
    case 'spans':
      return p.default.length === 0 ? 'none' : p.default.join(', ');
    case 'reference':
      return p.none ?? 'none';
    default:
      return p.default === '' ? 'none' : p.default;
  }
}

/** The values that a setting takes, as they read on the screen. */
export function shownRange(p: Parameter): string {
  switch (p.type) {
    case 'switch':
      return 'on, off';
    case 'choice':
      return p.options.map(({ label }) => label).join(', ');
    case 'number':
      return allowed(shownParameter(p));
    case 'vector':
      return 'three numbers';
    case 'text':
      return p.formula ? 'a formula' : `up to ${p.most} characters`;
    case 'reference':
      return `one of the scene’s ${REFERRED_NAMES[p.to]}`;
    case 'points':
      return `${counted(p.least, 'point')} or more`;
    default:
      return {
        colour: 'a colour',
        colours: 'a ramp of colours',
        levels: 'a curve',
        names: 'names',
        spans: 'spans of frames',
        image: 'an image',
        grid: 'a grid',
        sound: 'a sound',
      }[p.type];
  }
}

/** The unit of a setting as it reads on the screen; `asStrength` stands for that of the field it belongs to. */
export function shownUnit(p: Parameter, asStrength: string): string {
  const unit = p.type === 'number' ? shownParameter(p).unit : 'unit' in p ? p.unit : '';
  return unit === '=' ? asStrength : unit;
}
