import { Button } from "./Button";

/** Something by which a list is narrowed, with how many are left. */
export interface Narrow<Key extends string> {
  key: Key;
  label: string;
  count: number;
}

/** Buttons that narrow a list; none where there is nothing to choose. */
export function Narrowing<Key extends string>({
  legend,
  by,
  chosen,
  choose,
}: {
  legend: string;
  by: Narrow<Key>[];
  chosen: Key | undefined;
  choose: (key: Key | undefined) => void;
}) {
  if (by.length < 2 && !chosen) return null;
  return (
    <fieldset className="flex flex-wrap gap-2">
      <legend className="sr-only">{legend}</legend>
      <Button
        className="min-h-[44px]"
        kind={chosen ? "quiet" : "main"}
        onClick={() => choose(undefined)}
      >
        All
      </Button>
      {by.map(({ key, label, count }) => (
        <Button
          key={key}
          className="min-h-[44px]"
          kind={key === chosen ? "main" : "quiet"}
          onClick={() => choose(key)}
        >
          {label} ({count})
        </Button>
      ))}
    </fieldset>
  );
}
