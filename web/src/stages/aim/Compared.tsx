import { ToggleGroup } from "radix-ui";
import { type ReactNode, useState } from "react";

/** Two pictures of the same stretch: side by side, or one over the other with an edge that is moved. */
export function Compared({
  one,
  other,
  names,
}: {
  one: ReactNode;
  other: ReactNode;
  names: [string, string];
}) {
  const [how, setHow] = useState("over");
  const [part, setPart] = useState(50);
  return (
    <div className="space-y-2">
      <ToggleGroup.Root
        type="single"
        value={how}
        onValueChange={(v) => v && setHow(v)}
        aria-label="How they are compared"
        className="no-print inline-flex overflow-hidden rounded border border-line"
      >
        {[
          { value: "over", label: "One over the other" },
          { value: "beside", label: "Side by side" },
        ].map(({ value, label }) => (
          <ToggleGroup.Item
            key={value}
            value={value}
            className="min-h-9 px-3 text-sm data-[state=on]:bg-head data-[state=on]:text-on-head"
          >
            {label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {how === "beside" ? (
        <div className="grid gap-3 md:grid-cols-2">
          <div>
            <h3 className="text-base">{names[0]}</h3>
            {one}
          </div>
          <div>
            <h3 className="text-base">{names[1]}</h3>
            {other}
          </div>
        </div>
      ) : (
        <>
          <p className="flex flex-wrap justify-between gap-x-4 font-semibold">
            <span>Left: {names[0]}</span>
            <span>Right: {names[1]}</span>
          </p>
          <div className="relative">
            {one}
            <div
              className="absolute inset-0"
              data-testid="over"
              style={{ clipPath: `inset(0 0 0 ${part}%)` }}
            >
              {other}
            </div>
          </div>
          <label className="block text-sm text-soft">
            Edge between them
            <input
              type="range"
              className="block min-h-11 w-full accent-spruce"
              min={0}
              max={100}
              value={part}
              onChange={(e) => setPart(Number(e.target.value))}
            />
          </label>
        </>
      )}
    </div>
  );
}
