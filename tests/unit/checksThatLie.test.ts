import { describe, expect, it } from 'vitest';
import { clearsOf } from '@/core/checks/clears.ts';

/** What a passed check does not clear; common practice, no source. Said on the plate when it passes. */
const PASSED: readonly [string, RegExp][] = [
  ['spark.tester', /drops out hot or above some speed/],
  ['spark.tester', /partner's shorted diode/],
  ['spark.tester', /flywheel key/],
  ['spark.tester', /sparks but does not burn/],
  ['spark.coil-ohms', /electronics/],
  ['fuel.solenoid-click', /does not leave the jet/],
  ['fuel.solenoid-click', /gum on the plunger/],
  ['fuel.solenoid-click', /jet blocked behind/],
  ['fuel.flow', /inlet screen, needle and jets/],
  ['power.rest-volts', /capacity/],
  ['power.jump', /clamps bite/],
  ['fuel.needle-hold', /leaks after hours/],
  ['look.fuel', /bowl and the jets/],
  ['seal.compression', /compression release, a weak battery or a closed throttle/],
  ['seal.leak-down', /open hot/],
  ['seal.leak-down', /bent push rod/],
  ['seal.leak-down', /piston that does not move/],
  ['balance.rhythm', /on one cylinder/],
  ['valve.motion', /lash/],
  ['valve.rocker-studs', /backs out under load/],
  ['seal.thumb', /compression/],
];

/** What a failed check may only mean; common practice, no source. Said on the plate when it fails. */
const FAILED: readonly [string, RegExp][] = [
  ['spark.plug-look', /witness|another reason/],
  ['spark.coil-ohms', /terminal or a resistor boot/],
  ['split.primer', /plug wet already/],
  ['split.primer', /choked with dirt/],
  ['split.primer', /battery too slow/],
  ['power.start-signal', /where along the line/],
  ['fuel.flow', /halve the line/],
  ['seal.compression', /release fitted, slow cranking/],
  ['seal.leak-down', /release or a tight lash/],
  ['power.crank-volts', /locked or tight engine/],
  ['charge.volts', /stator, the regulator or its ground/],
];

describe('checks that lie', () => {
  it.each(PASSED)('%s passed does not clear %s', (id, what) => {
    expect(clearsOf(id).cannotClear.join('; ')).toMatch(what);
  });
  it.each(FAILED)('%s failed may only mean %s', (id, what) => {
    expect(clearsOf(id).mayOnlyMean.join('; ')).toMatch(what);
  });
});
