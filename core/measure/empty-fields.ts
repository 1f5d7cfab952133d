import type { Assets } from '../document/assets';
import type { Field, Scene } from '../document/scene';
import { isHeard } from '../document/groups';
import { falloffShapes } from '../kinds/falloff-shapes';
import { fields as fieldKinds } from '../kinds/fields';
import { withSharedPaths } from '../scene/shared-paths';
import { resourcesOf } from '../scene/resources';
import { fieldSource } from '../sim/stack/compile';

/** Why a field can’t deliver anything with its settings, wherever the particles are; undefined where it can. */
function whyEmpty(scene: Scene, field: Field, assets: Assets): string | undefined {
  return (
    fieldKinds.get(field.settings.kind).diagnose?.silent?.(fieldSource(scene, field, assets)) ??
    falloffShapes.get(field.falloff.kind).empty?.(field.falloff, resourcesOf(scene, assets))
  );
}

/** A sentence for each field that is heard and can’t deliver anything: something of it is missing, or too large. */
export function emptyFields(document: Scene, assets: Assets): string[] {
  const scene = withSharedPaths(document);
  return scene.fields.flatMap((field, i) => {
    const why = isHeard(field, scene) ? whyEmpty(scene, field, assets) : undefined;
    return why === undefined ? [] : [`fields[${i}] “${field.name}” does nothing: ${why}`];
  });
}
