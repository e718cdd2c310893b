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
  ],
};

/** A tablet on 127.0.0.1 at which somebody of the demo shop said that he works there. */
export const SOMEBODY_HERE = {
  origins: [],
  cookies: [
    {
      name: 'ridge-person',
      value: 'person-ilse',
      domain: '127.0.0.1',
      path: '/',
      expires: -1,
      httpOnly: false,
      secure: false,
      sameSite: /** @type {const} */ ('Lax'),
    },
  ],
};
