import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { fromSi, toSi } from '@/core/index.ts';
import type { needleLine } from '@/core/station/index.ts';
import type { Habit } from '@/features/shop/settings.ts';

const TICK = { fill: 'var(--soft)', fontSize: 14 };

/** Pressure against time, in the unit of the shop. */
export function HoldLine({ line, habit }: { line: NonNullable<ReturnType<typeof needleLine>>; habit: Habit }) {
  const unit = habit === 'metric' ? 'kPa' : 'psi';
  const shown = (psi: number | null) =>
    psi === null ? null : fromSi(toSi({ value: psi, unit: 'psi' }, 'pressure'), 'pressure', unit).value;
  const data = line.map(({ s, limit, held }) => ({ s, limit: shown(limit), held: shown(held) }));
  const last = data.findLast((p) => p.held !== null);
  const says = `Needle under pressure: from ${data[0]!.limit!.toFixed(1)} ${unit}${last ? ` to ${last.held!.toFixed(1)} ${unit} in ${last.s.toFixed(0)} seconds` : ', watched'}; a sound one stands above ${data.at(-1)!.limit!.toFixed(1)} ${unit} after ${data.at(-1)!.s.toFixed(0)}.`;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a chart with its text equivalent.
    <div role="group" aria-label={says} className="h-60 max-w-[40rem]" data-hold={last?.held?.toFixed(2) ?? ''}>
      <ResponsiveContainer>
        <LineChart data={data} margin={{ top: 26, right: 16, bottom: 20, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="s"
            type="number"
            tick={TICK}
            stroke="var(--ink)"
            label={{ value: 'seconds', position: 'insideBottom', offset: -12, fill: 'var(--soft)', fontSize: 14 }}
          />
          <YAxis
            domain={[0, 'auto']}
            tick={TICK}
            stroke="var(--ink)"
            width={44}
            label={{ value: unit, position: 'top', offset: 8, fill: 'var(--soft)', fontSize: 14 }}
          />
          <Line
            dataKey="limit"
            stroke="var(--ink)"
            strokeWidth={2.5}
            strokeDasharray="6 4"
            dot={false}
            isAnimationActive={false}
          />
          <Line dataKey="held" stroke="var(--rust)" strokeWidth={5} dot={false} isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
