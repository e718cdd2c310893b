import { type ComponentType, useMemo, useState } from 'react';
import { SHOW_ME } from '@/core/station/index.ts';
import { Button } from '@/ui/Button.tsx';
import { useFetchedLater } from '@/ui/later.ts';
import { useLatest } from '@/ui/useLatest.ts';
import { AirGapStation } from './AirGapStation.tsx';
import { BalanceStation } from './BalanceStation.tsx';
import { CoilStation } from './CoilStation.tsx';
import { CHARTS } from './charts.ts';
import { DialStation } from './DialStation.tsx';
import type { DrawnCheck } from './drawn.ts';
import { FlowStation } from './FlowStation.tsx';
import { HarnessStation } from './HarnessStation.tsx';
import { JumpStation } from './JumpStation.tsx';
import { LashStation } from './LashStation.tsx';
import { LeakDownStation } from './LeakDownStation.tsx';
import { NeedleStation } from './NeedleStation.tsx';
import { ShowMe } from './ShowMe.tsx';
import { SolenoidStation } from './SolenoidStation.tsx';
import { StairsStation } from './StairsStation.tsx';
import type { StationProps } from './stationProps.ts';
import { TimedRunStation } from './TimedRunStation.tsx';
import { TopStation } from './TopStation.tsx';

/** The drawing of each check that has one. */
const STATIONS: Readonly<Record<DrawnCheck, ComponentType<StationProps>>> = {
  'seal.leak-down': LeakDownStation,
  'valve.lash': LashStation,
  'spark.coil-ohms': CoilStation,
  'spark.air-gap': AirGapStation,
  'spark.kill-diode': HarnessStation,
  'spark.kill-continuity': HarnessStation,
  'power.drop-positive': StairsStation,
  'power.drop-relay': StairsStation,
  'power.drop-ground': StairsStation,
  'power.crank-volts': StairsStation,
  'power.rest-volts': StairsStation,
  'power.jump': JumpStation,
  'power.tester': DialStation,
  'power.load': DialStation,
  'charge.volts': DialStation,
  'fuel.solenoid-volts': SolenoidStation,
  'fuel.solenoid-ohms': SolenoidStation,
  'fuel.solenoid-click': SolenoidStation,
  'fuel.solenoid-plunger': SolenoidStation,
  'fuel.needle-hold': NeedleStation,
  'fuel.flow': FlowStation,
  'run.timed': TimedRunStation,
  'balance.cut-out': BalanceStation,
  'balance.heat': BalanceStation,
  'balance.rhythm': BalanceStation,
  'valve.motion': TopStation,
  'seal.compression': TopStation,
  'seal.wet': TopStation,
  'spark.magnet-at-tdc': TopStation,
};

/** The drawing of what is typed, or how the check is made, frame by frame. */
export function StationPanel({ drawn, onChange, ...props }: StationProps & { readonly drawn: DrawnCheck }) {
  const { check, head, habit, readings, epoch, parts, sides } = props;
  const [shown, setShown] = useState(false);
  const change = useLatest(onChange);
  const Station = STATIONS[drawn];
  // Drawings with axes are at hand then too, also out of reach.
  useFetchedLater(CHARTS);
  // Drawn anew only for what it draws: focus and keys elsewhere on the plate are none of it.
  const drawing = useMemo(
    () => <Station {...{ check, head, habit, readings, epoch, parts, sides }} onChange={change} />,
    [Station, check, head, habit, readings, epoch, parts, sides, change],
  );
  if (shown)
    return (
      <ShowMe {...{ check, head, habit }} side={sides[0]!.side} Station={Station} onClose={() => setShown(false)} />
    );
  return (
    <>
      {SHOW_ME[check.id] && (
        <Button className="float-right text-[0.9rem]" onClick={() => setShown(true)}>
          Show me
        </Button>
      )}
      {drawing}
    </>
  );
}
