import { tablesIn, type ParticleFormat } from './format';

/** USD in text, with a time sample for each frame. Source: Pixar, UsdGeomPoints and UsdGeomBasisCurves. */
export const usda: ParticleFormat = {
  name: 'usda',
  label: 'USD, all frames in one',
  extension: 'usda',
  type: 'text/plain',
  summary:
    'Points of USD with a time sample for each frame and numbers that stay with their particles; strands and trails as curves.',
  per: 'run',
  async open(run) {
    const [{ UsdaWriter }, { curveSourcesOf }] = await Promise.all([
      import('../particles-usda'),
      import('../usd-curves'),
    ]);
    const { scene, assets, from, through } = run;
    const ids = scene.emitters.map(({ id }) => id);
    const writer = new UsdaWriter({ fps: scene.time.fps, from, through }, ids, curveSourcesOf(scene, assets));
    return {
      add(frame, emitters) {
        writer.add(frame, tablesIn(run, emitters));
        return undefined;
      },
      end: () => writer.text(),
    };
  },
};
