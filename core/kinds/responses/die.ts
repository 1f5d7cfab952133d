import type { ResponseKind } from './response';

/** Ends where it hits. */
export const die: ResponseKind = {
  kind: 'die',
  label: 'die',
  summary: 'Particles end where they hit.',
  parameters: {},
  compile: () => (_impact, rebound) => {
    rebound.fate = 'dies';
    rebound.away = rebound.along = 0;
  },
};
