import { describe, type ValuesOf } from '../describe/parameters';
import type { FieldKind } from './field';

const parameters = describe({
  radius: {
    type: 'number',
    label: 'Radius',
    unit: 'm',
    default: 1.2,
    min: 0,
    usual: [0, 5],
    help: 'The distance from its place that particles are drawn to, from inside and from outside.',
  },
  damping: {
    type: 'number',
    label: 'Damping',
    unit: '',
    default: 0.5,
    min: 0,
    usual: [0, 5],
    help: 'How much speed towards and off the shell is held back, a m/s of it; motion along the shell is left alone.',
  },
});

/** A spring to the distance R from its place, damped along the radius: F = −S·(r − R)·r̂ − c·v_r·r̂ (Hooke's law). */
export const shell: FieldKind = {
  kind: 'shell',
  label: 'shell',
  summary: 'A spring to a distance from its place: particles gather on a hollow ball. The strength is the pull a metre off it.',
  glyph: 'M12 4a8 8 0 1 1 0 16a8 8 0 1 1 0-16M12 1v6M12 17v6M1 12h6M17 12h6',
  formula: 'F = −S·(r − R)·r̂ − c·v_r·r̂',
  source: 'Hooke’s law with damping, textbook mechanics',
  strength: { label: 'Strength', default: 6, usual: [0, 30], min: 0 },
  actions: ['acceleration', 'force'],
  startsWith: { extent: 'everywhere', profile: 'smooth' },
  balance: ['damping'],
  parameters,
  needsVelocity: true,
  fit: (half) => ({ radius: Math.max(0.1, Number((0.7 * Math.max(...half)).toPrecision(2))) }),
  deliversAtZero: (settings) => (settings as ValuesOf<typeof parameters>).damping > 0,
  compile({ settings, strength }) {
    const { radius, damping } = settings as ValuesOf<typeof parameters>;
    return ({ x, y, z }, { count }, out, velocity) => {
      for (let i = 0; i < count; i++) {
        const r = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]! + z[i]! * z[i]!);
        // In the very middle no direction leads out.
        const inverse = r > 0 ? 1 / r : 0;
        const away = (velocity.x[i]! * x[i]! + velocity.y[i]! * y[i]! + velocity.z[i]! * z[i]!) * inverse;
        const pull = -(strength * (r - radius) + damping * away) * inverse;
        out.x[i] = pull * x[i]!;
        out.y[i] = pull * y[i]!;
        out.z[i] = pull * z[i]!;
      }
    };
  },
};
