/**
 * A screen and a tablet that show the same fingerprint: what to look for when a certificate is new.
 */
export function SameFingerprint({ fingerprint }: { fingerprint: string }) {
  const start = fingerprint.slice(0, 8);
  return (
    <svg
      viewBox="0 0 380 132"
      width={380}
      className="fits"
      role="img"
      aria-label={`This screen and the warning on the tablet both begin with ${start}`}
    >
      <g fill="none" stroke="var(--ink)" strokeWidth={1.5}>
        <rect x={4} y={14} width={150} height={86} />
        <path d="M60 100v14h38v-14M44 114h70" />
        <rect x={232} y={4} width={144} height={120} rx={9} />
        <rect x={243} y={14} width={122} height={100} />
      </g>
      <path d="M304 24l16 27h-32z" fill="none" stroke="var(--caution)" strokeWidth={2.2} />
      <path d="M304 34v8M304 46v1.5" stroke="var(--caution)" strokeWidth={2.6} />
      <g fontSize={13} textAnchor="middle" className="quiet-ink">
        <text x={79} y={34}>
          here
        </text>
        <text x={304} y={70}>
          under its details
        </text>
      </g>
      <g fontSize={17} fontWeight={600} textAnchor="middle" className="ink">
        <text x={79} y={68}>
          {start} …
        </text>
        <text x={304} y={96}>
          {start} …
        </text>
      </g>
      <g stroke="var(--action)" strokeWidth={3}>
        <path d="M180 60h26M180 70h26" />
      </g>
    </svg>
  );
}
