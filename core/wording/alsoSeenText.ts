import type { AlsoSeen } from '../bench/index.ts';
import type { SeenAnswer, SeenGrade, SeenPart } from '../casefile/index.ts';

export const SEEN_WORDS: Readonly<Record<SeenPart, string>> = {
  guard: 'Guard or chute',
  'safety-switch': 'Safety switch',
  brake: 'Brake',
  steering: 'Steering',
  'fuel-line': 'Fuel line',
  blades: 'Blades',
  'blade-belt': 'Blade belt',
  'drive-belt': 'Drive belt',
  spindle: 'Blade spindle',
  pulley: 'Pulley',
  tyre: 'Tyre',
  deck: 'Deck shell',
  battery: 'Battery',
  cables: 'Cables',
  exhaust: 'Exhaust',
  'oil-leak': 'Oil leak',
  'air-filter': 'Air filter',
  oil: 'Oil',
  'fuel-filter': 'Fuel filter',
  other: 'Something else',
};

export const GRADE_WORDS: Readonly<Record<SeenGrade, string>> = {
  safety: 'Safety',
  soon: 'Soon',
  'next-service': 'Next service',
};

export const ANSWER_WORDS: Readonly<Record<SeenAnswer, string>> = { agreed: 'agreed', declined: 'declined' };

/** What was seen, in words: a thing of the list, or what was written for it. */
export const seenName = ({ part, note }: Pick<AlsoSeen, 'part' | 'note'>): string =>
  part === 'other' ? (note ?? SEEN_WORDS.other) : `${SEEN_WORDS[part]}${note ? `: ${note}` : ''}`;

/** One thing seen besides as the customer reads it. */
export const seenText = (seen: Pick<AlsoSeen, 'part' | 'note' | 'bad' | 'price' | 'answer'>): string =>
  [
    seenName(seen),
    seen.bad === 'safety' ? 'do not ride it like this' : GRADE_WORDS[seen.bad].toLowerCase(),
    ...(seen.price === null ? [] : [`about ${seen.price}`]),
    seen.answer === null ? 'not asked yet' : ANSWER_WORDS[seen.answer],
  ].join(' · ');
