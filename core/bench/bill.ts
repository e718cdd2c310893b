import { checkOf } from '../checks/index.ts';
import { cylindersOf } from '../engine/index.ts';
import { findRepairable } from '../faults/index.ts';
import { repairKeys } from './repairKeys.ts';
import type { Bench } from './state.ts';

/** What the shop asks for an hour, and what the law adds. */
export interface Money {
  readonly ratePerHour: number;
  readonly taxPercent: number;
}

/** What the job has come to so far. */
export interface Bill {
  /** By the bench order: checks, what was opened and put back, repairs [min]. */
  readonly counted: number;
  /** What is charged: as it was booked, else as it was counted [min]. */
  readonly minutes: number;
  readonly labour: number;
  readonly parts: readonly { readonly name: string; readonly price: number }[];
  /** Parts that are here or fitted, and of which nobody said what they cost. */
  readonly unpriced: readonly string[];
  readonly tax: number;
  readonly total: number;
}

/** Minutes of what was done, each thing opened once for as long as it stood open [min]. */
function countedMinutes(bench: Bench): number {
  const { access, head, readings, repairs, standing } = bench;
  const cylinders = cylindersOf(head.engine);
  const open = new Set<string>();
  const opened = (keys: readonly string[]) => {
    let minutes = 0;
    for (const key of keys)
      if (!open.has(key)) {
        open.add(key);
        minutes += access.minutesOf(key);
      }
    return minutes;
  };
  let minutes = 0;
  standing.forEach((event, i) => {
    const number = i + 1;
    const read = readings.find((r) => r.event === number);
    const made = repairs.find((r) => r.event === number);
    if (event?.kind === 'access' && !event.open) open.delete(event.key);
    if (read) {
      const check = checkOf(read.reading.check);
      minutes += check.minutes + opened(access.keysFor(check, read.reading.cylinder, cylinders));
    }
    const repair = made && findRepairable(made.step.id)?.repair;
    if (made && repair) minutes += repair.minutes + opened(repairKeys(bench, repair, made.step.cylinder));
  });
  return minutes;
}

/** What the job has come to so far: minutes at the shop's rate, parts that are here or on, work done elsewhere, and the tax on all of it. */
export function billOf(bench: Bench, { ratePerHour, taxPercent }: Money): Bill {
  const { needs, sent, booked } = bench.beside;
  const counted = countedMinutes(bench);
  const minutes = booked?.minutes ?? counted;
  const labour = (minutes / 60) * ratePerHour;
  const got = [
    ...needs.filter(({ now }) => now === 'here' || now === 'fitted').map(({ name, price }) => ({ name, price })),
    ...sent
      .filter(({ back }) => back !== null)
      .map(({ item, price, back }) => ({ name: item, price: back!.price ?? price })),
  ];
  const parts = got.flatMap(({ name, price }) => (price === null ? [] : [{ name, price }]));
  const net = labour + parts.reduce((sum, { price }) => sum + price, 0);
  const tax = (net * taxPercent) / 100;
  return {
    ...{ counted, minutes, labour, parts, tax, total: net + tax },
    unpriced: got.flatMap(({ name, price }) => (price === null ? [name] : [])),
  };
}
