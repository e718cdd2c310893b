'use client';
import { CartesianGrid, Line, LineChart, ReferenceDot, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { HeardSecond } from '@/core/sound/index.ts';

/** Speed over the recording; a finger on it picks a second. */
export function SpeedChart({
  heard,
  picked,
  onPick,
}: {
  readonly heard: readonly HeardSecond[];
  readonly picked: number | null;
  readonly onPick: (second: number) => void;
}) {
  const at = heard.find((h) => h.second === picked);
  return (
    <div className="h-44 w-full touch-none" role="img" aria-label="Speed over time">
      <ResponsiveContainer>
        <LineChart
          data={[...heard]}
          margin={{ top: 8, right: 12, bottom: 0, left: 0 }}
          onClick={({ activeLabel }) => {
            if (activeLabel !== undefined) onPick(Number(activeLabel));
          }}
        >
          <CartesianGrid stroke="var(--color-line)" />
          <XAxis dataKey="second" unit=" s" stroke="var(--color-soft)" />
          <YAxis domain={['auto', 'auto']} width={52} stroke="var(--color-soft)" />
          <Line
            dataKey="rpm"
            type="linear"
            stroke="var(--color-iron)"
            strokeWidth={3}
            dot={{ r: 3 }}
            isAnimationActive={false}
          />
          {at?.rpm != null && <ReferenceDot x={at.second} y={at.rpm} r={8} fill="var(--color-rust)" stroke="none" />}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
