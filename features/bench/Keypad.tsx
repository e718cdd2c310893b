'use client';
import { type Dimension, shownUnit, unitsOf } from '@/core/index.ts';

/** Keys for a gloved thumb, in place of the tablet's own keyboard: figures, the units that measure this, and on. */
export function Keypad({
  dimension,
  openLoop,
  onType,
  onErase,
  onNext,
}: {
  dimension: Dimension;
  openLoop: boolean;
  onType: (text: string) => void;
  onErase: () => void;
  onNext: () => void;
}) {
  const key = (label: string, act: () => void, name = label, wide = false) => (
    <button
      key={name}
      type="button"
      aria-label={name}
      // The box keeps the focus.
      onPointerDown={(e) => e.preventDefault()}
      onClick={act}
      className={`min-h-[56px] border-2 border-line bg-sheet leading-none font-bold ${name.startsWith('Unit') ? 'text-[1.15rem]' : 'text-[1.5rem]'} ${wide ? 'col-span-2' : ''}`}
    >
      {label}
    </button>
  );
  const units = unitsOf(dimension);
  return (
    <fieldset aria-label="Figures" className="no-print m-0 border-0 bg-well p-1.5">
      <div className="grid grid-cols-5 gap-1.5">
        {['7', '8', '9'].map((d) => key(d, () => onType(d)))}
        {key('⌫', onErase, 'Rub out', true)}
        {['4', '5', '6'].map((d) => key(d, () => onType(d)))}
        {key('−', () => onType('-'), 'Minus')}
        {openLoop ? key('OL', () => onType('OL')) : key('.', () => onType('.'), 'Point')}
        {['1', '2', '3'].map((d) => key(d, () => onType(d)))}
        {key('Next', onNext, 'Next box', true)}
        {key('0', () => onType('0'))}
        {openLoop && key('.', () => onType('.'), 'Point')}
        {units.length > 1 && units.map((unit) => key(shownUnit(unit), () => onType(` ${unit}`), `Unit ${unit}`))}
      </div>
    </fieldset>
  );
}
