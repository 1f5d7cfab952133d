import { describe, expect, it } from 'vitest';
import { actions } from '../kinds/actions';
import { meshSources } from '../kinds/meshes';
import { chapters } from '../handbook/chapters';
import { exampleOf, topicExample } from '../handbook/example';
import { pages, search } from '../handbook/pages';
import { topics } from '../handbook/topics';
import * as own from '../document/descriptions';
import type { Scene } from '../document/scene';
import { checkScene } from '../scene/read';
import { registries } from './registries';
import { runTo } from './scenes';

/** The speeds of the particles of an example two seconds on. */
function particlesOf(scene: Scene): number[] {
  return runTo(scene, 48).populations.flatMap(({ columns: { vx, vy, vz }, count }) =>
    Array.from({ length: count }, (_, i) => Math.hypot(vx[i]!, vy[i]!, vz[i]!)),
  );
}

const STILL_TOPICS = [
  'working-view',
  'render',
  'bake',
  'particle-files',
  'numbers',
  'draft',
  'soundings',
  'trials',
  'shelf',
  'versions',
];

describe('the handbook', () => {
  it('has a chapter for every registry but that of meshes, which are made in the inspector of a shape', () => {
    expect(new Set(chapters.map((c) => c.registry))).toEqual(new Set(registries.filter((one) => one !== meshSources)));
  });

  const kindPages = chapters.flatMap((c) =>
    c.registry.list.map((kind) => [`${c.sort}/${kind.kind}`, c, kind] as const),
  );
  /** Without files there is nothing to play; moving changes positions, not velocities. */
  const STILL = new Set([
    'action/move',
    'shape/particles',
    'mask/texture',
    'mask/colours',
    'body/soft-mesh',
    'look/skin',
  ]);
  it.each(kindPages)('%s has an example that is sound, and moves', (address, chapter, kind) => {
    const scene = exampleOf(chapter.sort, kind.kind);
    expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
    const speeds = particlesOf(scene);
    expect(speeds.every(Number.isFinite)).toBe(true);
    // Strands have almost come to rest in their current.
    if (!STILL.has(address)) expect(Math.max(...speeds)).toBeGreaterThan(1e-6);
    expect(Math.max(0, ...speeds)).toBeLessThan(200);
  });

  it.each(
    chapters.filter(({ sort }) =>
      ['field', 'action', 'falloff', 'curve', 'modulator', 'rule', 'automation', 'body'].includes(sort),
    ),
  )('tells formula and source on every page of $title', ({ registry }) => {
    for (const { formula, source } of registry.list) {
      expect(formula!.length).toBeGreaterThan(4);
      expect(source!.length).toBeGreaterThan(4);
    }
  });

  it.each(topics.map((topic) => [topic.slug, topic] as const))(
    'topic/%s has sentences, and a sound example',
    (_slug, topic) => {
      for (const paragraph of topic.text) expect(paragraph).toMatch(/[.:]$/);
      const scene = topicExample(topic);
      if (!scene) return;
      expect(checkScene(JSON.parse(JSON.stringify(scene)))).toEqual([]);
      expect(Math.max(...particlesOf(scene))).toBeGreaterThan(0.02);
    },
  );

  it('shows everything that a scene is made of; pages about screens and files have nothing to play', () => {
    const still = topics.filter((topic) => !topicExample(topic)).map(({ slug }) => slug);
    expect(still).toEqual(STILL_TOPICS);
  });

  it('explains every setting of the scene’s own parts on some page', () => {
    const explained = new Set(pages.flatMap(({ settings }) => Object.values(settings).map(({ label }) => label)));
    const parts = [
      own.birthParameters,
      own.boundsParameters,
      own.cameraParameters,
      own.carrierParameters,
      own.colliderParameters,
      own.deskParameters,
      own.dialParameters,
      own.emitterParameters,
      own.lightParameters,
      own.outputParameters,
      own.transformParameters,
      own.sceneParameters,
      own.timeParameters,
      own.sceneTransformParameters,
      own.workParameters,
      own.zoneParameters,
    ];
    const labels = parts.flatMap((part) => Object.values(part).map(({ label }) => label));
    expect(labels.filter((label) => !explained.has(label))).toEqual([]);
  });

  it('is searched by titles, settings and sentences, the best first', () => {
    const first = (query: string) => search(query).map(({ page, setting }) => [page.address, setting])[0];
    expect(first('vortex')).toEqual(['field/vortex', undefined]);
    expect(first('inward pull')).toEqual(['field/vortex', 'Inward pull']);
    expect(first('pre-roll')).toEqual(['topic/time', 'Pre-roll']);
    expect(search('motion blur').map(({ page }) => page.address)).toContain('topic/picture');
    expect([search('  '), search('qqq')]).toEqual([[], []]);
  });

  it('says when move and when acceleration is the better choice', () => {
    expect(actions.get('move').advice).toMatch(/Use acceleration/);
    expect(actions.get('acceleration').advice).toMatch(/Use move instead/);
  });

  it('what is changed on a page changes its example', () => {
    const changed = exampleOf('field', 'vortex', { strength: 5, settings: { lift: 3 } });
    expect(changed.fields[0]).toMatchObject({ strength: 5, settings: { lift: 3 } });
    expect(exampleOf('falloff', 'ball', { falloff: { outer: 9 } }).fields[0]!.falloff['outer']).toBe(9);
  });
});
