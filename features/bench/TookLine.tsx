import { ACCESS_WAYS, type AccessId, accessLabel, type RawTookEvent } from '@/core/index.ts';

/** How this machine is opened, as printed. */
export function TookLine({ event: { took, openMin, closeMin, through } }: { event: RawTookEvent }) {
  const { asks, ways } = ACCESS_WAYS[took as AccessId] ?? { asks: '', ways: [] };
  const way = through && ways.find((w) => w.through.join() === through.join());
  return (
    <p>
      <span className="font-bold">On this machine</span> ·{' '}
      {[
        ...(openMin === undefined ? [] : [`${accessLabel(took)} took ${openMin} min to open`]),
        ...(closeMin === undefined ? [] : [`${accessLabel(took)} took ${closeMin} min to put back`]),
        ...(way ? [`${asks.toLowerCase()} ${way.label}`] : []),
      ].join('; ')}
    </p>
  );
}
