import { later } from '@/ui/later.ts';

/** What hears a speed; it comes beside the first load. */
export const Tachometer = later(() => import('@/features/tachometer/Tachometer.tsx').then((m) => m.Tachometer));
