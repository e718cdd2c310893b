import { cylindersOf } from '../engine/index.ts';
import { membersOf } from '../reason/space.ts';
import type { Bench } from './state.ts';

const sided = new WeakMap<Bench['network']['space'], readonly Int32Array[]>();

/** For each cylinder the sets of which some fault keeps it from pulling. */
export function sideSets({ catalogue, head, network: { space } }: Bench): readonly Int32Array[] {
  let found = sided.get(space);
  if (!found) {
    const cylinders = cylindersOf(head.engine);
    found = cylinders.map((c) => {
      const affects = Uint8Array.from(catalogue.faults, ({ cylinder, definition }) => {
        if (cylinder === null) return 0;
        const onOther = definition.failures.some((failure) => failure.on === 'other');
        return Number((cylinder === c) !== onOther);
      });
      return Int32Array.from(
        Array.from({ length: space.count }, (_, i) => i).filter((i) =>
          membersOf(space, i).some((f) => affects[f] === 1),
        ),
      );
    });
    sided.set(space, found);
  }
  return found;
}
