import { useEffect, useState } from 'react';

/** Copies a figure as it is written, and says so for a moment. */
export function CopyButton({ text, of }: { text: string; of: string }) {
  const [copied, setCopied] = useState<boolean | null>(null);
  useEffect(() => {
    if (copied === null) return;
    const timer = setTimeout(() => setCopied(null), SHOWN);
    return () => clearTimeout(timer);
  }, [copied]);
  const copy = () =>
    void navigator.clipboard.writeText(text).then(
      () => setCopied(true),
      () => setCopied(false),
    );
  return (
    <button className="link copy" aria-label={`Copy ${of}, ${text}`} onClick={copy}>
      {copied === null ? (
        'Copy'
      ) : (
        <span role="status">{copied ? 'Copied' : 'Not allowed here'}</span>
      )}
    </button>
  );
}

const SHOWN = 1500;
