import { leakOf } from '../leaks.ts';
import type { Shows } from './simulation.ts';

export const TURN_SHOWS = {
  'turn.by-hand': ({ m, hot }) => {
    if (m.turning.seized || m.turning.ptoNm > 60) return 'locked';
    if (m.cylinders.some((c) => c.liquidMl > 45)) return 'stops-solid';
    if (m.turning.ptoNm > 12 || m.turning.frictionNm > 20) return 'drags';
    const release = m.release.works ? Math.max(0, ...m.cylinders.map((c) => m.release.bumpMm - c.lashMm.exhaust)) : 0;
    const tight = m.cylinders.some((c) => leakOf(c, hot) < 6);
    return m.engine.compressionRelease === 'automatic' && release < 0.05 && tight ? 'firm-at-compression' : 'free';
  },
  'turn.plugs-out': ({ m }) => {
    if (m.turning.seized || m.turning.ptoNm > 60) return 'still-locked';
    const wet = m.cylinders.find((c) => c.liquidMl > 15);
    return !wet ? 'spins-free' : wet.water ? 'water-out' : 'fuel-out';
  },
  'turn.pto-drag': ({ m }) => (m.turning.ptoNm > 8 ? 'drags' : 'free'),
  'turn.pto': ({ m }) => (m.turning.ptoNm > 60 ? 'seized' : m.turning.ptoNm > 8 ? 'rough' : 'free'),
} satisfies Partial<Shows>;
