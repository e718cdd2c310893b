import type { TellsByCheck } from './tells.ts';

/** Ignition. Numbers: common practice and from memory, adjustable. */
export const SPARK_TELLS: TellsByCheck = {
  'spark.air-gap': {
    leak: { wide: 0.05, tight: 0.02 },
  },
  'spark.coil-ohms': {
    leak: { low: 0.03, high: 0.04, unsteady: 0.006, shorted: 0.002, open: 0.003 },
    worsens: ['unsteady', 'low', 'high', 'shorted', 'open'],
  },
  'spark.coil-swap': {
    leak: { 'follows-coil': 0.005 },
  },
  'spark.flywheel-nut': {
    leak: { loose: 0.01 },
  },
  'spark.key': {
    leak: { 'sheared-part': 0.0002, sheared: 0.0001 },
  },
  'spark.kill-continuity': {
    leak: { 'open-key-off': 0.005, 'grounded-key-on': 0.005 },
  },
  'spark.kill-diode': {
    leak: { shorted: 0.004, open: 0.004 },
  },
  'spark.kill-off': {
    leak: { returns: 0.01, 'other-returns': 0.004 },
  },
  'spark.kill-off-all': {
    leak: { returns: 0.01 },
  },
  'spark.lead-look': {
    leak: { pinched: 0.004, chafed: 0.006, arcing: 0.003, 'loose-terminal': 0.006 },
  },
  'spark.magnet': {
    leak: { weak: 0.005 },
  },
  'spark.magnet-at-tdc': {
    leak: { off: 0.01 },
  },
  'spark.points': {
    leak: { 'gap-off': 0.04, burnt: 0.02 },
  },
  'spark.condenser': {
    leak: { bad: 0.02 },
  },
  'spark.oil-switch': {
    leak: { grounds: 0.005 },
  },
  'spark.plug-gap': {
    leak: { wide: 0.05, closed: 0.01 },
  },
  'spark.plug-look': {
    leak: {
      sooty: 0.06,
      wet: 0.03,
      'lean-white': 0.03,
      oily: 0.02,
      'clean-cold': 0.01,
      bridged: 0.002,
      cracked: 0.002,
    },
    via: {
      pull: {
        dead: { wet: 0.55, sooty: 0.2, 'clean-cold': 0.08, oily: 0.04 },
        weak: { sooty: 0.35, wet: 0.2 },
      },
      fuel: { lean: { 'lean-white': 0.4 }, rich: { sooty: 0.55, wet: 0.15 }, none: { 'clean-cold': 0.1 } },
    },
  },
  'spark.plug-new': {
    leak: { returns: 0.01 },
  },
  'spark.plug-swap': {
    leak: { 'follows-plug': 0.01 },
  },
  'spark.tester': {
    leak: { weak: 0.03, skips: 0.02, none: 0.006, 'goes-dark': 0.01 },
    worsens: ['skips', 'weak', 'none'],
  },
};
