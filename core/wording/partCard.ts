import type { PartFit, PartOrigin, RawPartEvent } from '../casefile/index.ts';
import { PARTS } from '../machine/parts.ts';
import { formatQuantity } from '../units/index.ts';

/** Where a part on the bench comes from, whether it goes on, and what goes over to it. */
export const ORIGIN_WORDS: Readonly<Record<PartOrigin, string>> = { new: 'New', donor: 'Donor', old: 'Old' };
export const FIT_WORDS: Readonly<Record<PartFit, string>> = {
  fits: 'Fits',
  'does-not-fit': 'Does not fit',
  'not-tried': 'Not tried on',
};

/** A part on the bench in one line: what, from where, and what is not to be forgotten. */
export function partCardText(event: RawPartEvent): string {
  const { part, origin, name, mounting, leadLength, connector, carriedOver = [], price, fit = 'not-tried' } = event;
  const what = PARTS.find((p) => p.id === part)?.name ?? part;
  return [
    `${ORIGIN_WORDS[origin]}: ${what}${name ? ` "${name}"` : ''}`,
    FIT_WORDS[fit].toLowerCase(),
    ...(leadLength ? [`lead ${formatQuantity(leadLength)}`] : []),
    ...(mounting ? [`mounting: ${mounting}`] : []),
    ...(connector ? [`connector: ${connector}`] : []),
    ...(carriedOver.length > 0 ? [`carry over ${carriedOver.join(', ')}`] : []),
    ...(price === undefined ? [] : [`price ${price}`]),
  ].join(' · ');
}
