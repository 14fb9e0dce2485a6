/** Why something was not taken, at its place. */
export function Refused({ why, className = '' }: { why: string | null | undefined; className?: string }) {
  if (!why) return null;
  return (
    <p role="alert" className={`text-signal ${className}`}>
      {why}
    </p>
  );
}
