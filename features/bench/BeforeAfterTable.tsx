import type { BeforeAfterLine } from './pairs.ts';

/** The same check before and after a repair, side by side. */
export function BeforeAfterTable({ pairs }: { pairs: readonly BeforeAfterLine[] }) {
  if (pairs.length === 0) return null;
  return (
    <table className="mt-3 w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-ink">
          <th className="py-1 pr-2">Check</th>
          <th className="py-1 pr-2">Before</th>
          <th className="py-1">After</th>
        </tr>
      </thead>
      <tbody>
        {pairs.map((pair) => (
          <tr key={pair.key} className="border-b border-line align-top">
            <td className="py-1 pr-2 font-semibold">{pair.check}</td>
            <td className="py-1 pr-2">{pair.before}</td>
            <td className="py-1 font-semibold">{pair.after}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
