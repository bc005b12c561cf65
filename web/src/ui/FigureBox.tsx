import { type ReactNode, useContext, useState } from "react";
import { ApiError } from "../api/client";
import { Button } from "./Button";
import { NumberPad } from "./NumberPad";
import { OneByOne } from "./OneAtATime";
import { useReader } from "./reader";
import { bareUnit, useFieldUnit } from "./units";
import { useNarrow } from "./useMedia";

/** A box for a figure that is kept when it is finished: typed, or read off a device. */
export function FigureBox({
  label,
  head,
  unit,
  placeholder,
  empty = "Type the reading.",
  words,
  word,
  keep,
  device,
  main = false,
}: {
  /** What a screen reader says of the box. */
  label: string;
  /** What stands above it. */
  head?: ReactNode;
  unit: string;
  placeholder?: string;
  /** What is said where nothing was typed. */
  empty?: string;
  /** Words that stand for a figure. */
  words?: ((text: string) => number | undefined) | undefined;
  /** The one of them that has a key on the pad. */
  word?: string | undefined;
  keep: (value: number) => unknown;
  /** Reads a device; no figure where it gave none. */
  device?: (() => Promise<number | undefined>) | undefined;
  main?: boolean;
}) {
  const reader = useReader();
  const bare = bareUnit(unit, useFieldUnit()(unit));
  const [text, setText] = useState("");
  const [fault, setFault] = useState<string>();
  const isNarrow = useNarrow();
  const isAlone = useContext(OneByOne);
  const [hasPad, setPad] = useState(false);
  const put = async (take: () => Promise<number | undefined>) => {
    try {
      const value = await take();
      if (value === undefined) return;
      await keep(value);
      setText("");
      setFault(undefined);
    } catch (error) {
      setFault(error instanceof ApiError ? error.problem.detail : "The figure was not saved.");
    }
  };
  const typed = () => {
    const value = words?.(text) ?? reader(text, unit);
    if (typeof value === "number") put(async () => value);
    else setFault(value === "empty" ? empty : value);
  };
  return (
    <form
      className="space-y-1"
      onFocus={() => setPad(true)}
      onBlur={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget)) setPad(false);
      }}
      onSubmit={(e) => {
        e.preventDefault();
        typed();
      }}
    >
      {head && (
        <span aria-hidden="true" className="block text-sm text-soft">
          {head}
        </span>
      )}
      <div className="flex items-start gap-2">
        <label className="min-w-0 flex-1">
          <span className="sr-only">{label}</span>
          <input
            className="field min-h-[44px] font-reading text-lg"
            // On a phone the page has keys of its own, for gloves.
            inputMode={isNarrow ? "none" : "decimal"}
            placeholder={placeholder ?? bare}
            value={text}
            aria-invalid={!!fault}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <Button {...(main ? { kind: "main" as const } : {})} type="submit" className="min-h-[44px]">
          Keep
        </Button>
        {device && (
          <Button className="min-h-[44px]" onClick={() => put(device)}>
            Meter
          </Button>
        )}
      </div>
      {isNarrow && (hasPad || isAlone) && (
        <NumberPad unit={unit} text={text} put={setText} word={word} />
      )}
      {fault && (
        <p role="alert" className="text-sm text-rust">
          {fault}
        </p>
      )}
    </form>
  );
}
