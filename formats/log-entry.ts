/** What a page of the logbook is of. */
export type EntrySort = 'trial' | 'sounding';

/** A page of the logbook, but for its picture. */
export interface LogEntry {
  readonly id: string;
  /** The scene it was kept from, and its name then. */
  readonly scene: string;
  readonly sceneName: string;
  readonly sort: EntrySort;
  readonly title: string;
  readonly note: string;
  readonly tags: readonly string[];
  /** Values and measures of a trial ({@link TrialPage}), or the numbers of a sounding. */
  readonly document: unknown;
  readonly pictured: boolean;
  readonly created: string;
}

/** A trial as it is kept. */
export interface TrialPage {
  /** What was set, by address, with the words and the unit it is shown by. */
  readonly values: readonly {
    readonly address: string;
    readonly label: string;
    readonly unit: string;
    readonly value: number | string;
    /** The value as it was shown, without its unit; left out on older pages. */
    readonly text?: string;
  }[];
  readonly frame: number;
  readonly measured: Readonly<Record<string, number | null>>;
}

/** Longest note, and most tags, of an entry. */
export const ENTRY_LIMITS = { note: 4000, tags: 20, tag: 40, picture: 4_000_000 } as const;

const escaped = (text: string) => text.replace(/([\\`*_[\]<>#|])/g, '\\$1');

/** Trials of the logbook as Markdown, each with its picture from a folder `pictures` beside it. */
export function logbookMarkdown(entries: readonly LogEntry[]): string {
  const parts = entries.map((entry) => {
    const { values = [], measured = {}, frame } = entry.document as Partial<TrialPage>;
    return [
      `## ${escaped(entry.title)}`,
      `${escaped(entry.sceneName)}${frame === undefined ? '' : `, frame ${frame}`}, kept ${entry.created.slice(0, 16).replace('T', ' ')} UTC`,
      ...(entry.tags.length > 0 ? [entry.tags.map((tag) => `\`${tag.replaceAll('`', '')}\``).join(' ')] : []),
      ...(entry.pictured ? [`![${escaped(entry.title)}](pictures/${entry.id}.png)`] : []),
      ...(entry.note === '' ? [] : [escaped(entry.note)]),
      [
        '| number | value |',
        '|---|---|',
        ...values.map(
          ({ label, unit, value, text = String(value) }) =>
            `| ${escaped(label)} | ${escaped(text)}${unit ? ` ${unit}` : ''} |`,
        ),
        ...Object.entries(measured).map(([name, value]) => `| ${escaped(name)} | ${value ?? 'none'} |`),
      ].join('\n'),
    ].join('\n\n');
  });
  return `# Logbook\n\n${parts.join('\n\n')}\n`;
}
