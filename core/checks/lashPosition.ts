import { crankAngleDegAt } from '../engine/index.ts';
import type { AssessContext } from './assessment.ts';

/**
 * How far past the top of compression lash is measured on this engine [deg], clear of the release; 0 where that is the top itself, null where the sheet
 * has no stroke or rod to say it by.
 */
export function lashPastTopDeg({
  figures,
  rules,
  engine,
}: Pick<AssessContext, 'figures' | 'rules'> & {
  readonly engine: Pick<AssessContext['engine'], 'compressionRelease'>;
}): number | null {
  const released = engine.compressionRelease === 'automatic' || figures.compressionRelease === 'automatic';
  const pastMm = figures.lashAtPastTdcMm ?? (released ? rules.lashPastTdcMm.value : 0);
  if (pastMm === 0) return 0;
  if (figures.strokeMm == null || figures.rodMm == null) return null;
  return crankAngleDegAt({ strokeMm: figures.strokeMm, rodMm: figures.rodMm }, pastMm);
}
