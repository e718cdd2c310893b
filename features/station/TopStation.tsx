import type { Wants } from '@/core/station/index.ts';
import { CrankStandView } from './CrankStand.tsx';
import { type StationProps, shownOf } from './stationProps.ts';

const WANTS: Readonly<Record<string, Wants>> = {
  'valve.motion': 'nowhere',
  'seal.compression': 'nowhere',
  'seal.wet': 'nowhere',
};

/** Where the crank stands for a check that has no drawing of its own besides. */
export function TopStation({ check, head, sides }: StationProps) {
  return <CrankStandView head={head} wants={WANTS[check.id] ?? 'top'} cylinder={shownOf(sides, null).side} />;
}
