import { randomUUID } from 'node:crypto';

/** What a form sends that opens a job on a machine of the demo; each call is a form of its own. */
export const newJobRequest = (change = {}) => ({
  id: randomUUID(),
  complaintId: randomUUID(),
  personId: 'person-ilse',
  machineId: 'machine-heron-4',
  newMachine: null,
  complaint: ['low-power'],
  said: '',
  hours: null,
  storedMonths: null,
  flags: [],
  promisedOn: null,
  ...change,
});
