import { lightParameters } from '../../../core/document/descriptions';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editScene, useSceneOf } from '../../state/scene-store';
import { isChanged } from './changed';
import { Section } from './section';

/** The light that meshes are seen in, and the fog. */
export function LightSection() {
  const light = useSceneOf((scene) => scene.light);
  return (
    <Section
      title="Light and fog"
      page="topic/light"
      aside="of meshes and surfaces"
      changed={isChanged(lightParameters, light)}
    >
      <ParameterRows
        description={lightParameters}
        values={light}
        of={{ sort: 'light', id: '', prefix: '' }}
        onChange={(name, value) => editScene((s) => void ((s.light as Record<string, unknown>)[name] = value))}
      />
    </Section>
  );
}
