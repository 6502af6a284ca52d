/** What came of pressing a button, beside it: done, or why not. */
export function Outcome({ done, problem }: { done?: string | false | null; problem?: string | null | undefined }) {
  if (problem)
    return (
      <span role="alert" className="care-band px-3 py-1">
        {problem}
      </span>
    );
  return done ? (
    <span role="status" className="font-semibold text-grass">
      {done}
    </span>
  ) : null;
}
