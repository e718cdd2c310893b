import type { AccessId } from './access.ts';

/** What comes off first where machines are not built alike; the usual one first. Common practice. */
export const ACCESS_WAYS: Readonly<
  Partial<
    Record<
      AccessId,
      { readonly asks: string; readonly ways: readonly { label: string; through: readonly AccessId[] }[] }
    >
  >
> = {
  bowl: {
    asks: 'Bowl or solenoid comes off',
    ways: [
      { label: 'with the air box off', through: ['air-box'] },
      { label: 'by itself', through: ['hood'] },
    ],
  },
  carburettor: {
    asks: 'Carburettor comes off',
    ways: [
      { label: 'with the air box off', through: ['air-box'] },
      { label: 'with air box and shroud off', through: ['air-box', 'blower-housing'] },
    ],
  },
  'kill-leads': {
    asks: 'Kill leads end',
    ways: [
      { label: 'under the shroud', through: ['blower-housing'] },
      { label: 'in a connector outside', through: ['hood'] },
    ],
  },
};
