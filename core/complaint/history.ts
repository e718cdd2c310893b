/** What the machine has been through; each may raise or lower faults. `tried:<fault id>` comes besides. */
export const HISTORY_FLAGS = {
  'worse-over-weeks': 'Got worse over weeks',
  'only-hot': 'Only when hot',
  'only-under-load': 'Only under load',
  'since-work-on:ignition': 'Since work on the ignition',
  'since-work-on:fuel': 'Since work on the fuel side',
  'since-work-on:valves': 'Since work on the valves',
  'since-work-on:electrical': 'Since work on the electrics',
  'since-work-on:head': 'Since the head was off',
  rodents: 'Rodents about',
  'stood-in-rain': 'Stood in the rain',
  'struck-object': 'Struck something',
  'ran-out-of-fuel': 'Ran out of fuel',
  'stood-outdoors': 'Stood outdoors',
  'no-fuel-cap': 'No fuel cap',
  'parked-fuel-on': 'Parked with fuel on',
  'came-back': 'Came back after a repair',
  'history-unknown': 'History unknown',
} as const;
export type HistoryFlag = keyof typeof HISTORY_FLAGS;
