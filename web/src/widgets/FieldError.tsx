/** One sentence by the field that it speaks of; nothing while the field is good. */
export function FieldError({ id, message }: { id?: string; message: string | undefined }) {
  if (message === undefined) return null;
  return (
    <span className="fielderror" id={id} role="alert">
      {message}
    </span>
  );
}
