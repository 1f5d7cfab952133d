import { describe, expect, it } from 'vitest';
import { logbookMarkdown, type LogEntry } from './log-entry';

const entry: LogEntry = {
  id: 'x1',
  scene: 'a',
  sceneName: 'Vent plume',
  sort: 'trial',
  title: 'Vortex, Strength 2 N',
  note: 'turns *twice* | holds',
  tags: ['calm', 'opening'],
  document: {
    values: [{ address: 'fields/vortex/strength', label: 'Vortex, Strength', unit: 'N', value: 2 }],
    frame: 48,
    measured: { speed: 1.25, difference: null },
  },
  pictured: true,
  created: '2026-11-26T17:30:00.000Z',
};

describe('the logbook as Markdown', () => {
  it('has of each page the title, picture, note, values and measures, with its signs escaped', () => {
    const text = logbookMarkdown([entry, { ...entry, id: 'x2', title: 'Other', pictured: false, tags: [], note: '' }]);
    expect(text).toContain('## Vortex, Strength 2 N\n');
    expect(text).toContain('![Vortex, Strength 2 N](pictures/x1.png)');
    expect(text).toContain('turns \\*twice\\* \\| holds');
    expect(text).toContain('`calm` `opening`');
    expect(text).toContain('| Vortex, Strength | 2 N |\n| speed | 1.25 |\n| difference | none |');
    expect(text).not.toContain('pictures/x2.png');
  });
});
