/** A picture out of a file, or taken with the device's own camera. */
export function PictureInput({
  label,
  className,
  onTake,
}: {
  label: string;
  className?: string;
  onTake: (file: File) => Promise<void>;
}) {
  return (
    <label className={className}>
      {label}{' '}
      <input
        type="file"
        accept="image/*"
        capture="environment"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void onTake(file);
        }}
      />
    </label>
  );
}
