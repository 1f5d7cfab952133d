import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { MEASURE_NAMES } from '../../../core/measure/trials/trial';
import { withValues } from '../../../core/measure/trials/variation';
import { shown } from '../../widgets/charts/chart-data';
import { SaidLine, type Said } from '../../widgets/said';
import { useStage } from '../../simulation/stage';
import { changeScene, openedScene } from '../../state/scene-store';
import { branch, keepTrial } from './keep-trial';
import { labelOf, unitOf } from './sheet-grid';
import { finerAround, mark, useTrials, valuesText, type Sheet } from './trials-store';

/** Words parted by commas, as tags. */
export const tagsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter((tag) => tag !== ''),
  ),
];

/** The trial that is worked on: what it is, what is measured of it, and what can be done with it. */
export function ChosenTrial({ sheet }: { sheet: Sheet }) {
  const { id } = useStage();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const chosen = useTrials((state) => state.chosen);
  const [note, setNote] = useState('');
  const [tags, setTags] = useState('');
  const [said, setSaid] = useState<Said>();
  const trial = chosen === undefined ? undefined : sheet.trials[chosen];
  if (!trial || chosen === undefined)
    return <p className="px-4 py-2 text-second">Click a trial to adopt, keep or branch it. M marks it.</p>;
  const values = valuesText(sheet, trial);
  const doing = (what: Promise<string>, busy: string) => {
    setSaid({ text: busy, alarm: false });
    what.then(
      (text) => setSaid({ text, alarm: false }),
      (error: Error) => setSaid({ text: error.message, alarm: true }),
    );
  };
  const adopt = () => {
    changeScene((scene) => withValues(scene, trial.values));
    setSaid({ text: 'Adopted. Ctrl+Z undoes it.', alarm: false });
  };
  const keep = async () => {
    await keepTrial(id, openedScene(), sheet, trial, note, tagsOf(tags));
    await queries.invalidateQueries({ queryKey: ['logbook'] });
    setNote('');
    setTags('');
    return 'Kept in the logbook.';
  };
  const branched = async () => {
    const made = await branch(id, withValues(openedScene(), trial.values));
    void navigate(`/scene/${made}`);
    return 'Branched.';
  };
  return (
    <section aria-label="Chosen trial" className="border-t border-rule px-4 py-2">
      <h2 className="font-semibold">{values.join(' · ')}</h2>
      <dl className="grid grid-cols-[1fr_max-content] gap-x-3 text-second">
        {trial.values.map(([address], i) => (
          <div key={address} className="contents">
            <dt className="truncate">
              {sheet.variables[i]!.thing}, {sheet.variables[i]!.label}
            </dt>
            <dd className="num text-text">
              {values[i]} {sheet.variables[i]!.unit}
            </dd>
          </div>
        ))}
        {trial.measured &&
          MEASURE_NAMES.map((name) => (
            <div key={name} className="contents">
              <dt>{labelOf(name)}</dt>
              <dd className="num">
                {shown(trial.measured![name])} {unitOf(name)}
              </dd>
            </div>
          ))}
      </dl>
      <p className="flex flex-wrap gap-3 py-1">
        <button
          className="text-button text-lamp"
          onClick={adopt}
          title="Sets these values in the scene, as one step of undo"
        >
          Adopt
        </button>
        <button className="text-button" onClick={() => mark(chosen)}>
          {trial.marked ? 'Remove the mark' : 'Mark'}
        </button>
        <button
          className="text-button"
          onClick={() => finerAround(chosen)}
          title="Sets up a sheet of values between this trial and its neighbours"
        >
          Finer around it
        </button>
        <button
          className="text-button"
          onClick={() => doing(branched(), 'branching …')}
          title="A new scene with these values"
        >
          Branch
        </button>
      </p>
      <textarea
        aria-label="Note"
        placeholder="Note"
        className="h-12 w-full resize-none rounded-sm border border-rule bg-transparent px-1"
        value={note}
        maxLength={4000}
        onChange={(event) => setNote(event.currentTarget.value)}
        onKeyDown={(event) => event.stopPropagation()}
      />
      <p className="flex gap-2">
        <input
          aria-label="Tags"
          placeholder="tags, separated by commas"
          className="min-w-0 flex-1 rounded-sm border border-rule bg-transparent px-1"
          value={tags}
          onChange={(event) => setTags(event.currentTarget.value)}
        />
        <button
          className="text-button"
          onClick={() => doing(keep(), 'keeping it: drawing its picture …')}
          disabled={trial.fine < 1}
        >
          Keep
        </button>
      </p>
      <SaidLine said={said} />
    </section>
  );
}
