/** Debian's Chromium as it runs with no monitor, told to ask nothing of a network: for journeys, pictures and measurements. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
