import { later } from '@/ui/later.ts';

/** Every drawing and how it is shown; beside the page, so that its first load does not grow with them. */
export const StationPanel = later(() => import('./StationPanel.tsx').then((m) => m.StationPanel));

/** To be fetched beside the page. */
export const STATION_PARTS = [StationPanel];
