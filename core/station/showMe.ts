/** One frame of how a check is made: what is said of it, and what stands on the drawing then, as it is typed. */
export interface ShownFrame {
  readonly says: string;
  readonly typed?: Readonly<Record<string, string>>;
  readonly choices?: Readonly<Record<string, string>>;
  /** Which of the station's views is drawn, where it has several. */
  readonly view?: 'crank' | 'gauges';
}

/** How checks are made, frame by frame: what comes off, where the probe goes, what good looks and sounds like, what bad does [common practice, no source]. */
export const SHOW_ME: Readonly<Record<string, readonly ShownFrame[]>> = {
  'seal.leak-down': [
    {
      says: 'Run it warm first where it runs. Plug leads off and grounded, this plug out, the hose screwed in by hand.',
      view: 'gauges',
    },
    {
      says: 'Turn by hand to this cylinder’s top of compression: both rockers loose, breath at the plug hole on the way up.',
      view: 'crank',
    },
    {
      says: 'Regulator at zero, air on, then up slowly. Nobody in the arc of the bar.',
      typed: { supply: '40 psi' },
      view: 'gauges',
    },
    {
      says: 'Good: the held needle stands just behind the supply, a faint hiss at the oil fill and nowhere else.',
      typed: { supply: '80 psi', held: '75 psi' },
      choices: { 'heard.oil-fill': 'faint' },
      view: 'gauges',
    },
    {
      says: 'Worn: more hiss at the oil fill, the needle lower. The other cylinder tells whether that is its age.',
      typed: { supply: '80 psi', held: '66 psi' },
      choices: { 'heard.oil-fill': 'clear' },
      view: 'gauges',
    },
    {
      says: 'Bad: hiss at the exhaust outlet. That valve leaks, once its clearance was measured there.',
      typed: { supply: '80 psi', held: '45 psi' },
      choices: { 'heard.exhaust': 'loud' },
      view: 'gauges',
    },
    {
      says: 'Bad: bubbles at the head’s edge, or air at the other plug hole. The gasket.',
      typed: { supply: '80 psi', held: '30 psi' },
      choices: { 'heard.head-edge': 'loud' },
      view: 'gauges',
    },
  ],
  'valve.lash': [
    { says: 'Cold. Cover off, leads off and grounded. Turn by hand, plugs out makes it easy.' },
    {
      says: 'Stop where the paint stripe is: past the top, so that the release does not hold the valve. Both rockers loose.',
    },
    {
      says: 'Blade in flat: the thickest that goes with slight drag.',
      typed: { intake: '0.10 mm', exhaust: '0.15 mm' },
    },
    {
      says: 'The next one must not go: between the two it lies.',
      typed: { intake: '0.10 mm', intakeRefuses: '0.13 mm', exhaust: '0.15 mm', exhaustRefuses: '0.18 mm' },
    },
    {
      says: 'Wide: it ticks, and the release is gone. The clock face says how far in.',
      typed: { intake: '0.10 mm', exhaust: '0.35 mm' },
    },
    {
      says: 'Tight: it may never close when hot. Out, the lock held, measured again after the lock.',
      typed: { intake: '0.03 mm', exhaust: '0.05 mm' },
    },
    {
      says: 'Two turns by hand, measured once more, then the cover.',
      typed: { intake: '0.10 mm', exhaust: '0.15 mm' },
    },
  ],
  'spark.coil-ohms': [
    {
      says: 'Lead off its plug, boot off the lead where it unscrews. The meter on 20k, its own leads touched together first.',
    },
    {
      says: 'One lead of the meter to the bare conductor, the other to bare engine metal.',
      typed: { toGround: '3.6 kohm' },
    },
    {
      says: 'How warm is the winding? Copper reads more when hot: the drawing takes that out.',
      typed: { toGround: '3.9 kohm', coilTemperature: '45 C' },
    },
    {
      says: 'Flex the lead along its length. Good: nothing moves.',
      typed: { toGround: '3.6 kohm', flexMin: '3.6 kohm', flexMax: '3.62 kohm' },
    },
    {
      says: 'Bad: it jumps while it is flexed, whatever it settles at.',
      typed: { toGround: '3.6 kohm', flexMin: '3.6 kohm', flexMax: 'OL' },
    },
    { says: 'Bad: OL. It may still flash a tester: the pulse jumps the break.', typed: { toGround: 'OL' } },
  ],
  'spark.kill-diode': [
    { says: 'Shroud off. Unplug both coils: plugged in, the meter reads their windings.' },
    { says: 'Diode range. Red on this leg, black on the common wire.', typed: { forward: '0.58' } },
    { says: 'Then the other way round.', typed: { forward: '0.58', reverse: 'OL' } },
    { says: 'Good: about 0.6 V one way, OL the other.', typed: { forward: '0.58', reverse: 'OL' } },
    {
      says: 'Bad: nearly nothing both ways. Shorted: it drains the other coil.',
      typed: { forward: '0.002', reverse: '0.002' },
    },
    {
      says: 'Bad: OL both ways. Open: that cylinder goes on with the key off.',
      typed: { forward: 'OL', reverse: 'OL' },
    },
  ],
  'power.drop-positive': [
    { says: 'Meter on volts. Brake on, blades off, out of gear. Nothing is unscrewed.' },
    { says: 'One lead on the battery post itself, not its clamp; the other on the feed stud of the relay.' },
    {
      says: 'Crank three seconds, read. Then the relay’s far stud to the starter, and add the two.',
      typed: { value: '0.12' },
    },
    { says: 'Good: a tenth or two of a volt.', typed: { value: '0.15' } },
    { says: 'Bad: what it lost the starter never had. Feel for the warm joint.', typed: { value: '0.9' } },
    {
      says: 'Next: across the relay, then the ground side. The sum comes back to the battery.',
      typed: { value: '0.15' },
    },
  ],
  'balance.cut-out': [
    { says: 'Tester between lead and plug of this cylinder before it runs; its clip to ground ready. Tachometer on.' },
    {
      says: 'Run it warm. Ground this cylinder through the tester. Never pull a live boot.',
      typed: { before: '1800' },
    },
    {
      says: 'Plate held at the carburettor, 2,000 rpm at most, kill clip in the other hand: read before and after.',
      typed: { before: '1800', after: '1150' },
      choices: { throttle: 'held' },
    },
    {
      says: 'Good: it drops by hundreds. Let go of the plate before it fires again.',
      typed: { before: '1800', after: '1100' },
      choices: { throttle: 'held' },
    },
    {
      says: 'Bad: nothing changes. That cylinder did nothing before.',
      typed: { before: '1800', after: '1790' },
      choices: { throttle: 'held' },
    },
    {
      says: 'Governed, the plate opens and hides it: read how far the plate opens.',
      typed: { before: '1800', after: '1780', plateBefore: '10', plateAfter: '21' },
      choices: { throttle: 'governed' },
    },
  ],
};
