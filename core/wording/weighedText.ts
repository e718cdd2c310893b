import type { HousePrice } from '../bench/housePrice.ts';
import type { Weighed, WhyNotListed } from '../bench/weighed.ts';
import type { CheckDefinition } from '../checks/index.ts';
import { SYMPTOMS, type Symptom } from '../complaint/symptoms.ts';
import { checkLabel, outcomeLabel, placeLabel } from './wording.ts';

/** What a check would say: an outcome, or what it finds at each place. */
export function reportText(check: CheckDefinition, says: Weighed['reports'][number]['says']): string {
  const places = Object.entries(says).map(([place, weights]) => {
    const outcomes = Object.keys(weights);
    if (check.takesSymptoms) return outcomes.includes('present') ? (SYMPTOMS[place as Symptom] ?? place) : '';
    const found = outcomes.map((outcome) => outcomeLabel(check, outcome)).join(' or ');
    return place === '' ? found : `${placeOf(place)} ${found.toLowerCase()}`;
  });
  const said = places.filter((text) => text !== '');
  // Of a run, or of many places: nothing anywhere.
  if (said.length === 0) return 'Runs clean';
  return said.length > 3 ? outcomeLabel(check, Object.keys(Object.values(says)[0]!)[0]!) : capital(said.join(', '));
}

/** A cylinder by its number, or a place by its name. */
const placeOf = (place: string): string => (/^\d$/.test(place) ? `cylinder ${place}` : placeLabel(place));
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const NOT_LISTED: Readonly<Record<WhyNotListed, string>> = {
  unsafe: 'Nothing is turned until what makes it safe has been looked at.',
  'not-reached': 'The engine most probably does not come to that state.',
  'cannot-be-made': 'It was tried, and could not be made.',
  waits: 'House rule: on that side another check comes before it.',
  read: 'It was read since the last repair, in the same state.',
  answered: 'What it would say is known already.',
  'parts-nothing': 'It parts nothing that is still suspected.',
  'worth-less': 'It costs more minutes here than it saves.',
  'house-leaves-out': 'House rule: this check is not made.',
  'house-lacks': 'The house does not own what it needs.',
  'asked-elsewhere': 'It has its own moment, before a state or at the end, and is not searched with.',
};

const minutesText = (min: number): string => `${Math.max(0, Math.round(min))} min`;

/** Why a check is not among the next, and what that costs where a rule of the house keeps it out; null where it is among them. */
export function notListedText({ notListed, searchMin, afterMin, minutes, instead }: Weighed): string | null {
  if (notListed === null) return null;
  const saved = searchMin - afterMin - minutes.handsOn - minutes.state - minutes.access;
  const over = saved - Math.max(0, instead?.minutesSaved ?? 0);
  if (notListed === 'house-leaves-out' || notListed === 'house-lacks')
    return over >= 1
      ? `${NOT_LISTED[notListed]} On this job that costs ${minutesText(over)} on average.`
      : `${NOT_LISTED[notListed]} On this job that costs nothing.`;
  return notListed === 'worth-less' && saved > 0
    ? 'It saves minutes here, and others save more.'
    : NOT_LISTED[notListed];
}

/** What a rule of the house costs on this job. */
export function housePriceText({ rule, check, minutes }: HousePrice): string {
  const costs = `about ${minutesText(minutes)} on average here`;
  const title = checkLabel(check, null);
  if (rule === 'leads') return `House rule: "${title}" first. It costs ${costs}.`;
  return rule === 'leaves-out'
    ? `House rule: no "${title}". It costs ${costs}.`
    : `What "${title}" needs is not owned: it costs ${costs}.`;
}
