import type { LogEntry, TrialPage } from '../../../formats/log-entry';
import { withValues } from '../../../core/measure/trials/variation';
import type { Scene } from '../../../core/document/scene';
import { api } from '../../state/api';
import { base64Of } from '../../widgets/base64';
import { pictureOf } from '../../view/thumbnail';
import { valuesText, type Sheet, type Trial } from './trials-store';

/** A trial as a page of the logbook. */
function pageOf(sheet: Sheet, trial: Trial): TrialPage {
  return {
    values: trial.values.map(([address, value], i) => {
      const { thing, label, unit } = sheet.variables[i]!;
      return { address, label: `${thing}, ${label}`, unit, value, text: valuesText(sheet, trial)[i]! };
    }),
    frame: sheet.through,
    measured: Object.fromEntries(
      Object.entries(trial.measured ?? {}).map(([name, value]) => [name, Number.isNaN(value) ? null : value]),
    ),
  };
}

/** Keeps a trial in the logbook, with a picture of its last frame as it would be rendered. */
export async function keepTrial(
  id: string,
  scene: Scene,
  sheet: Sheet,
  trial: Trial,
  note: string,
  tags: readonly string[],
): Promise<LogEntry> {
  const page = pageOf(sheet, trial);
  const picture = await pictureOf(withValues(sheet.scene, trial.values), sheet.through, new AbortController().signal);
  const title = page.values.map(({ label, unit, text }) => `${label} ${text}${unit ? ` ${unit}` : ''}`).join('; ');
  return api.keepEntry(
    { scene: id, sceneName: scene.name, sort: 'trial', title: title.slice(0, 120), note, tags, document: page },
    picture && base64Of(new Uint8Array(await picture.arrayBuffer())),
  );
}

/** A new scene that is this one with other values; gives its id. */
export async function branch(id: string, scene: Scene): Promise<string> {
  const copy = await api.create({ copyOf: id });
  await api.save(copy.id, copy.revision, { ...scene, name: copy.scene.name }, false);
  return copy.id;
}
