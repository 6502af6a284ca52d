/**
 * Debian's Chromium without windows: the same engine as the one with windows, 1.6 times as fast (access.spec) where no
 * graphics card draws. Its own file and not Debian's script around it, so that what ends the process ends the browser.
 */
export const BROWSER = {
  executablePath: process.env.STRIDE_CHROMIUM ?? '/usr/lib/chromium/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
};
