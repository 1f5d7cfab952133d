/** Debian's Chromium, as tests and scripts start it: quiet, and drawing in software. */
export const BROWSER: { readonly executablePath: string; readonly args: string[] };
