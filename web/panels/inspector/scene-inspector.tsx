import {
  boundsParameters,
  outputParameters,
  sceneParameters,
  wholeParameters,
  workParameters,
} from '../../../core/document/descriptions';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editScene, useScene } from '../../state/scene-store';
import { LightSection } from './light-section';
import { DialSection } from './dial-section';
import { PlaceSection } from './place-section';
import { PlatesRow } from './plates-row';
import { Section } from './section';
import { TimeSection } from './time-section';
import { SoundSection } from './sound-section';

const { behind, background, top, plate, plateFrom, plateEnds, sizes } = outputParameters;

const counted = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

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
        page="topic/scene"
        aside={`${counted(scene.emitters.length, 'emitter')}, ${counted(scene.fields.length, 'field')}`}
      >
        <ParameterRows
          description={sceneParameters}
          values={{ seed: scene.seed, draftShare: scene.draftShare, flat: scene.flat }}
          onChange={(name, value) => editScene((s) => void Object.assign(s, { [name]: value }))}
        />
        <ParameterRows description={{ behind, background, top, plate }} {...ofOutput} />
        {scene.output.behind === 'sequence' && <PlatesRow />}
        <ParameterRows description={{ plateFrom, plateEnds, sizes }} {...ofOutput} />
      </Section>
      <LightSection />
      <TimeSection />
      <Section title="Scene box" page="topic/scene-box">
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
      <Section title="Working view" page="topic/working-view" aside="not in renders">
        <ParameterRows
          description={workParameters}
          values={scene.work}
          onChange={(name, value) => editScene((s) => void Object.assign(s.work, { [name]: value }))}
        />
      </Section>
      <DialSection />
      <SoundSection />
      <PlaceSection
        owner={{ type: 'whole' }}
        title="Scene transform"
        scale={{
          label: 'Scale',
          help: 'Scales everything that is drawn. The simulation stays in metres of the scene.',
        }}
      >
        <ParameterRows
          description={wholeParameters}
          values={scene.whole}
          onChange={(name, value) => editScene((s) => void Object.assign(s.whole, { [name]: value }))}
        />
      </PlaceSection>
    </>
  );
}
