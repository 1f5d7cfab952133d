import { useQuery, useQueryClient } from '@tanstack/react-query';
import { strToU8, zipSync } from 'fflate';
import { useState } from 'react';
import { logbookMarkdown, type LogEntry, type TrialPage } from '../../../formats/log-entry';
import { VariationError, withValues } from '../../../core/measure/trials/variation';
import { api } from '../../state/api';
import { shown } from '../../widgets/charts/chart-data';
import { base64Of } from '../../widgets/base64';
import { SaidLine, type Said } from '../../widgets/said';
import { saveFile } from '../../widgets/save-file';
import { changeScene } from '../../state/scene-store';
import { tagsOf } from './chosen-trial';

const textOf = ({ title, note, tags, sceneName }: LogEntry) =>
  [title, note, sceneName, ...tags].join(' ').toLowerCase();

/** The pages that hold every word that is looked for. */
function found(entries: readonly LogEntry[], search: string): readonly LogEntry[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return entries.filter((entry) => words.every((word) => textOf(entry).includes(word)));
}

async function exportPages(entries: readonly LogEntry[]): Promise<void> {
  const pictures = await Promise.all(
    entries
      .filter(({ pictured }) => pictured)
      .map(async ({ id }) => [`pictures/${id}.png`, await api.entryPicture(id)] as const),
  );
  const zip = zipSync(
    { 'logbook.md': strToU8(logbookMarkdown(entries)), ...Object.fromEntries(pictures) },
    { level: 0 },
  );
  saveFile(zip, 'logbook.zip', 'application/zip');
}

function Page({ entry, onChanged }: { entry: LogEntry; onChanged: () => void }) {
  const [said, setSaid] = useState<Said>();
  const page = entry.document as TrialPage;
  const tell = (error: Error) => setSaid({ text: error.message, alarm: true });
  const apply = () => {
    try {
      changeScene((scene) =>
        withValues(
          scene,
          page.values.map(({ address, value }) => [address, value] as const),
        ),
      );
      setSaid({ text: 'Applied to this scene. Ctrl+Z undoes it.', alarm: false });
    } catch (error) {
      if (!(error instanceof VariationError)) throw error;
      setSaid({ text: `It does not fit this scene: ${error.message}.`, alarm: true });
    }
  };
  return (
    <li className="grid grid-cols-[10rem_1fr] gap-3 border-b border-rule py-3">
      {entry.pictured ? (
        <img src={`/api/logbook/${entry.id}/picture`} alt={entry.title} className="w-40" />
      ) : (
        <span className="text-faint">no picture</span>
      )}
      <div className="min-w-0">
        <h3 className="font-semibold">{entry.title}</h3>
        <p className="num text-faint">
          {entry.sceneName} · frame {page.frame} ·{' '}
          {Object.entries(page.measured)
            .filter(([, value]) => value !== null)
            .map(([name, value]) => `${name} ${shown(value!)}`)
            .join(' · ')}
        </p>
        <textarea
          aria-label={`Note on ${entry.title}`}
          placeholder="Note"
          className="mt-1 h-10 w-full resize-none rounded-sm bg-transparent px-1 hover:bg-raised focus:bg-raised"
          defaultValue={entry.note}
          onBlur={(event) => {
            if (event.currentTarget.value !== entry.note)
              api.describeEntry(entry.id, { note: event.currentTarget.value }).then(onChanged, tell);
          }}
        />
        <p className="flex items-baseline gap-3">
          <input
            aria-label={`Tags of ${entry.title}`}
            placeholder="tags, separated by commas"
            className="num min-w-0 flex-1 rounded-sm bg-transparent px-1 hover:bg-raised focus:bg-raised"
            defaultValue={entry.tags.join(', ')}
            onBlur={(event) => {
              const tags = tagsOf(event.currentTarget.value);
              if (tags.join() !== entry.tags.join()) api.describeEntry(entry.id, { tags }).then(onChanged, tell);
            }}
          />
          <button className="text-button" onClick={apply} title="Sets its values in the open scene">
            Apply
          </button>
          <button
            className="text-button"
            aria-label={`Remove ${entry.title}`}
            onClick={() => {
              const { id: _, created: __, pictured: ___, ...rest } = entry;
              void (entry.pictured ? api.entryPicture(entry.id) : Promise.resolve(undefined)).then(async (bytes) => {
                await api.removeEntry(entry.id);
                onChanged();
                removed = { entry: rest, picture: bytes && base64Of(bytes) };
              }, tell);
            }}
          >
            Remove
          </button>
        </p>
        <SaidLine said={said} />
      </div>
    </li>
  );
}

/** The page that was taken away last, so that it can be brought back. */
let removed:
  | { readonly entry: Omit<LogEntry, 'id' | 'created' | 'pictured'>; readonly picture: string | undefined }
  | undefined;

/** Kept trials of all scenes: searched, described, applied to the scene that is open, and exported. */
export function Logbook() {
  const queries = useQueryClient();
  const [search, setSearch] = useState('');
  const { data: entries, error } = useQuery({ queryKey: ['logbook'], queryFn: () => api.logbook('trial') });
  const changed = () => void queries.invalidateQueries({ queryKey: ['logbook'] });
  const shownEntries = found(entries ?? [], search);
  return (
    <section aria-label="Logbook" className="flex min-h-0 flex-1 flex-col px-4 py-2">
      <p className="flex items-center gap-4">
        <input
          aria-label="Search the logbook"
          placeholder="search titles, notes, tags, scenes"
          className="w-72 rounded-sm border border-rule bg-transparent px-2 py-1"
          value={search}
          onChange={(event) => setSearch(event.currentTarget.value)}
        />
        <span className="num flex-1 text-second">
          {shownEntries.length} of {entries?.length ?? 0}
        </span>
        {removed && (
          <button
            className="text-button"
            onClick={() => {
              const { entry, picture } = removed!;
              removed = undefined;
              void api.keepEntry(entry, picture).then(changed);
            }}
          >
            Restore “{removed.entry.title}”
          </button>
        )}
        <button
          className="text-button"
          disabled={shownEntries.length === 0}
          onClick={() => void exportPages(shownEntries)}
        >
          Export as Markdown
        </button>
      </p>
      {error && (
        <p role="alert" className="py-4 text-signal">
          {error.message}
        </p>
      )}
      {entries?.length === 0 && (
        <p className="py-6 text-second">The logbook is empty. Click a trial of a sheet, then Keep.</p>
      )}
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {shownEntries.map((entry) => (
          <Page key={entry.id} entry={entry} onChanged={changed} />
        ))}
      </ul>
    </section>
  );
}
