/** How far what goes together is drawn apart. */
export function Apart({
  most,
  value,
  onChange,
}: {
  most: number;
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <label>
      <span className="quiet">Drawn apart </span>
      <input
        type="range"
        min={0}
        max={most}
        value={value}
        aria-label="Drawn apart"
        onChange={(e) => onChange(Number(e.target.value))}
      />
    </label>
  );
}
