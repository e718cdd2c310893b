import { Line, LineChart, ReferenceArea, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { CaseHead } from '@/core/index.ts';
import { restCurve } from '@/core/station/index.ts';

const CURVE = restCurve();
const TICK = { fill: 'var(--soft)', fontSize: 14 };

/** Charge against volts at rest, the flat and the charged stretch, and where this battery lies. */
export function RestCurve({ volts, rules }: { volts: number | null; rules: CaseHead['rules'] }) {
  const [full, flat] = [rules.restVoltsFull.value, rules.restVoltsFlat.value];
  const says = `Rest volts: flat under ${flat}, charged from ${full}.${volts === null ? '' : ` This battery ${volts.toFixed(2)} volts.`}`;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a chart with its text equivalent.
    <div role="group" aria-label={says} className="h-64 max-w-[40rem]" data-rest={volts ?? ''}>
      <ResponsiveContainer>
        <LineChart data={[...CURVE]} margin={{ top: 26, right: 16, bottom: 20, left: 0 }} accessibilityLayer={false}>
          <ReferenceArea
            x1={full}
            x2={12.8}
            fill="var(--sound)"
            fillOpacity={0.22}
            label={{ value: 'charged', position: 'insideTopRight', fill: 'var(--ink)', fontSize: 14 }}
          />
          <ReferenceArea
            x1={11.8}
            x2={flat}
            fill="var(--rust)"
            fillOpacity={0.18}
            label={{ value: 'flat', position: 'insideTopLeft', fill: 'var(--ink)', fontSize: 14 }}
          />
          <XAxis
            dataKey="volts"
            type="number"
            domain={[11.8, 12.8]}
            tickCount={6}
            tick={TICK}
            stroke="var(--ink)"
            label={{ value: 'volts, rested', position: 'insideBottom', offset: -12, fill: 'var(--soft)', fontSize: 14 }}
          />
          <YAxis domain={[0, 100]} tick={TICK} stroke="var(--ink)" unit=" %" width={52} />
          <Line dataKey="percent" stroke="var(--ridge)" strokeWidth={4} dot={false} isAnimationActive={false} />
          {volts !== null && (
            <ReferenceLine
              x={Math.min(12.8, Math.max(11.8, volts))}
              stroke="var(--rust)"
              strokeWidth={4}
              label={{
                value: `${volts.toFixed(2)} V`,
                position: 'top',
                fill: 'var(--ink)',
                fontSize: 15,
                fontWeight: 800,
              }}
            />
          )}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
