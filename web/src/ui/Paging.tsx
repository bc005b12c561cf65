import { Button } from "./Button";

/** Which of how many are shown, and the pages before and behind. */
export function Paging({
  from,
  shown,
  found,
  page,
  what = "",
  go,
}: {
  /** Number of the first that is shown, from 0. */
  from: number;
  shown: number;
  found: number;
  /** Most on a page. */
  page: number;
  what?: string;
  go: (from: number) => void;
}) {
  if (found === 0) return null;
  const last = from + shown;
  return (
    <div className="flex flex-wrap items-center gap-3 text-sm">
      <span role="status" className="text-soft">
        {from + 1} to {last} of {found} {what}
      </span>
      {found > page && (
        <>
          <Button
            className="min-h-[44px]"
            disabled={from === 0}
            onClick={() => go(Math.max(0, from - page))}
          >
            Back
          </Button>
          <Button className="min-h-[44px]" disabled={last >= found} onClick={() => go(from + page)}>
            Next
          </Button>
        </>
      )}
    </div>
  );
}
