/** A line of the technician's own words that goes onto the tape; 400 characters at most. */
export function NoteBox({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}) {
  return (
    <label className="block">
      <span className="font-semibold">{label}</span>
      <input
        type="text"
        value={value}
        maxLength={400}
        onChange={(e) => onChange(e.target.value)}
        className="min-h-tap w-full border-2 border-line bg-sheet px-2"
      />
    </label>
  );
}
