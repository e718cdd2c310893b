'use client';
import { useEffect, useState } from 'react';
import { checkLabel, type PartsInVain } from '@/core/index.ts';
import { Button } from '@/ui/Button.tsx';
import { percent } from './ridgeShape.ts';

/** What a repair on belief alone may cost is asked of the reasoner; of a newer record anew. */
export interface OnBelief {
  readonly ask: (key: string) => Promise<PartsInVain | null>;
  readonly events: number;
  readonly onProve: (check: NonNullable<PartsInVain['proof']>['checks'][number]) => void;
}

/** Before a part is bought on belief alone: what may be spent in vain, beside what a proof would cost. Nothing where it is proven. */
export function InVain({
  faultKey,
  belief: { ask, onProve },
}: {
  readonly faultKey: string;
  readonly belief: OnBelief;
}) {
  const [found, setFound] = useState<PartsInVain | null>(null);
  useEffect(() => {
    let here = true;
    ask(faultKey).then(
      (answer) => here && setFound(answer),
      // Without the reasoner nothing is said of belief, and the repair is recorded all the same.
      () => {},
    );
    return () => {
      here = false;
    };
  }, [ask, faultKey]);
  if (!found) return null;
  const { p, partsBand, repairMin, proof } = found;
  const first = proof?.checks[0];
  return (
    <div className="border-l-8 border-paint bg-well px-3 py-2" data-testid="in-vain">
      <p className="font-bold">Not proven: believed to {percent(p)} in a hundred.</p>
      <div aria-hidden="true" className="mt-1 flex h-3 max-w-md border-2 border-iron">
        <span className="bg-iron" style={{ width: `${100 * p}%` }} />
        <span className="flex-1 bg-rust" />
      </div>
      <p className="mt-1 leading-snug">
        In {100 - percent(p)} of a hundred such jobs it is done in vain:{' '}
        {partsBand && partsBand[1] > 0 && `a part of ${partsBand[0]} to ${partsBand[1]} and `}
        {repairMin} min.{' '}
        {proof
          ? `A proof takes ${Math.round(proof.minutes)} min${proof.checks.length > 1 ? `, ${proof.checks.length} checks` : ''}.`
          : 'Nothing that can still be made would prove it: tell the customer so before anything is bought.'}
      </p>
      {first && (
        <Button className="mt-1.5" onClick={() => onProve(first)}>
          Prove it first: {checkLabel(first.check, first.cylinder)}
        </Button>
      )}
    </div>
  );
}
