import { bodies } from '../../../core/kinds/bodies';
import type { Emitter } from '../../../core/document/scene';
import { KindChoice } from '../../widgets/kind-choice';
import { ParameterRows } from '../../widgets/parameter-rows';
import { editEmitters } from '../../state/scene-store';
import { setBody } from './emitter-edit';
import { Section } from './section';

/** How the particles of the selected emitters hang together. */
export function BodySection({ emitter, ids }: { emitter: Emitter; ids: readonly string[] }) {
  const { kind } = emitter.body;
  return (
    <Section title="Body" page={`body/${emitter.body.kind}`} changed={kind !== 'points'}>
      <KindChoice label="Body" registry={bodies} kind={kind} onChange={(next) => setBody(ids, next)} />
      <ParameterRows
        description={bodies.get(kind).parameters}
        of={{ sort: 'emitters', id: emitter.id, prefix: 'body.' }}
        values={{ ...emitter.body, mesh: emitter.shape['mesh'] }}
        onChange={(name, value) => editEmitters(ids, (e) => e.body.kind === kind && void (e.body[name] = value))}
      />
    </Section>
  );
}
