import { readFileSync } from 'node:fs';

/** Debian's Chromium, as tests and scripts start it: quiet, and drawing in software. */
export const BROWSER = {
  executablePath: '/usr/bin/chromium',
  args: JSON.parse(readFileSync(new URL('../cli/chromium-flags.json', import.meta.url), 'utf8')),
};
