import { type Element, type Node, solveCircuit } from './circuit.ts';

/** State of one leg of the harness, from the coil's kill tab over its diode to the common wire. */
export interface Leg {
  /** Primary of the coil, tab to ground [ohm], about 0.2 .. 5. */
  readonly primaryOhms: number;
  readonly diode: 'good' | 'shorted' | 'open';
  /** The leg itself rubs on metal between coil and diode. */
  readonly chafed: boolean;
  /** The lead is on its tab. */
  readonly lead: 'on' | 'off';
}

export interface Harness {
  readonly legs: readonly Leg[];
  /** The common wire rubs on metal on the engine side of the connector. */
  readonly commonChafed: boolean;
  readonly connector: 'joined' | 'parted';
  /** What the key does: it grounds the common wire to stop the engine. */
  readonly key: 'run' | 'stop' | 'stuck-open' | 'stuck-closed';
  /** Which way the diodes of this maker point; the sparks are of that sign too, so both work alike. */
  readonly polarity: 'to-common' | 'from-common';
}

const CONTACT_OHMS = 0.05;
const CHAFE_OHMS = 0.1;
/** A coil at its pulse, as the kill tab sees it: what its winding drives against [V, ohm] [M]. */
const PULSE_VOLTS = 200;
const PULSE_OHMS = 40;
/** A coil that is not at its pulse is its winding, and what its inductance is at the speed of a pulse [ohm] [M]. */
const INDUCTIVE_OHMS = 5.95;
/** Of the spark's energy: under the first nothing jumps, under the second it is a weak one that may flash a tester [M]. */
const FIRES_FROM = 0.25;
const STRONG_FROM = 0.7;

const GROUND: Node = 0;
const COMMON: Node = 1;
const CHASSIS: Node = 2;
const tabOf = (leg: number): Node => 3 + 2 * leg;
const leadOf = (leg: number): Node => 4 + 2 * leg;
const nodesOf = (harness: Harness) => 3 + 2 * harness.legs.length;

/** Wires, diodes and switch; the coils are put on by who asks. */
function wiringOf({ legs, commonChafed, connector, key, polarity }: Harness): Element[] {
  const wire = (from: Node, to: Node, ohms = CONTACT_OHMS): Element => ({ kind: 'resistor', from, to, ohms });
  const out: Element[] = [];
  legs.forEach((leg, i) => {
    if (leg.lead === 'on') out.push(wire(tabOf(i), leadOf(i)));
    if (leg.chafed) out.push(wire(leadOf(i), GROUND, CHAFE_OHMS));
    if (leg.diode === 'shorted') out.push(wire(leadOf(i), COMMON, 0.1));
    if (leg.diode === 'good')
      out.push(
        polarity === 'to-common'
          ? { kind: 'diode', from: leadOf(i), to: COMMON }
          : { kind: 'diode', from: COMMON, to: leadOf(i) },
      );
  });
  if (commonChafed) out.push(wire(COMMON, GROUND, CHAFE_OHMS));
  if (connector === 'joined') out.push(wire(COMMON, CHASSIS));
  if (key === 'stop' || key === 'stuck-closed') out.push(wire(CHASSIS, GROUND));
  return out;
}

/**
 * Share of a coil's spark that is left with the harness as it stands, 0 .. 1: its pulse divides between its own winding and whatever path
 * to ground the harness offers, which may lead through the partner's winding.
 * @throws RangeError when there is no such leg
 */
export function sparkLeft(harness: Harness, leg: number): number {
  if (!harness.legs[leg]) throw new RangeError(`sparkLeft: no leg ${leg}`);
  const sign = harness.polarity === 'to-common' ? 1 : -1;
  const coils = harness.legs.flatMap((_, i): Element[] =>
    i === leg
      ? [
          // Norton's form of the pulse behind its impedance.
          sign > 0
            ? { kind: 'source', from: GROUND, to: tabOf(i), amps: PULSE_VOLTS / PULSE_OHMS, complianceVolts: 1e6 }
            : { kind: 'source', from: tabOf(i), to: GROUND, amps: PULSE_VOLTS / PULSE_OHMS, complianceVolts: 1e6 },
          { kind: 'resistor', from: tabOf(i), to: GROUND, ohms: PULSE_OHMS },
        ]
      : [
          {
            kind: 'resistor',
            from: tabOf(i),
            to: GROUND,
            ohms: Math.hypot(harness.legs[i]!.primaryOhms, INDUCTIVE_OHMS),
          },
        ],
  );
  const solved = solveCircuit(nodesOf(harness), [...wiringOf(harness), ...coils]);
  if (!solved.ok) throw new Error('sparkLeft: the harness did not settle');
  const share = Math.abs(solved.volts[tabOf(leg)]!) / PULSE_VOLTS;
  // Energy goes with the square of what is left of the voltage.
  return Math.min(1, share ** 2);
}

export type Spark = 'strong' | 'weak' | 'none';

/** What is left of the spark, in the words of a tester. */
export function sparkOf(left: number): Spark {
  return left >= STRONG_FROM ? 'strong' : left >= FIRES_FROM ? 'weak' : 'none';
}

/** What a multimeter shows: volts on the diode range, ohms on the ohm range, or OL. */
export type Meter = number | 'OL';

/** A multimeter on its ranges as its probes see it: what it drives with, behind what [V, ohm] [P]. */
const DIODE_RANGE = { volts: 2.6, ohms: 2000 } as const;
const OHM_RANGE = { volts: 0.3, ohms: 1000 } as const;
/** From here on a range says OL: volts that no junction takes, ohms that no wire has. */
const DIODE_OL_VOLTS = 2.2;
const OHM_OL = 20_000;

/** Where a probe is held: on a leg's lead, the common wire, or ground. */
export type Probe = { readonly leg: number } | 'common' | 'ground';
const nodeOf = (probe: Probe): Node => (probe === 'common' ? COMMON : probe === 'ground' ? GROUND : leadOf(probe.leg));

type Coils = 'plugged' | 'unplugged';

/** Volts between the probes of a meter that drives from red to black, engine standing. */
function voltsAcross(
  harness: Harness,
  [red, black]: readonly [Probe, Probe],
  coils: Coils,
  meter: typeof DIODE_RANGE | typeof OHM_RANGE,
): number {
  const seen: Harness =
    coils === 'plugged' ? harness : { ...harness, legs: harness.legs.map((l) => ({ ...l, lead: 'off' as const })) };
  const windings = harness.legs.map(
    (leg, i): Element => ({ kind: 'resistor', from: tabOf(i), to: GROUND, ohms: leg.primaryOhms }),
  );
  const [from, to] = [nodeOf(black), nodeOf(red)];
  if (from === to) return 0;
  const solved = solveCircuit(nodesOf(harness), [
    ...wiringOf(seen),
    ...windings,
    // Norton's form of a cell behind its resistance.
    { kind: 'source', from, to, amps: meter.volts / meter.ohms, complianceVolts: 1e6 },
    { kind: 'resistor', from, to, ohms: meter.ohms },
  ]);
  if (!solved.ok) throw new Error('voltsAcross: the harness did not settle');
  return solved.volts[to]! - solved.volts[from]!;
}

/**
 * The diode range between two points, engine standing: the volts that what lies between them takes.
 * @param coils plugged in, the coils' windings lie in the circuit too
 */
export function diodeRange(harness: Harness, red: Probe, black: Probe, coils: Coils): Meter {
  const volts = voltsAcross(harness, [red, black], coils, DIODE_RANGE);
  return volts > DIODE_OL_VOLTS ? 'OL' : Math.round(volts * 1000) / 1000;
}

/** The ohm range between two points, engine standing; it drives too little for a diode to pass. */
export function ohmRange(harness: Harness, red: Probe, black: Probe, coils: Coils): Meter {
  const volts = voltsAcross(harness, [red, black], coils, OHM_RANGE);
  const ohms = (OHM_RANGE.ohms * volts) / (OHM_RANGE.volts - volts);
  return !(ohms < OHM_OL) ? 'OL' : Math.max(0, Math.round(ohms * 10) / 10);
}
