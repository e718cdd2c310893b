import { useEffect, useState } from 'react';

/** A stopwatch of its own: started, stopped, and its seconds are put into the box. */
export function StopwatchInto({ onStop }: { readonly onStop: (seconds: number) => void }) {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (startedAt === null) return;
    const ticking = setInterval(() => setNow(performance.now()), 200);
    return () => clearInterval(ticking);
  }, [startedAt]);
  const seconds = startedAt === null ? 0 : Math.max(0, (now - startedAt) / 1000);
  return (
    <button
      type="button"
      onClick={() => {
        if (startedAt === null) {
          const at = performance.now();
          setNow(at);
          setStartedAt(at);
          return;
        }
        onStop(Math.round((performance.now() - startedAt) / 100) / 10);
        setStartedAt(null);
      }}
      className="min-h-14 border-2 border-ink bg-sheet px-4 text-[1.15rem] font-bold tabular-nums"
    >
      {startedAt === null ? 'Start the watch' : `${seconds.toFixed(1)} s · stop`}
    </button>
  );
}
