import { isDialName } from '../../core/document/dials';
import { MOST } from '../../core/document/scene';
import { isTakenByLanguage } from '../../core/kinds/shared/formula-names';
import { completeDial } from '../../core/scene/read';
import { freeId } from '../../core/scene/free-identity';
import { changeScene, openedScene, useSceneStore } from './scene-store';

/** Adds a dial of a name that is free, with a value of its own if one is given. */
export function addDialNamed(name: string, value?: number): void {
  const { dials } = openedScene();
  if (dials.length >= MOST.dials) return;
  const id = freeId(
    'dial',
    dials.map((d) => d.id),
  );
  const dial = completeDial({ id, name, ...(value !== undefined && { value }) });
  changeScene((scene) => ({ ...scene, dials: [...scene.dials, dial] }));
}

/** Whether the open scene can have a dial of a name that a formula does not know. */
export function canBeDial(name: string): boolean {
  const { scene } = useSceneStore.getState();
  return scene !== undefined && scene.dials.length < MOST.dials && isDialName(name) && !isTakenByLanguage(name);
}
