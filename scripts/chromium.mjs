/** Debian's Chromium, as tests and scripts start it: quiet, and drawing in software. */
export const BROWSER = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--enable-unsafe-swiftshader',
  ],
};
