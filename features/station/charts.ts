import { later } from '@/ui/later.ts';

/** Drawings with axes; the chart library comes with them, beside the page. */
export const RestCurve = later(() => import('./RestCurve.tsx').then((m) => m.RestCurve));
export const HoldLine = later(() => import('./HoldLine.tsx').then((m) => m.HoldLine));

export const CHARTS = [RestCurve, HoldLine];
