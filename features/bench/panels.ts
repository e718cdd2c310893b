import { later } from '@/ui/later.ts';
import { BesideLine, ConditionLine } from './laterLine.ts';
import { Tachometer } from './tachometerPanel.ts';

/** What a bench page opens on request; it comes beside the first load. */
export const PartPanel = later(() => import('./PartPanel.tsx').then((m) => m.PartPanel));
export const KeyList = later(() => import('./KeyList.tsx').then((m) => m.KeyList));
export const RepairPlate = later(() => import('./RepairPanel.tsx').then((m) => m.RepairPlate));
export const ReadyPlate = later(() => import('./ReadyPlate.tsx').then((m) => m.ReadyPlate));
export const ClosedPlate = later(() => import('./ClosedPlate.tsx').then((m) => m.ClosedPlate));
export const WhyNotPerformed = later(() => import('./WhyNotPerformed.tsx').then((m) => m.WhyNotPerformed));
export const VerdictWorking = later(() => import('./VerdictWorking.tsx').then((m) => m.VerdictWorking));
export const Keypad = later(() => import('./Keypad.tsx').then((m) => m.Keypad));
export const OpenDrawer = later(() => import('./OpenDrawer.tsx').then((m) => m.OpenDrawer));
export const RefusedLine = later(() => import('./RefusedLine.tsx').then((m) => m.RefusedLine));
export const SheetAsk = later(() => import('./SheetAsk.tsx').then((m) => m.SheetAsk));
export const WorkPlate = later(() => import('./WorkPlate.tsx').then((m) => m.WorkPlate));
export const Notices = later(() => import('./Notices.tsx').then((m) => m.Notices));
export const Todo = later(() => import('./Todo.tsx').then((m) => m.Todo));
export const PutBack = later(() => import('./PutBack.tsx').then((m) => m.PutBack));
export const PlateCautions = later(() => import('./PlateCautions.tsx').then((m) => m.PlateCautions));
export const Prepared = later(() => import('./Prepared.tsx').then((m) => m.Prepared));
export const Worth = later(() => import('./Worth.tsx').then((m) => m.Worth));
export const Clock = later(() => import('./Clock.tsx').then((m) => m.Clock));
export const OpenNow = later(() => import('./OpenNow.tsx').then((m) => m.OpenNow));
export const PrintedWork = later(() => import('./PrintedWork.tsx').then((m) => m.PrintedWork));
export const Remarks = later(() => import('./Remarks.tsx').then((m) => m.Remarks));

export const PANELS = [
  PartPanel,
  KeyList,
  RepairPlate,
  ReadyPlate,
  ClosedPlate,
  WhyNotPerformed,
  VerdictWorking,
  Keypad,
  OpenDrawer,
  RefusedLine,
  Notices,
  SheetAsk,
  WorkPlate,
  Clock,
  Worth,
  Prepared,
  PlateCautions,
  PutBack,
  Todo,
  Tachometer,
  OpenNow,
  ConditionLine,
  PrintedWork,
  Remarks,
  BesideLine,
];
