import { counted } from '../../../core/lib/counted';
import {
  boundsParameters,
  outputParameters,
  sceneParameters,
  sceneTransformParameters,
  workParameters,
} from '../../../core/document/descriptions';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editScene, useScene } from '../../state/scene-store';
import { LightSection } from './light-section';
import { DialSection } from './dial-section';
import { TransformSection } from './transform-section';
import { SequenceRow } from './sequence-row';
import { isChanged } from './changed';
import { Section } from './section';
import { TimeSection } from './time-section';
import { SoundSection } from './sound-section';

const { backdrop, background, topColour, backdropImage, sequenceStart, outsideSequence, particleScale } =
  outputParameters;

/** What holds for the scene as a whole. */
export function SceneInspector() {
  const scene = useScene();
  const ofOutput = {
    values: scene.output,
    of: { sort: 'output', id: '', prefix: '' } as const,
    onChange: (name: string, value: unknown) => editScene((s) => void Object.assign(s.output, { [name]: value })),
  };
  return (
    <>
      <Section
        title="Scene"
        fixed
        page="topic/scene"
        aside={`${counted(scene.emitters.length, 'emitter')}, ${counted(scene.fields.length, 'field')}`}
      >
        <ParameterRows
          description={sceneParameters}
          values={{ seed: scene.seed, draftFraction: scene.draftFraction, keepFlat: scene.keepFlat }}
          onChange={(name, value) => editScene((s) => void Object.assign(s, { [name]: value }))}
        />
        <ParameterRows description={{ backdrop, background, topColour, backdropImage }} {...ofOutput} />
        {scene.output.backdrop === 'image-sequence' && <SequenceRow />}
        <ParameterRows description={{ sequenceStart, outsideSequence, particleScale }} {...ofOutput} />
      </Section>
      <LightSection />
      <TimeSection />
      <Section title="Scene box" page="topic/scene-box" changed={scene.bounds.on}>
        <ParameterRows
          description={boundsParameters}
          values={scene.bounds}
          of={{ sort: 'bounds', id: '', prefix: '' }}
          onChange={(name, value) =>
            editScene((s) => {
              // A box without width holds nothing: each side stays above 0.
              Object.assign(s.bounds, {
                [name]: name === 'size' ? (value as number[]).map((n) => Math.max(0.01, n)) : value,
              });
            })
          }
        />
      </Section>
      <Section
        title="Working view"
        page="topic/working-view"
        aside="not in renders"
        changed={isChanged(workParameters, scene.work)}
      >
        <ParameterRows
          description={workParameters}
          values={scene.work}
          onChange={(name, value) => editScene((s) => void Object.assign(s.work, { [name]: value }))}
        />
      </Section>
      <DialSection />
      <SoundSection />
      <TransformSection
        owner={{ type: 'sceneTransform' }}
        title="Scene transform"
        scale={{
          label: 'Scale',
          help: 'Scales everything that is drawn. The simulation stays in metres of the scene.',
        }}
      >
        <ParameterRows
          description={sceneTransformParameters}
          values={scene.sceneTransform}
          onChange={(name, value) => editScene((s) => void Object.assign(s.sceneTransform, { [name]: value }))}
        />
      </TransformSection>
    </>
  );
}
