/** A problem the person at the keyboard can do something about: said in full, without a stack. */
export class Trouble extends Error {
  /** @param {string} what happened @param {string} todo what to do about it */
  constructor(what, todo) {
    super(`${what}\n  What to do: ${todo}`);
  }
}

export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Runs `main` and turns trouble into a message and a failing exit. */
export async function carefully(main) {
  try {
    await main();
  } catch (error) {
    if (error instanceof Trouble) process.stderr.write(`\n${error.message}\n`);
    else if (error?.code === 'ENOSPC')
      process.stderr.write(
        '\nThe disk is full.\n  What to do: free some space and start again; nothing that was saved is lost.\n',
      );
    else process.stderr.write(`\n${error?.stack ?? error}\n`);
    process.exitCode = 1;
  }
}
