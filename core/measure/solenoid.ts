/** What was found at a fuel solenoid; left out means not looked at. */
export interface SolenoidFindings {
  readonly feed?: boolean | undefined;
  readonly ohms?: 'ok' | 'open' | 'shorted' | undefined;
  readonly clicks?: boolean | undefined;
  readonly plunger?: 'free' | 'sticky' | 'stuck-shut' | 'stuck-open' | undefined;
  readonly runsOnPrimer?: boolean | undefined;
  readonly runsOnChokeOnly?: boolean | undefined;
  readonly afterFires?: boolean | undefined;
}

export type SolenoidVerdict = 'feed' | 'coil' | 'stuck-shut' | 'stuck-open' | 'jet-behind' | 'sound' | 'cannot-tell';

/**
 * The solenoid's truth table: feed, ohms, click, plunger, runs on primer or choke, after-fire [P]. A click says nothing of the
 * plunger, so a clicking solenoid is never called sound by its click.
 * @returns what the findings name, or that they do not tell
 */
export function solenoidVerdict(found: SolenoidFindings): SolenoidVerdict {
  const { feed, ohms, clicks, plunger, runsOnPrimer, runsOnChokeOnly, afterFires } = found;
  if (ohms === 'open' || ohms === 'shorted') return 'coil';
  if (plunger === 'stuck-shut' || plunger === 'sticky') return 'stuck-shut';
  if (plunger === 'stuck-open') return 'stuck-open';
  if (feed === false) return 'feed';
  if (clicks === false && feed === true) return ohms === 'ok' ? 'stuck-shut' : 'coil';
  const starves = runsOnPrimer === true || runsOnChokeOnly === true;
  // The plunger leaves its seat and it starves all the same: what stands behind it.
  if (plunger === 'free' && starves) return 'jet-behind';
  if (afterFires === true && clicks !== false) return 'stuck-open';
  if (plunger === 'free') return 'sound';
  return 'cannot-tell';
}
