/** What a verdict adds in words. */
export const REMARK_WORDS: Record<string, string> = {
  fires_unevenly: 'This engine fires unevenly by its build: that beat alone is no weak cylinder.',
  beat_unknown: 'What beat to expect is not known: the engine sheet does not say how its cylinders lie.',
  diode_other_way:
    'It passes the other way than the engine sheet says: fitted the wrong way, or the meter leads were changed over. Take it again.',
  not_rested: 'Not rested: surface charge reads high, so this says nothing yet.',
  cell_or_empty: 'A sound battery emptied this far reads the same: charge it, let it rest, and read again.',
  charge_first: 'Charge it first: a tester judges capacity only on a charged battery.',
  ran_too_short: 'Shorter than it takes to fail, by the customer: it counts for so much less.',
  overspeed: 'Shut it down at once. It does not run again before spring, link and stop are as the maker has them.',
  idle_off_sheet: 'The idle is not as the sheet says.',
  governor_hides: 'At governed speed the governor makes up for a lost cylinder: hold the throttle and take it again.',
  throttle_unknown: 'Not said how the throttle was held: a small drop tells nothing at governed speed.',
  coils_plugged: 'With the coils plugged in, leg to ground reads the primary: unplug both and take it again.',
  bowl_empty:
    'With the bowl empty the float hangs and opens the needle: fill it, or hold the carburettor inverted, and take it again.',
  more_than_room:
    'More than the room above the piston: that much in one cylinder locks the engine. Look for a bent rod.',
  weak_feed: 'Fed, but badly: a joint or contact before the tap loses volts.',
  engine_side_reads_primary: 'Through diodes and primaries a meter reads some ohms here: it says nothing by itself.',
  side_unknown: 'Not said on which side of the connector: the same figure means another thing on each.',
  neither_grounded_nor_free: 'Neither grounded nor free: a burnt contact, or wet. Take it again with the plug moved.',
  just_started: 'Under three minutes since the start: choke and a late catch still part the two. It counts for less.',
  offset_not_felt: 'A step this small is hardly felt in the running.',
  lash_is_cold: 'Lash is set cold: warm, this is another figure than the sheet’s. Let it cool and take it again.',
  lash_beyond_wear: 'No wear opens lash this far: look at the push rod and the rocker stud before it is adjusted.',
  release_fitted:
    'A compression release is fitted: the number judges nothing. Compare the cylinders, or go on to leak-down.',
  release_not_acting: 'More than a release lets through: measure the lash first, it may hold the release off.',
  throttle_shut: 'With the throttle shut it reads low: open it and take it again.',
  few_strokes: 'Too few strokes: the first shows about half. Crank until the needle stands.',
  rose_under_test:
    'It does not rise by itself: start and end are changed over, or it was still being pumped. Take it again.',
  sped_up: 'It gains no speed by losing a cylinder: the two are changed over, or it did not run evenly. Take it again.',
  refuses_thinner: 'The blade that does not go is no thicker than the one that goes: the two are changed over.',
  over_rest: 'More than it has at rest: something else feeds it, or it did not crank. Take it again.',
  below_air: 'One reads colder than the air: take the air again, in the shade of the machine.',
  held_over_supply: 'It cannot hold more than it is fed: the gauges are swapped, or one is off.',
  leaks_more_than_twin: 'It leaks well more than its twin: that is a finding of its own.',
  ear_over_gauge: 'Clear air at a valve or gasket is a finding whatever the gauge says: check the gauge.',
  held_too_fast: 'A plate is held at 2,000 rpm at most: let it down before the next one.',
  plate_wide_open: 'The plate stood nearly open before: it has nowhere to go, so this says nothing. Less load.',
  starves_parted:
    'The whole connector parted: the fuel solenoid is off and the engine starves. Part the kill wire alone, feed the solenoid, or judge the spark while cranking.',
  parted_how:
    'Not said what was parted: where the connector feeds the solenoid too, an engine that starves looks the same.',
  battery_holds_down: 'A flat battery holds the volts down: charge it, then read again.',
  charged_too_soon: 'Too soon after the start: three minutes first.',
  lash_after_lock: 'Taken after the lock: this is the one that counts.',
  tab_disagrees:
    'Lead to ground and lead to kill tab should agree within 5 %: a joint inside the coil, unless its maker built it otherwise. Hold it against its twin.',
  not_a_diode_drop: 'Neither a diode drop nor a short nor open: check the probes and take it again.',
};
