import type { Role } from '../state/start-worker';

/** The code of each role. All of them share what they have in common. */
const ROLES: Readonly<Record<Role, () => Promise<unknown>>> = {
  simulation: () => import('../../engine/web-worker'),
  assets: () => import('../simulation/asset-worker'),
  mesh: () => import('../simulation/meshes/mesh-worker'),
  soundings: () => import('../screens/soundings/worker'),
  trials: () => import('../screens/trials/worker'),
  pictures: () => import('../screens/output/encode-worker'),
};

/** Messages that came before the code of the role was there. */
const early: unknown[] = [];
const keep = ({ data }: MessageEvent) => void early.push(data);
addEventListener('message', keep);

const isRole = (name: string): name is Role => Object.hasOwn(ROLES, name);

async function begin(): Promise<void> {
  if (!isRole(self.name)) throw new Error(`There is no worker “${self.name}”.`);
  await ROLES[self.name]();
  removeEventListener('message', keep);
  for (const data of early) dispatchEvent(new MessageEvent('message', { data }));
}

// An error that is only a rejected promise would not reach the page.
begin().catch(reportError);
