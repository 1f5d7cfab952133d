import { describe, expect, it } from 'vitest';
import { Simulation } from '../core/sim/step/simulation';
import { COLLIDERS, contactScene } from './contacts';
import { KINDS } from './kinds';
import { PARTS, wholeScene } from './whole-scene';
import { burstRun, fiveFields } from './five-fields';

describe('contacts of the bench', () => {
  it('are those of particles that lie on each collider, and of others that are far from it', () => {
    for (const [name, collider] of COLLIDERS) {
      const contacts = [false, true].map((far) => {
        const run = new Simulation(contactScene(collider, far, 30), new Map());
        for (let frame = 0; frame < 60; frame++) run.advance();
        return run.contacts()[0]!;
      });
      // Most of them for a second or so.
      expect(contacts[0], name).toBeGreaterThan(100);
      expect(contacts[1], name).toBe(0);
    }
  });
});

describe('the kinds of the bench', () => {
  it('are sound scenes, and reach the particles', () => {
    for (const [name, field] of KINDS) {
      const run = burstRun([field], 20);
      run.advance();
      expect(run.populations[0]!.count, name).toBe(20);
    }
  });
});

describe('the whole scene of the bench', () => {
  it('is sound with each of its parts left out, and its particles live on', () => {
    for (const part of [undefined, ...PARTS]) {
      const run = new Simulation(wholeScene(part, 1e-4), new Map());
      for (let frame = 0; frame < 3; frame++) run.advance();
      expect(run.populations.map(({ count }) => count)).toEqual([100, part === 'flock' ? 1 : 10]);
    }
  });
});

describe('the five-field stack of the bench', () => {
  it('is a sound scene, and its particles live on', () => {
    const run = burstRun(fiveFields(3), 20);
    for (let frame = 0; frame < 5; frame++) run.advance();
    expect(run.populations[0]!.count).toBe(20);
  });
});
