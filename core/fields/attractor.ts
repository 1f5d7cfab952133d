import { describe, type ValuesOf } from '../describe/parameters';
import type { FieldKind } from './field';

const parameters = describe({
  law: {
    type: 'choice',
    label: 'Law',
    default: 'constant',
    options: [
      { value: 'constant', label: 'constant' },
      { value: 'linear', label: 'linear' },
      { value: 'inverse', label: 'inverse' },
      { value: 'inverse-square', label: 'inverse square' },
    ],
    help: 'How the pull changes with the distance r from the point: the same, ∝ r, ∝ 1/r or ∝ 1/r². At 1 m all are the strength.',
  },
  softening: {
    type: 'number',
    label: 'Softening',
    unit: 'm',
    default: 0.1,
    min: 0,
    usual: [0, 1],
    help: 'Rounds off the pull within this distance, so that nothing is flung out of the middle.',
    shown: (v) => v['law'] !== 'linear',
  },
  hollow: {
    type: 'number',
    label: 'Hollow',
    unit: 'm',
    default: 0,
    min: 0,
    usual: [0, 2],
    help: 'Within this distance there is no pull at all.',
  },
});

type Settings = ValuesOf<typeof parameters>;

/**
 * A pull to the field's place. With ρ² = r² + ε²: constant r/ρ, linear r, inverse r/ρ², inverse square r/ρ³ (Plummer
 * 1911 softening), all times the strength and towards the point.
 */
export const attractor: FieldKind = {
  kind: 'attractor',
  label: 'attractor',
  summary: 'Pulls towards its place; a negative strength pushes away from it.',
  glyph: 'M12 3v5M12 16v5M3 12h5M16 12h5M6 6l3 3M15 15l3 3M18 6l-3 3M9 15l-3 3',
  formula: 'F = −S · r̂ · law(r)',
  source: 'textbook mechanics; softening after Plummer 1911',
  strength: { label: 'Strength', default: 1, usual: [-5, 5] },
  actions: ['acceleration', 'force', 'carry'],
  startsWith: { extent: 'ball', profile: 'smooth' },
  parameters,
  compile({ settings, strength }) {
    const { law, softening, hollow } = settings as Settings;
    const soft = law === 'linear' ? 0 : softening * softening;
    const power = { linear: 0, constant: 1, inverse: 2, 'inverse-square': 3 }[law];
    return ({ x, y, z }, { count }, out) => {
      for (let i = 0; i < count; i++) {
        const px = x[i]!;
        const py = y[i]!;
        const pz = z[i]!;
        const square = px * px + py * py + pz * pz;
        let pull = 0;
        if (square > hollow * hollow) {
          const rho2 = square + soft;
          const rho = Math.sqrt(rho2);
          pull = power === 0 ? strength : power === 1 ? strength / rho : power === 2 ? strength / rho2 : strength / (rho2 * rho);
        }
        out.x[i] = -pull * px;
        out.y[i] = -pull * py;
        out.z[i] = -pull * pz;
      }
    };
  },
};
