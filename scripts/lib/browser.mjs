/**
 * What no page needs: two hidden pages of the browser's own that every window opens beside ours, and what Playwright leaves out of its own
 * accord (the last list is the one that counts).
 */
const WITHOUT = [
  ...['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup'],
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'DestroyProfileOnBrowserClose', 'HttpsUpgrades', 'MediaRouter'],
  ...['HttpsFirstBalancedModeAutoEnable', 'LensOverlay', 'NetworkTimeServiceQuerying', 'OptimizationHints'],
  ...['PaintHolding', 'PreconnectToSearch', 'ThirdPartyStoragePartitioning'],
];

/** How every script and browser test starts Debian's Chromium. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    `--disable-features=${WITHOUT.join(',')}`,
  ],
};
