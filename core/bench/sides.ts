import { cylindersOf } from '../engine/index.ts';
import { type Layout, placesOf } from '../reason/layout.ts';
import type { Bench } from './state.ts';

const sets = new WeakMap<Layout['space'], readonly Int32Array[]>();
const places = new WeakMap<Layout, readonly Int32Array[]>();

/** For each cylinder the places, in the layout of what is believed now, where some fault keeps it from pulling. */
export function sidePlaces(bench: Bench): readonly Int32Array[] {
  const { layout } = bench.belief.now;
  let found = places.get(layout);
  if (!found) {
    found = sideSets(bench).map((own) => placesOf(layout, own));
    places.set(layout, found);
  }
  return found;
}

function sideSets({ catalogue, head, network: { space } }: Bench): readonly Int32Array[] {
  let found = sets.get(space);
  if (!found) {
    found = cylindersOf(head.engine).map((c) => {
      const affects = Uint8Array.from(catalogue.causes, ({ cylinder, definition }) => {
        if (cylinder === null) return 0;
        const onOther = definition.failures.some((failure) => failure.on === 'other');
        return Number((cylinder === c) !== onOther);
      });
      const affected: number[] = [];
      for (let i = 0, m = 0; i < space.count; i++, m += 3)
        for (let k = m; k < m + space.sizes[i]!; k++)
          if (affects[space.members[k]!] === 1) {
            affected.push(i);
            break;
          }
      return Int32Array.from(affected);
    });
    sets.set(space, found);
  }
  return found;
}
