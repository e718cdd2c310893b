/** The mark of Ridge Bolt: the ridge in the head of a bolt, in the colour of the text beside it. */
export const AppMark = ({ className }: { className: string }) => (
  <svg viewBox="-13 -13 26 26" aria-hidden="true" className={className}>
    <polygon
      points="-11,0 -5.5,-9.5 5.5,-9.5 11,0 5.5,9.5 -5.5,9.5"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
    />
    <path d="M-9,4 L-3,-5 L1,2 L4,-2 L9,4" fill="none" stroke="currentColor" strokeWidth="2" />
  </svg>
);
