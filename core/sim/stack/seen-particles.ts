/** Particles as fields see them that read particles. */
export interface SeenParticles {
  readonly count: number;
  readonly id: Uint32Array;
  readonly columns: Readonly<Record<'x' | 'y' | 'z' | 'vx' | 'vy' | 'vz', Float32Array>>;
}
