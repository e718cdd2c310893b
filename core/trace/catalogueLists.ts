import { clearsOf } from '../checks/clears.ts';
import { CHECKS, type Field } from '../checks/index.ts';
import { todoOf } from '../checks/todo.ts';
import { CONDITIONS, FAULTS } from '../faults/index.ts';

/** The checks as data: what a case file may say of each. */
export function checksAsData() {
  return CHECKS.map((c) => ({
    id: c.id,
    title: c.title,
    todo: todoOf(c.id),
    system: c.system,
    scope: c.scope,
    states: c.states,
    temperatures: c.temperatures,
    minutes: c.minutes,
    unattendedMinutes: c.unattendedMinutes,
    access: c.access,
    needs: c.needs,
    hazards: c.hazards,
    outcomes: c.outcomes,
    fields: Object.fromEntries(Object.entries(c.fields).map(([name, field]) => [name, fieldAsData(field)])),
    ...(c.each ? { each: fieldAsData(c.each) } : {}),
    ...clearsOf(c.id),
  }));
}

function fieldAsData(field: Field) {
  return field.kind === 'number'
    ? {
        kind: field.kind,
        label: field.label,
        measures: field.dimension,
        minSi: field.min,
        maxSi: field.max,
        required: field.required,
        openLoop: field.openLoop,
      }
    : field;
}

/** The faults and conditions as data. */
export function faultsAsData() {
  const faults = FAULTS.map((f) => ({
    id: f.id,
    title: f.title,
    part: f.part,
    perCylinder: f.perCylinder,
    weight: f.weight,
    condition: false,
    weighed: true,
    confirmedBy: f.confirmedBy,
    repair: f.repair,
    behind: f.behind,
    endsInDecision: f.endsInDecision,
  }));
  const conditions = CONDITIONS.map((c) => ({
    id: c.id,
    title: c.title,
    part: c.part,
    perCylinder: false,
    condition: true,
    weighed: true,
    causes: c.causes,
    ask: c.ask,
    repair: c.repair,
  }));
  return [...faults, ...conditions];
}
