import type { CrankEngine } from './crankModel.ts';
import { integrate } from './solve.ts';

/** A charge that burns while it is still being pressed. */
export interface EarlySpark {
  /** Before the top of compression [deg]. */
  readonly atBtdcDeg: number;
  /** Speed of the crank there [rad/s]. */
  readonly radPerS: number;
  /** Heat the charge sets free [J]. */
  readonly heatJ: number;
  /** What the starter gives at the crank [N m]. */
  readonly starterNm: number;
}

export interface Kick {
  /** The crank is thrown back. */
  readonly back: boolean;
  /** The most that turns the crank against its way before the top [N m], gas and rubbing. */
  readonly torqueNm: number;
}

/** A small charge at cranking speed burns so long [s] [S: Heywood, ch. 9.3: laminar flame over half a bore with little turbulence; M]. */
const BURNS_S = 0.022;
/** Of Wiebe's law [S: Heywood, eq. 9.27]. */
const [WIEBE_A, WIEBE_M] = [5, 2];
/** Of burnt gas [S: Heywood, ch. 4]; of what is pressed while cranking. */
const GAMMA = 1.28;
export const PRESSED_BEFORE = 1.25;

/**
 * What a spark ahead of its time does to a crank that is only just being turned: burnt gas presses on the piston on its way up.
 * @param engine one of its cylinders counts; its friction and inertia are the whole engine's
 * @see Heywood, ch. 2 and eq. 9.27 (Wiebe)
 */
export function kickOf(
  engine: Pick<CrankEngine, 'boreMm' | 'strokeMm' | 'rodMm' | 'compressionRatio' | 'inertia' | 'frictionNm'>,
  { atBtdcDeg, radPerS, heatJ, starterNm }: EarlySpark,
  peakGaugePa: number,
  ambientPa: number,
): Kick {
  const area = (Math.PI / 4) * (engine.boreMm / 1000) ** 2;
  const [r, l] = [engine.strokeMm / 2000, engine.rodMm / 1000];
  const clearance = (area * 2 * r) / (engine.compressionRatio - 1);
  const volume = (t: number) => {
    const sin = Math.sin(t);
    return clearance + area * (r + l - r * Math.cos(t) - Math.sqrt(l * l - r * r * sin * sin));
  };
  const perRad = (t: number) => (volume(t + 1e-5) - volume(t - 1e-5)) / 2e-5;
  const from = (-atBtdcDeg * Math.PI) / 180;
  const pressed = (ambientPa + peakGaugePa) * (clearance / volume(from)) ** PRESSED_BEFORE;
  let torqueNm = 0;
  let back = false;
  integrate(
    (t, [angle, speed, pa], out) => {
      const burnt = Math.min(1, t / BURNS_S);
      const rate =
        burnt < 1
          ? (WIEBE_A * (WIEBE_M + 1) * burnt ** WIEBE_M * Math.exp(-WIEBE_A * burnt ** (WIEBE_M + 1))) / BURNS_S
          : 0;
      const gasNm = (pa! - ambientPa) * perRad(angle!);
      out[0] = speed!;
      out[1] = (gasNm + starterNm - engine.frictionNm * Math.tanh(speed! / 0.3)) / engine.inertia;
      out[2] = ((GAMMA - 1) * heatJ * rate - GAMMA * pa! * perRad(angle!) * speed!) / volume(angle!);
    },
    Float64Array.of(from, radPerS, pressed),
    0.2,
    {
      tolerance: 1e-4,
      scales: [1, 10, 1e6],
      longestStep: 0.0005,
      watch: (_, [angle, speed, pa]) => {
        if (angle! < 0) torqueNm = Math.max(torqueNm, -(pa! - ambientPa) * perRad(angle!));
        back = speed! < -1;
        return back || angle! > 0.2;
      },
    },
  );
  return { back, torqueNm };
}
